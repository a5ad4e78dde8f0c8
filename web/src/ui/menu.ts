/** How every menu looks. */
export const MENU = 'z-20 rounded-xl border border-edge bg-card p-1.5 shadow-xl';

/** How everything looks that can be taken in a menu, in one row. */
export const MENU_ITEM =
  'flex cursor-pointer items-center rounded-lg py-1 text-note outline-none data-highlighted:bg-band data-disabled:opacity-45';
