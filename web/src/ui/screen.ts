/** The part of the page that the screen stands in; what opens over it belongs there too. */
export function screenElement(): HTMLElement | null {
  return document.getElementById('screen');
}
