import { GOBLET_DRUM } from '@stride/core/instrument';
import { copyRange } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { beforeEach, describe, expect, it, vi } from 'vitest';

const { rhythm } = readRhythm('rhythm A\ncycle 4x2\nlayer A : goblet drum\nplay D . t . / T . . .');
const { cycle } = rhythm;
const clips = rhythm.layers.map((layer) => ({
  clip: copyRange(layer, 0, 3),
  instrument: layer.instrument,
}));
const kinds = (found: ReturnType<Module['toPaste']>) =>
  found.ok
    ? found.clips.map((clip) => clip.strokes.map((one) => one.kind).join(''))
    : found.message;

type Module = typeof import('./clipboard.ts');
let board: Module;

/** The system's clipboard as a browser gives it, or one that the page may not write to. */
function system(allowed: boolean) {
  const writeText = allowed ? () => Promise.resolve() : () => Promise.reject(new Error('denied'));
  vi.stubGlobal('navigator', { clipboard: { writeText } });
}

beforeEach(async () => {
  vi.resetModules();
  board = await import('./clipboard.ts');
});

describe('what there is to paste', () => {
  it('is nothing at first, or a line from elsewhere', () => {
    expect(kinds(board.toPaste(undefined, [GOBLET_DRUM], cycle))).toMatch(/^Nothing is copied/);
    expect(kinds(board.toPaste('  ', [GOBLET_DRUM], cycle))).toMatch(/^Nothing is copied/);
    expect(kinds(board.toPaste('T t', [GOBLET_DRUM], cycle))).toEqual(['Tt']);
  });

  it('is what was copied last, here or elsewhere', async () => {
    system(true);
    board.copyOut(clips, cycle);
    await Promise.resolve();
    expect(kinds(board.toPaste(undefined, [GOBLET_DRUM], cycle))).toEqual(['Dt']);
    expect(kinds(board.toPaste('T t', [GOBLET_DRUM], cycle))).toEqual(['Tt']);
    expect(kinds(board.toPaste('Until eight.', [GOBLET_DRUM], cycle))).toMatch(
      /^What was copied cannot be read as strokes\. /,
    );
  });

  it('is what was copied here where the system did not take it', async () => {
    system(false);
    board.copyOut(clips, cycle);
    await Promise.resolve();
    expect(kinds(board.toPaste('T t', [GOBLET_DRUM], cycle))).toEqual(['Dt']);
  });
});
