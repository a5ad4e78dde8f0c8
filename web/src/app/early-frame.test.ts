// @vitest-environment happy-dom
import { afterEach, expect, it, vi } from 'vitest';
import { askForFramesEarly } from './early-frame.ts';

afterEach(() => vi.unstubAllGlobals());

it('asks for a frame before a key or a press is answered, and for none otherwise', () => {
  const order: string[] = [];
  vi.stubGlobal('requestAnimationFrame', () => order.push('frame'));
  askForFramesEarly();
  const button = document.body.appendChild(document.createElement('button'));
  for (const type of ['keydown', 'pointerdown', 'pointerup', 'pointermove']) {
    button.addEventListener(type, () => order.push(type), { capture: true });
    button.dispatchEvent(new Event(type, { bubbles: true }));
  }
  expect(order).toEqual([
    ...['frame', 'keydown'],
    ...['frame', 'pointerdown'],
    ...['frame', 'pointerup'],
    'pointermove',
  ]);
});
