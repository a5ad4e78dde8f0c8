import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CATALOGUE } from '../catalogue/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { INSTRUMENTS, instrumentOf, proposeMap } from '../instrument/index.ts';
import { readRhythm, writeRhythm } from '../text/index.ts';
import { rational } from '../time/index.ts';
import { arbitraryCycle, arbitraryRhythm } from './arbitrary.testkit.ts';
import {
  accentOnly,
  addLayer,
  addSkeletonLayer,
  addTurn,
  addVariation,
  applySticking,
  changeVariation,
  checkEdit,
  checkRhythm,
  copyRange,
  copyTurn,
  divideCell,
  duplicateLayer,
  editLayer,
  fillWithGhosts,
  HANDS,
  type Layer,
  LIMITS,
  mirrorHands,
  moveLayer,
  moveVariation,
  nameTurn,
  paste,
  placeStroke,
  playOn,
  type Rhythm,
  recast,
  record,
  redo,
  removeLastTurn,
  removeLayer,
  removeStrokes,
  removeVariation,
  renameLayer,
  renameRhythm,
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

const kindAt = (layer: Layer, at: number) => {
  const kinds = (instrumentOf(layer) ?? INSTRUMENTS[0])?.strokes ?? [];
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
  divideFinely: onLayer((layer, from, to) => divideCell(layer, from, 1 + ((to * 7) % 66)).layer),
  ghosts: onLayer((layer, from, to) =>
    fillWithGhosts(layer, from, to, (['turn', 'free', 'weak', 'strong'] as const)[to % 4]),
  ),
  deal: onLayer((layer, from, to) => applySticking(layer, ['R', 'L', 'L'], from, to)),
  accents: onLayer((layer, from, to) => accentOnly(layer, new Set([from, to]))),
  shift: onLayer((layer, from, to) => shiftStrokes(layer, from, to, to - from - 3)),
  copy: onLayer((layer, from, to, rhythm) => paste(rhythm, layer, to, copyRange(layer, from, to))),
  turn: onLayer((layer, from, to, rhythm) => {
    const clip = copyTurn(rhythm, layer, from);
    return clip ? paste(rhythm, layer, to, clip) : layer;
  }),
  longer: onLayer((layer, from, _to, rhythm) =>
    addTurn(rhythm, layer, from % 2 === 0 ? 'copy' : 'empty'),
  ),
  ending: onLayer((layer, _from, _to, rhythm) => repeatWithNewEnding(rhythm, layer)),
  shorter: onLayer((layer, _from, _to, rhythm) => removeLastTurn(rhythm, layer)),
  rename: onLayer((layer, from) =>
    renameLayer(layer, `Layer "${from}" : # ${NAMES[from % NAMES.length]}`),
  ),
  counting: onLayer((layer, from) => setLayerCounting(layer, from % 2 ? 'plain' : undefined)),
  instrument: (rhythm, a, b) => {
    const layer = rhythm.layers[a % Math.max(1, rhythm.layers.length)];
    const was = layer && instrumentOf(layer);
    const next = INSTRUMENTS[b % INSTRUMENTS.length];
    return was && next ? playOn(rhythm, layer.id, next, proposeMap(was, next)) : rhythm;
  },
  keepTurn: (rhythm, a, b) => {
    const layer = rhythm.layers[a % Math.max(1, rhythm.layers.length)];
    const clip = layer && copyTurn(rhythm, layer, b % slotCount(layer));
    if (!clip) return rhythm;
    const { turn: _, ...line } = clip;
    return addVariation(rhythm, { name: `Kept ${a % 3}`, lines: [{ layer: layer.id, ...line }] });
  },
  callBy: (rhythm, a, b) =>
    changeVariation(rhythm, `variation-${1 + (a % 3)}`, (one) => ({ ...one, key: 1 + (b % 9) })),
  order: (rhythm, a, b) => moveVariation(rhythm, `variation-${1 + (a % 3)}`, b % 2 ? 1 : -1),
  dropVariation: (rhythm, a) => removeVariation(rhythm, `variation-${1 + (a % 3)}`),
  recast: (rhythm, a) =>
    recast(rhythm, cycleFromSpans(['4x4', '3x3', '2+2+3'][a % 3] ?? '4')).rhythm,
  add: (rhythm, a) => {
    const instrument = INSTRUMENTS[a % INSTRUMENTS.length];
    return instrument ? addLayer(rhythm, instrument) : rhythm;
  },
  skeleton: (rhythm, a) => {
    const entry = CATALOGUE[a % CATALOGUE.length];
    const result = entry ? addSkeletonLayer(rhythm, entry) : undefined;
    return result?.ok ? result.rhythm : rhythm;
  },
  move: (rhythm, a, b) => moveLayer(rhythm, `layer-${1 + (a % 3)}`, b % 2 ? 1 : -1),
  duplicate: (rhythm, a) => duplicateLayer(rhythm, `layer-${1 + (a % 3)}`),
  drop: (rhythm, a) =>
    rhythm.layers.length > 1 ? removeLayer(rhythm, `layer-${1 + (a % 3)}`) : rhythm,
  mirror: (rhythm) => mirrorHands(rhythm),
  otherSide: (rhythm, a, b) => {
    const result = startFromOtherSide(rhythm, `layer-${1 + (a % 3)}`, b % 2 === 0);
    return result.ok ? result.rhythm : rhythm;
  },
  tempo: (rhythm, a) => setTempo(rhythm, a),
  words: (rhythm, a, b) =>
    nameTurn(
      setTags(
        setNotes(rhythm, `note ${a}\n${NAMES[a % NAMES.length]}`),
        `walk ${NAMES[b % NAMES.length]}`,
      ),
      a % 2 === 0 ? a % 3 : a * 100,
      'call',
      `Turn ${b} ${NAMES[b % NAMES.length]}`,
    ),
  title: (rhythm, a) => renameRhythm(rhythm, `${NAMES[a % NAMES.length]} ${a}`),
};

/** What people paste into a field for a name. */
const NAMES = [
  'two',
  'a\tb',
  'line\u2028break',
  'x'.repeat(300),
  '\u200b',
  '😀'.repeat(90),
  '\r\n',
  '"',
  '\ud800',
];

const arbitraryEdits = fc.array(
  fc.tuple(fc.constantFrom(...Object.keys(EDITS)), fc.nat({ max: 400 }), fc.nat({ max: 400 })),
  { maxLength: 14 },
);

/** What is wrong with a rhythm, but for a grid that is too fine, which is refused as it is typed. */
function wrong(rhythm: Rhythm): readonly string[] {
  const checked = checkRhythm(rhythm);
  return checked.ok ? [] : checked.messages.filter((message) => !/grid/.test(message));
}

/** A rhythm of so many layers alike, of one turn after another. */
function alike(layers: number, turns: number, cells: readonly number[], cycle: string): Rhythm {
  const one = Array.from({ length: turns }, () => cells).flat();
  return {
    id: 'rhythm',
    name: 'At the limits',
    cycle: cycleFromSpans(cycle),
    layers: Array.from({ length: layers }, (_, index) => ({
      id: `layer-${index + 1}`,
      name: `Drum ${index + 1}`,
      instrument: 'goblet-drum',
      cells: one.map((slots) => ({ beats: { num: 1, den: 1 }, slots })),
      strokes: [{ slot: 0, kind: 'D', force: 3 as const }],
    })),
    tempo: { bpm: 60, per: 1 },
    target: 90,
    tags: [],
  };
}

/** Rhythms of which one more would be too many: slots, layers, divisions, strokes together. */
const atTheLimits = fc.constantFrom(
  alike(1, LIMITS.slotsPerLayer / 64, [16, 16, 16, 16], '4x4'),
  alike(LIMITS.layers, LIMITS.slotsPerRhythm / LIMITS.layers / 16, [4, 4, 4, 4], '4x4'),
  alike(1, 1, [9, 8, 7, 5, 11, 4, 4, 3, 2, 1, 6, 10, 12, 14, 15, 16], '4x16'),
  alike(2, 1, [64, 63, 4], '64+63+1'),
  alike(1, 2, [1], '64'),
  {
    ...alike(1, 1, [2, 2], '2x2'),
    layers: alike(1, 1, [2, 2], '2x2').layers.map((layer) => ({
      ...layer,
      strokes: ['D', 'O', 'T', 'k', 't', 'O', 'T', 'D'].map((kind) => ({
        slot: 0,
        kind,
        force: 3 as const,
      })),
    })),
  },
);

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
          const said = (one: Rhythm) =>
            one.variations?.map(({ id: _, lines, ...rest }) => ({
              ...rest,
              lines: lines.map((line) => ({
                ...line,
                layer: one.layers.findIndex(({ id }) => id === line.layer),
              })),
            }));
          expect(said(read)).toEqual(said(history.present));
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
      { numRuns: 100 },
    );
  });

  it('is refused before anything is lost where the result could not be opened again', () => {
    fc.assert(
      fc.property(atTheLimits, arbitraryEdits, (rhythm, edits) => {
        expect(checkRhythm(rhythm)).toEqual({ ok: true, rhythm });
        let now = rhythm;
        for (const [name, a, b] of edits) {
          const next = EDITS[name]?.(now, a, b) ?? now;
          const refused = checkEdit(next);
          for (const message of refused) expect(message).toMatch(/\.$/);
          expect(checkRhythm(next).ok, name).toBe(refused.length === 0);
          if (refused.length === 0) now = next;
        }
        const read = readRhythm(writeRhythm(now), now.id);
        expect(read.problems).toEqual([]);
        expect(read.rhythm.name).toBe(now.name);
        expect(read.rhythm.layers.map((layer) => layer.strokes)).toEqual(
          now.layers.map((layer) => layer.strokes),
        );
      }),
      { numRuns: 40 },
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
          const ascending = (slots: readonly number[]) =>
            slots.every((slot, at) => at === 0 || slot >= (slots[at - 1] as number));
          expect(ascending(turned.strokes.map((one) => one.slot))).toBe(true);
          expect(ascending(turned.rings ?? [])).toBe(true);
        }
      }),
    );
  });
});
