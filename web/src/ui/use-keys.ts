import { useHotkeys } from 'react-hotkeys-hook';

interface KeyOptions {
  /** Also while one types: for what is said with Ctrl. */
  readonly inFields?: boolean;
  /** Again and again while it is held down. */
  readonly repeat?: boolean;
  readonly enabled?: boolean;
}

const FIELDS =
  'input:not([type="checkbox"], [type="radio"], [type="range"], [type="button"]), textarea, select, [contenteditable="true"]';
const PRESSABLE =
  'button, a[href], summary, input, [role="menuitem"], [role="menuitemradio"], [role="tab"], [role="checkbox"], [role="radio"], [role="switch"], [role="combobox"]';

/** What the arrow keys move themselves. */
const MOVED_BY_ARROWS = 'input[type="range"], [role="menu"], [role="slider"]';

/**
 * A key of the program, wherever the focus is: on a stroke of the line as well, which has the role of
 * an option. Not in text fields unless it says so, not behind a page that lies over the page, and once
 * however long it is held. The space bar and the enter key stay with what they press.
 */
export function useKeys(
  keys: string,
  run: (event: KeyboardEvent) => void,
  { inFields = false, repeat = false, enabled = true }: KeyOptions = {},
): void {
  useHotkeys(keys, run, {
    enabled,
    preventDefault: true,
    useKey: /[?]/.test(keys),
    enableOnFormTags: true,
    enableOnContentEditable: true,
    ignoreEventWhen: (event) => {
      const target = event.target instanceof Element ? event.target : undefined;
      return (
        (event.repeat && !repeat) ||
        event.defaultPrevented ||
        isBehindModal() ||
        (!inFields && target?.closest(FIELDS) != null) ||
        (pressesWhatItIsOn(event) && isPressedBy(event, target)) ||
        (event.key.startsWith('Arrow') && target?.closest(MOVED_BY_ARROWS) != null)
      );
    },
  });
}

/** The space bar and the enter key press the button or follow the link that has the focus. */
function pressesWhatItIsOn(event: KeyboardEvent): boolean {
  return event.key === ' ' || (event.key === 'Enter' && !event.shiftKey);
}

/** On what stands for music, such as a section of a form, the enter key opens and the space bar plays. */
function isPressedBy(event: KeyboardEvent, target: Element | undefined): boolean {
  const pressed = target?.closest(PRESSABLE);
  return pressed != null && !(event.key === ' ' && pressed.matches('[data-space-plays]'));
}

/** Whether a page lies over the page. */
export function isBehindModal(): boolean {
  return document.querySelector('[data-modal]') !== null;
}
