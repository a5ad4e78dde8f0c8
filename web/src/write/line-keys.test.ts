import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import type { KeyboardEvent } from 'react';
import { describe, expect, it } from 'vitest';
import type { Line, LineCommands } from './line.ts';
import { onLineKey } from './line-keys.ts';

const { rhythm } = readRhythm(
  'rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D . . . / T . . . | D . . . / T . . .',
);
const timed = timeRhythm(rhythm);
const grid = timed.ok ? timed.timing.layers[0] : undefined;

/** What a key asks of the line, and whether it was taken. */
function press(key: string, held: Partial<KeyboardEvent> = {}, slot = 5): string {
  const asked: string[] = [];
  const commands = new Proxy({} as LineCommands, {
    get:
      (_, name) =>
      (...given: unknown[]) => {
        asked.push([String(name), ...given.map(String)].join(' '));
      },
  });
  let taken = false;
  const line = { commands, chosen: { layer: 0, slot }, grid } as Line;
  const event = {
    key,
    shiftKey: false,
    ctrlKey: false,
    metaKey: false,
    altKey: false,
    preventDefault: () => {
      taken = true;
    },
    stopPropagation: () => undefined,
    ...held,
  } as KeyboardEvent;
  onLineKey(line, event);
  expect(asked.length > 0).toBe(taken);
  return asked.join(', ') || 'left';
}

const ctrl = { ctrlKey: true };
const alt = { altKey: true };
const shift = { shiftKey: true };

describe('keys on the line', () => {
  it.each([
    ['ArrowLeft', {}, 'goTo 4 false'],
    ['ArrowRight', {}, 'goTo 6 false'],
    ['ArrowRight', shift, 'goTo 6 true'],
    ['ArrowLeft', shift, 'goTo 4 true'],
    ['Home', {}, 'goTo 0 false'],
    ['Home', shift, 'goTo 0 true'],
    ['End', {}, `goTo ${Number.MAX_SAFE_INTEGER} false`],
    ['PageDown', {}, 'goTo 13 false'],
    ['PageUp', {}, 'goTo 0 false'],
    ['PageDown', shift, 'goTo 13 true'],
    ['ArrowUp', {}, 'goToLayer -1 false'],
    ['ArrowDown', shift, 'goToLayer 1 true'],
    ['ArrowLeft', alt, 'goTo 4 false'],
    ['ArrowRight', alt, 'goTo 8 false'],
    ['ArrowRight', { ...alt, ...shift }, 'goTo 8 true'],
    ['ArrowUp', alt, 'hand R'],
    ['ArrowDown', alt, 'hand L'],
    ['x', alt, 'left'],
    ['ArrowLeft', ctrl, 'shift -1'],
    ['ArrowRight', { metaKey: true }, 'shift 1'],
    ['ArrowUp', ctrl, 'left'],
    ['c', ctrl, 'copy'],
    ['X', ctrl, 'cut'],
    ['c', { ...ctrl, ...shift }, 'left'],
    ['v', ctrl, 'left'],
    ['z', ctrl, 'left'],
    ['Delete', {}, 'remove'],
    ['Backspace', {}, 'remove'],
    ['.', {}, 'remove'],
    ['&', {}, 'together'],
    ['_', {}, 'ring'],
    ['!', {}, 'accent'],
    ['+', {}, 'louder 1'],
    ['=', {}, 'louder 1'],
    ['-', {}, 'louder -1'],
    ['1', {}, 'divide 1'],
    ['9', {}, 'divide 9'],
    ['0', {}, 'left'],
    ['D', {}, 'place D'],
    ['t', {}, 'place t'],
    ['?', {}, 'left'],
    ['Escape', {}, 'left'],
    ['é', {}, 'left'],
  ] as const)('%s %j: %s', (key, held, asked) => {
    expect(press(key, held)).toBe(asked);
  });

  it('go by beats and turns to the ends of the line', () => {
    expect(press('ArrowLeft', alt, 4)).toBe('goTo 0 false');
    expect(press('ArrowLeft', alt, 2)).toBe('goTo 0 false');
    expect(press('ArrowLeft', alt, 0)).toBe('goTo 0 false');
    expect(press('ArrowRight', alt, 14)).toBe('goTo 15 false');
    expect(press('PageUp', {}, 13)).toBe('goTo 5 false');
    expect(press('PageDown', {}, 13)).toBe('goTo 15 false');
  });

  it('mean nothing on a line without a grid', () => {
    let prevented = false;
    const event = { key: 'D', preventDefault: () => (prevented = true) } as unknown;
    onLineKey({ chosen: { layer: 0, slot: 0 } } as Line, event as KeyboardEvent);
    expect(prevented).toBe(false);
  });
});
