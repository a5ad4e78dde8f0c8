import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { instrumentOf } from '../instrument/index.ts';
import { writeLayerRows } from '../text/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { arbitraryRhythm } from './arbitrary.testkit.ts';
import {
  applySticking,
  checkRhythm,
  editLayer,
  handClashes,
  handOf,
  isFootKind,
  type Layer,
  slotCount,
  strokesAt,
  swapHands,
  toggleTogether,
} from './index.ts';

/** The first layer of a rhythm on this instrument, and its rows after an edit. */
function written(instrument: string, rows: string, edit: (layer: Layer) => Layer): string {
  const { rhythm } = timed(`rhythm A\ncycle 2+2\nlayer A : ${instrument}\n${rows}`);
  const [layer] = rhythm.layers;
  if (!layer) throw new Error('no layer');
  return writeLayerRows(edit(layer), rhythm.cycle);
}

describe('strokes together in a slot', () => {
  it('are joined one by one, plain beside an accent or a ghost, and taken out again', () => {
    const join = (kind: string) => (layer: Layer) => toggleTogether(layer, 0, kind);
    expect(written('drum kit', 'play x! . / x .', join('B'))).toBe('play  B+x! . / x .');
    expect(written('drum kit', 'play (x) . / x .', join('B'))).toBe('play  B+(x) . / x .');
    expect(written('drum kit', 'play B+x . / x .', join('x'))).toBe('play  B . / x .');
    expect(written('drum kit', 'play . . / x .', join('S'))).toBe('play  S . / x .');
    for (const slot of [-1, 4]) {
      const nowhere = (layer: Layer) => toggleTogether(layer, slot, 'S');
      expect(written('drum kit', 'play . . / x .', nowhere)).toBe('play  . . / x .');
    }
  });

  it('get the hand that is free where the usual one is busy, or where hands are written', () => {
    const join = (kind: string) => (layer: Layer) => toggleTogether(layer, 0, kind);
    // Both are usually the right hand's; then the left one takes the second.
    expect(written('tall hand drums', 'play O . / B .', join('S'))).toBe(
      'play  O+S . / B .\nhand  .+L . / . .',
    );
    expect(written('drum kit', 'play x . / x .\nhand R . / R .', join('S'))).toBe(
      'play  S+x . / x .\nhand  L+R . / R .',
    );
    expect(written('drum kit', 'play x . / x .\nhand R . / R .', join('B'))).toBe(
      'play  B+x . / x .\nhand  each R',
    );
  });

  it('are written as the compound that they are spoken as', () => {
    const join = (kind: string) => (layer: Layer) => toggleTogether(layer, 0, kind);
    expect(written('north indian pair', 'play N . / . .', join('G'))).toBe('play  H . / . .');
    expect(written('north indian pair', 'play H . / . .', join('N'))).toBe('play  G . / . .');
  });

  it('stay a valid rhythm, and twice the same is as it was', () => {
    fc.assert(
      fc.property(arbitraryRhythm, fc.nat(), fc.nat(), (rhythm, at, which) => {
        for (const layer of rhythm.layers) {
          const slot = at % slotCount(layer);
          const codes = instrumentOf(layer)?.strokes.map((one) => one.code) ?? [];
          const kind = codes[which % codes.length] ?? '';
          const once = toggleTogether(layer, slot, kind);
          const ok = checkRhythm(editLayer(rhythm, layer.id, () => once)).ok;
          expect(ok).toBe(checkRhythm(rhythm).ok);
          const had = strokesAt(layer, slot).some((stroke) => stroke.kind === kind);
          expect(strokesAt(once, slot).some((stroke) => stroke.kind === kind)).toBe(!had);
          if (had) continue;
          const kinds = (one: Layer) => strokesAt(one, slot).map((stroke) => stroke.kind);
          expect(kinds(toggleTogether(once, slot, kind)).sort()).toEqual(kinds(layer).sort());
        }
      }),
      { numRuns: 80 },
    );
    const { rhythm } = timed('rhythm A\ncycle 2\nlayer A : drum kit\nplay x .');
    const [layer] = rhythm.layers;
    if (layer) expect(toggleTogether(layer, 2, 'B')).toBe(layer);
  });
});

describe('hands of strokes together', () => {
  it('change over where one is the right one and one the left', () => {
    const swap = (layer: Layer) => swapHands(layer, 0);
    expect(written('drum kit', 'play S+x . / x .', swap)).toBe(
      'play  S+x . / x .\nhand  R+L . / . .',
    );
    expect(written('tall hand drums', 'play O+S . / B .\nhand R+L . / R .', swap)).toBe(
      'play  O+S . / B .\nhand  L+R . / R .',
    );
    expect(written('drum kit', 'play B+x . / x .', swap)).toBe('play  B+x . / x .');
    expect(written('drum kit', 'play x . / x .', swap)).toBe('play  x . / x .');
  });

  it('are dealt so that no hand plays twice at once', () => {
    const deal = (layer: Layer) => applySticking(layer, ['R', 'R', 'L']);
    expect(written('tall hand drums', 'play O+B . / B O', deal)).toBe(
      'play  O+B . / B O\nhand  R+L . / L R',
    );
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        for (const layer of rhythm.layers) {
          const dealt = applySticking(layer, ['R', 'R', 'L', 'L']);
          expect(handClashes(dealt)).toEqual([]);
          const slots = new Set(dealt.strokes.map((stroke) => stroke.slot));
          for (const slot of slots) {
            const byHand = strokesAt(dealt, slot).filter((one) => !isFootKind(dealt, one.kind));
            for (const first of byHand.slice(0, 1)) {
              expect(['R', 'L']).toContain(handOf(dealt, first));
            }
            for (const foot of strokesAt(dealt, slot)) {
              if (isFootKind(dealt, foot.kind)) expect(foot.hand).toBeUndefined();
            }
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});
