import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CATALOGUE } from '../catalogue/index.ts';
import { findInstrument, INSTRUMENTS, proposeMap } from '../instrument/index.ts';
import { readRhythm, writeRhythm } from '../text/index.ts';
import { rational } from '../time/index.ts';
import { arbitraryCycle, arbitraryRhythm } from './arbitrary.testkit.ts';
import {
  accentOnly,
  addLayer,
  addSkeletonLayer,
  addTurn,
  changeInstrument,
  checkRhythm,
  copyRange,
  copyTurn,
  dealHands,
  divideCell,
  editLayer,
  fillWithGhosts,
  HANDS,
  type Layer,
  mirrorHands,
  moveLayer,
  nameTurn,
  paste,
  placeStroke,
  type Rhythm,
  recast,
  record,
  redo,
  removeLastTurn,
  removeLayer,
  removeStrokes,
  renameLayer,
  repeatWithNewEnding,
  rotateLayer,
  setHand,
  setLayerCounting,
  setNotes,
  setTags,
  setTempo,
  shiftStrokes,
  slotCount,
  startFromOtherSide,
  startHistory,
  stepForce,
  swapHands,
  toggleAccent,
  toggleRing,
  toggleTogether,
  undo,
} from './index.ts';

/** One edit that a player can make, with numbers from which it takes what it needs. */
type Edit = (rhythm: Rhythm, a: number, b: number) => Rhythm;

/** An edit of one layer at two of its slots, the first not after the second. */
const onLayer =
  (change: (layer: Layer, from: number, to: number, rhythm: Rhythm) => Layer): Edit =>
  (rhythm, a, b) => {
    const layer = rhythm.layers[a % Math.max(1, rhythm.layers.length)];
    if (!layer) return rhythm;
    const slots = slotCount(layer);
    const [from = 0, to = 0] = [a % slots, b % slots].sort((one, other) => one - other);
    return editLayer(rhythm, layer.id, (before) => change(before, from, to, rhythm));
  };

const instrumentOf = (layer: Layer) => findInstrument(layer.instrument) ?? INSTRUMENTS[0];
const kindAt = (layer: Layer, at: number) => {
  const kinds = instrumentOf(layer)?.strokes ?? [];
  return kinds[at % kinds.length]?.code ?? '';
};

const EDITS: Readonly<Record<string, Edit>> = {
  place: onLayer((layer, from, to) =>
    placeStroke(layer, { slot: from, kind: kindAt(layer, to), force: 3 }),
  ),
  together: onLayer((layer, from, to) => toggleTogether(layer, from, kindAt(layer, to))),
  remove: onLayer(removeStrokes),
  accent: onLayer(toggleAccent),
  louder: onLayer((layer, from) => stepForce(layer, from, 1)),
  hand: onLayer((layer, from, to) => setHand(layer, from, HANDS[to % HANDS.length] ?? 'R')),
  swap: onLayer(swapHands),
  ring: onLayer(toggleRing),
  divide: onLayer((layer, from, to) => divideCell(layer, from, 1 + (to % 9)).layer),
  ghosts: onLayer(fillWithGhosts),
  deal: onLayer((layer, from, to) => dealHands(layer, ['R', 'L', 'L'], from, to)),
  accents: onLayer((layer, from, to) => accentOnly(layer, new Set([from, to]))),
  shift: onLayer((layer, from, to) => shiftStrokes(layer, from, to, to - from - 3)),
  copy: onLayer((layer, from, to, rhythm) => paste(rhythm, layer, to, copyRange(layer, from, to))),
  turn: onLayer((layer, from, to, rhythm) => {
    const clip = copyTurn(rhythm, layer, from);
    return clip ? paste(rhythm, layer, to, clip) : layer;
  }),
  longer: onLayer((layer, from, _to, rhythm) =>
    slotCount(layer) > 200 ? layer : addTurn(rhythm, layer, from % 2 === 0 ? 'copy' : 'empty'),
  ),
  ending: onLayer((layer, _from, _to, rhythm) =>
    slotCount(layer) > 200 ? layer : repeatWithNewEnding(rhythm, layer),
  ),
  shorter: onLayer((layer, _from, _to, rhythm) => removeLastTurn(rhythm, layer)),
  rename: onLayer((layer, from) => renameLayer(layer, `Layer "${from}" : # two`)),
  counting: onLayer((layer, from) => setLayerCounting(layer, from % 2 ? 'plain' : undefined)),
  instrument: onLayer((layer, _from, to) => {
    const was = instrumentOf(layer);
    const next = INSTRUMENTS[to % INSTRUMENTS.length];
    return was && next ? changeInstrument(layer, next, proposeMap(was, next)) : layer;
  }),
  add: (rhythm, a) => {
    const instrument = INSTRUMENTS[a % INSTRUMENTS.length];
    return instrument && rhythm.layers.length < 5 ? addLayer(rhythm, instrument) : rhythm;
  },
  skeleton: (rhythm, a) => {
    const entry = CATALOGUE[a % CATALOGUE.length];
    const result = entry && rhythm.layers.length < 5 ? addSkeletonLayer(rhythm, entry) : undefined;
    return result?.ok ? result.rhythm : rhythm;
  },
  move: (rhythm, a, b) => moveLayer(rhythm, `layer-${1 + (a % 3)}`, b % 2 ? 1 : -1),
  drop: (rhythm, a) =>
    rhythm.layers.length > 1 ? removeLayer(rhythm, `layer-${1 + (a % 3)}`) : rhythm,
  mirror: (rhythm) => mirrorHands(rhythm),
  otherSide: (rhythm, a, b) => {
    const result = startFromOtherSide(rhythm, `layer-${1 + (a % 3)}`, b % 2 === 0);
    return result.ok ? result.rhythm : rhythm;
  },
  tempo: (rhythm, a) => setTempo(rhythm, a),
  words: (rhythm, a, b) =>
    nameTurn(setTags(setNotes(rhythm, `note ${a}\n`), `walk ${b}`), a % 3, 'call', `Turn ${b}`),
};

const arbitraryEdits = fc.array(
  fc.tuple(fc.constantFrom(...Object.keys(EDITS)), fc.nat({ max: 400 }), fc.nat({ max: 400 })),
  { maxLength: 14 },
);

/** What is wrong with a rhythm, but for a grid that is too fine, which is refused as it is typed. */
function wrong(rhythm: Rhythm): readonly string[] {
  const checked = checkRhythm(rhythm);
  return checked.ok ? [] : checked.messages.filter((message) => !/grid/.test(message));
}

describe('every edit a player can make', () => {
  it('keeps the rhythm valid and writable, in any order, and undo brings each state back', () => {
    fc.assert(
      fc.property(
        arbitraryRhythm.filter((rhythm) => checkRhythm(rhythm).ok),
        arbitraryEdits,
        (rhythm, edits) => {
          let history = startHistory(rhythm);
          const seen = [rhythm];
          for (const [name, a, b] of edits) {
            const next = EDITS[name]?.(history.present, a, b) ?? history.present;
            expect(wrong(next), name).toEqual([]);
            if (next === history.present) continue;
            history = record(history, next);
            seen.push(next);
          }
          const { rhythm: read, problems } = readRhythm(writeRhythm(history.present));
          expect(problems.filter((one) => !/grid/.test(one.message))).toEqual([]);
          const ids = read.layers.map((_, index) => `layer-${index + 1}`);
          const renumbered = history.present.layers.map((layer, index) => ({
            ...layer,
            id: ids[index] ?? '',
          }));
          expect(read.layers).toEqual(renumbered);
          for (const state of seen.toReversed().slice(1)) {
            history = undo(history);
            expect(history.present).toBe(state);
          }
          for (const state of seen.slice(1)) {
            history = redo(history);
            expect(history.present).toBe(state);
          }
        },
      ),
      { numRuns: 400 },
    );
  });

  it('puts a rhythm into any cycle and back into turns that are whole', () => {
    fc.assert(
      fc.property(arbitraryRhythm, arbitraryCycle, arbitraryCycle, (rhythm, one, other) => {
        expect(wrong(recast(recast(rhythm, one).rhythm, other).rhythm)).toEqual([]);
      }),
    );
  });

  it('turns a layer by a beat only where a cell begins there', () => {
    fc.assert(
      fc.property(arbitraryRhythm, fc.integer({ min: 1, max: 6 }), ({ layers }, by) => {
        for (const layer of layers) {
          const turned = rotateLayer(layer, rational(by));
          if (!turned) continue;
          expect(turned.strokes.map((one) => one.kind).sort()).toEqual(
            layer.strokes.map((one) => one.kind).sort(),
          );
          expect(slotCount(turned)).toBe(slotCount(layer));
        }
      }),
    );
  });
});
