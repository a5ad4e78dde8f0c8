import { type HTMLAttributes, type KeyboardEvent, useLayoutEffect, useRef } from 'react';

interface ToolbarProps extends HTMLAttributes<HTMLDivElement> {
  /** What the controls are for, said to those who do not see them. */
  readonly label: string;
  readonly vertical?: boolean;
}

/** What the arrows go through; fields that one types into need their arrows themselves. */
const CONTROLS =
  'button:not(:disabled), a[href], select:not(:disabled), input[type="checkbox"]:not(:disabled)';

/** Where the tab key goes: the control that was used last, else the first one. */
function settle(bar: HTMLElement, wanted?: Element): void {
  const controls = [...bar.querySelectorAll<HTMLElement>(CONTROLS)];
  const stop =
    controls.find((one) => one === wanted) ??
    controls.find((one) => one.tabIndex === 0 && one.dataset.stop === 'true') ??
    controls[0];
  for (const one of controls) {
    const isStop = one === stop;
    // What stays as it is is not written: every writing makes the browser look at its style again.
    if (one.dataset.stop === String(isStop) && one.tabIndex === (isStop ? 0 : -1)) continue;
    one.tabIndex = isStop ? 0 : -1;
    one.dataset.stop = String(isStop);
  }
}

/**
 * Controls that belong together: one stop of the tab key, arrows from one to the next. They are painted on their own, so that what
 * changes beside them leaves them as they are.
 */
export function Toolbar(props: ToolbarProps) {
  const { label, vertical = false, className = '', children, ...rest } = props;
  const bar = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const element = bar.current;
    if (!element) return;
    settle(element);
    const observer = new MutationObserver(() => settle(element));
    observer.observe(element, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['disabled'],
    });
    return () => observer.disconnect();
  }, []);

  function onKeyDown(event: KeyboardEvent): void {
    const element = bar.current;
    const target = event.target as HTMLElement;
    if (
      event.defaultPrevented ||
      !element ||
      !target.matches(CONTROLS) ||
      event.altKey ||
      event.ctrlKey ||
      event.metaKey
    ) {
      return;
    }
    if (target instanceof HTMLSelectElement && event.key.startsWith('Arrow')) return;
    const controls = [...element.querySelectorAll<HTMLElement>(CONTROLS)].filter(
      (one) => one.offsetParent !== null,
    );
    const at = controls.indexOf(target);
    const next = {
      ArrowRight: at + 1,
      ArrowDown: at + 1,
      ArrowLeft: at - 1,
      ArrowUp: at - 1,
      Home: 0,
      End: controls.length - 1,
    }[event.key];
    if (at < 0 || next === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    controls[(next + controls.length) % controls.length]?.focus();
  }

  return (
    <div
      ref={bar}
      role="toolbar"
      aria-label={label}
      aria-orientation={vertical ? 'vertical' : 'horizontal'}
      onKeyDown={onKeyDown}
      onFocus={(event) => {
        if (bar.current && event.target.matches(CONTROLS)) settle(bar.current, event.target);
      }}
      className={`isolate ${className}`}
      {...rest}
    >
      {children}
    </div>
  );
}
