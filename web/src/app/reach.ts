/** How long a screen is waited for that was just opened: milliseconds. */
const PATIENCE_MS = 4000;

/**
 * Goes to something on the screen by the names it bears (`data-reach`): opens what it lies in, one after
 * the other, and puts the focus on the last. What does not come is not waited for any longer.
 */
export async function reach(...names: readonly string[]): Promise<void> {
  for (const [index, name] of names.entries()) {
    const element = await appearing(`[data-reach="${name}"]`);
    if (!element) return;
    if (index < names.length - 1) {
      // A page of several opens as the focus comes to it.
      if (element.getAttribute('role') === 'tab') element.focus();
      else if (element.getAttribute('aria-expanded') !== 'true') element.click();
      continue;
    }
    element.scrollIntoView({ block: 'nearest' });
    const field = element.matches('input, select, textarea, button, [tabindex]')
      ? element
      : (element.querySelector<HTMLElement>('input, select') ??
        element.querySelector<HTMLElement>('button'));
    field?.focus();
  }
}

function appearing(selector: string): Promise<HTMLElement | undefined> {
  const look = () => document.querySelector<HTMLElement>(selector) ?? undefined;
  const found = look();
  if (found) return Promise.resolve(found);
  return new Promise((resolve) => {
    const stop = (element: HTMLElement | undefined) => {
      observer.disconnect();
      clearTimeout(timer);
      resolve(element);
    };
    const observer = new MutationObserver(() => {
      const element = look();
      if (element) stop(element);
    });
    const timer = setTimeout(() => stop(undefined), PATIENCE_MS);
    observer.observe(document.body, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['data-reach'],
    });
  });
}
