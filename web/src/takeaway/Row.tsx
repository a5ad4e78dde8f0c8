import type { ReactNode } from 'react';

/** Fields that belong together, with their word before them. */
export function Row({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <span className="w-20 shrink-0 self-center text-quiet">{label}</span>
      {children}
    </div>
  );
}
