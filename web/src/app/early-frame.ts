/**
 * Asks the browser for a frame when a key or a press comes, before it is answered. The page itself asks only once it has
 * changed; by then the moment of the next frame may have gone by, and the change would wait for the one after.
 */
export function askForFramesEarly(): void {
  const ask = () => {
    requestAnimationFrame(() => undefined);
  };
  for (const type of ['keydown', 'pointerdown', 'pointerup'])
    addEventListener(type, ask, { capture: true, passive: true });
}
