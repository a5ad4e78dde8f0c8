import fc from 'fast-check';
import { readSecond } from '../counting/index.ts';
import { type Cycle, cycleFromSpans } from '../cycle/index.ts';
import { INSTRUMENTS } from '../instrument/index.ts';
import { checkRhythm, handClashes, slotCount } from './check.ts';
import { withSecond } from './counting.ts';
import { setNotes, setTags } from './edit.ts';
import { readEduppu, withEduppu } from './eduppu.ts';
import { FEEL_ENDS, FEEL_STEPS, type FeelEnd, feelBetween } from './feel.ts';
import { isFootKind } from './hands.ts';
import {
  type Cell,
  FORCES,
  HANDS,
  type Layer,
  ORNAMENTS,
  type Rhythm,
  type Stroke,
  TUNED_BETWEEN,
  type Variation,
} from './model.ts';
import { withVariations } from './variations.ts';

/** Generators of valid rhythms for the property tests of this and later concepts. */
export const arbitraryCycle: fc.Arbitrary<Cycle> = fc
  .array(fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 4 }), {
    minLength: 1,
    maxLength: 2,
  })
  .map((groups) => cycleFromSpans(groups.map((spans) => spans.join('+')).join(', ')));

const beatCells: fc.Arbitrary<Cell[]> = fc.oneof(
  { weight: 6, arbitrary: fc.integer({ min: 1, max: 6 }).map((slots) => [cell(1, 1, slots)]) },
  {
    weight: 1,
    arbitrary: fc
      .tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }))
      .map(([a, b]) => [cell(1, 2, a), cell(1, 2, b)]),
  },
);

function cell(num: number, den: number, slots: number): Cell {
  return { beats: { num, den }, slots };
}

const syllable = fc.constantFrom('dum', 'ka', 'ta-', "t'k", 'dhīn', '&', '1', 'plain');
const name = fc.oneof(
  fc.constantFrom('Walker', 'Bell : two', 'A # b', '"quoted"', 'Ночь', '1', '<b>x</b>'),
  fc
    .string({ minLength: 1, maxLength: 12 })
    .filter((text) => text.trim() !== '' && !/[\n\r\t]/.test(text)),
);

function arbitraryStroke(instrument: number, slot: number): fc.Arbitrary<Stroke> {
  const codes = (INSTRUMENTS[instrument] ?? INSTRUMENTS[0])?.strokes.map((kind) => kind.code) ?? [];
  return fc
    .record(
      {
        slot: fc.constant(slot),
        kind: fc.constantFrom(...codes),
        force: fc.constantFrom(...FORCES),
        hand: fc.constantFrom(...HANDS),
        say: syllable,
        ornament: fc.constantFrom(...ORNAMENTS),
        optional: fc.constant(true as const),
        damp: fc.constant(true as const),
      },
      { requiredKeys: ['slot', 'kind', 'force'] },
    )
    .map((stroke): Stroke => {
      const made = stroke as Stroke;
      const { hand: _hand, ...bare } = made;
      return isFootKind({ instrument: INSTRUMENTS[instrument]?.id ?? '' }, made.kind) ? bare : made;
    });
}

/** What sounds in a slot: mostly one stroke, now and then two of different kinds and hands together. */
function arbitrarySlot(instrument: number, slot: number): fc.Arbitrary<readonly Stroke[]> {
  const one = arbitraryStroke(instrument, slot);
  return fc.oneof(
    { weight: 6, arbitrary: one.map((stroke) => [stroke]) },
    {
      weight: 1,
      arbitrary: fc.tuple(one, one).map(([first, second]) => {
        if (first.kind === second.kind) return [first];
        const { hand, ...rest } = second;
        const clashes = handClashes({ strokes: [first, second] }).length > 0;
        return [first, clashes || hand === undefined ? rest : second];
      }),
    },
  );
}

/** The cells of one turn: a cell or two in each beat, now and then one over two beats. */
function turnCells(beats: number): fc.Arbitrary<Cell[]> {
  return fc
    .tuple(
      fc.array(beatCells, { minLength: beats, maxLength: beats }),
      fc.nat({ max: Math.max(0, beats - 2) }),
      fc.nat({ max: 4 }),
      fc.integer({ min: 1, max: 5 }),
    )
    .map(([cells, at, dice, slots]) =>
      dice === 0 && beats > 1
        ? [...cells.slice(0, at), [cell(2, 1, slots)], ...cells.slice(at + 2)].flat()
        : cells.flat(),
    );
}

/** Whole turns of the cycle, or a layer that comes round at its own length. */
function layerCells(beats: number): fc.Arbitrary<Pick<Layer, 'cells' | 'free'>> {
  return fc.oneof(
    {
      weight: 7,
      arbitrary: fc
        .array(turnCells(beats), { minLength: 1, maxLength: 2 })
        .map((turns) => ({ cells: turns.flat() })),
    },
    {
      weight: 1,
      arbitrary: fc
        .integer({ min: 1, max: 5 })
        .chain(turnCells)
        .map((cells) => ({ cells, free: true as const })),
    },
  );
}

/** What a layer is said to be beside its strokes. */
const marks: fc.Arbitrary<Pick<Layer, 'side' | 'role' | 'feel' | 'tuning'>> = fc.oneof(
  fc.integer(TUNED_BETWEEN).map((pitch) => ({ tuning: [{ drum: 0, pitch }] })),
  { weight: 6, arbitrary: fc.constant({}) },
  {
    weight: 1,
    arbitrary: fc
      .tuple(
        fc.constantFrom(...(Object.keys(FEEL_ENDS) as FeelEnd[])),
        fc.integer({ min: 1, max: FEEL_STEPS }),
        fc.constantFrom(undefined, [0], [1, 2]),
      )
      .map(([end, step, beats]) => {
        const feel = feelBetween('Lilt, a little', end, step, beats);
        return feel ? { feel } : {};
      }),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom(
      { side: '3-2' as const },
      { side: '2-3' as const, role: 'timeline' as const },
      { role: 'voice' as const },
    ),
  },
);

function arbitraryLayer(cycle: Cycle, index: number): fc.Arbitrary<Layer> {
  const beats = cycle.groups.flatMap((group) => group.beats).length;
  return fc
    .tuple(layerCells(beats), fc.nat({ max: INSTRUMENTS.length - 1 }), name, marks)
    .chain(([{ cells, free }, instrument, layerName, marked]) => {
      const all = Array.from({ length: slotCount({ cells }) }, (_, slot) => slot);
      return fc.tuple(fc.subarray(all), fc.subarray(all)).chain(([sounding, ringing]) =>
        fc.tuple(...sounding.map((slot) => arbitrarySlot(instrument, slot))).map((slots): Layer => {
          const rings = ringing.filter((slot) => !sounding.includes(slot));
          return {
            id: `layer-${index + 1}`,
            name: layerName.trim(),
            instrument: INSTRUMENTS[instrument]?.id ?? '',
            cells,
            strokes: slots.flat(),
            ...marked,
            ...(free ? { free } : {}),
            ...(rings.length > 0 ? { rings } : {}),
          };
        }),
      );
    });
}

const notes = fc
  .array(
    fc.oneof(fc.string({ maxLength: 12 }), fc.constantFrom('  Ondra calls', '# not a comment', '')),
    {
      maxLength: 3,
    },
  )
  .map((lines) => lines.join('\n').replace(/\r/g, ''));

/** A variation of one layer: a turn or two with other cells and strokes. */
function arbitraryVariation(
  cycle: Cycle,
  layers: readonly Layer[],
  index: number,
): fc.Arbitrary<Variation> {
  const beats = cycle.groups.flatMap((group) => group.beats).length;
  return fc
    .tuple(
      fc.nat({ max: layers.length - 1 }),
      fc.array(turnCells(beats), { minLength: 1, maxLength: 2 }),
      fc.constantFrom<Pick<Variation, 'key' | 'place' | 'share'>[]>(
        {},
        { key: index + 1, share: { num: 1, den: 16 } },
        { place: { kind: 'turn', turn: 3, of: 4 }, share: { num: 1, den: 4 } },
        { key: 9 - index, place: { kind: 'side', side: 'two' } },
      ),
    )
    .chain(([at, turns, set]) => {
      const cells = turns.flat();
      const all = Array.from({ length: slotCount({ cells }) }, (_, slot) => slot);
      const layer = layers[at];
      const instrument = INSTRUMENTS.findIndex(({ id }) => id === layer?.instrument);
      return fc.subarray(all).chain((sounding) =>
        fc.tuple(...sounding.map((slot) => arbitrarySlot(instrument, slot))).map(
          (slots): Variation => ({
            id: `variation-${index + 1}`,
            name: ['Lift', 'Break : two', '"a" # b'][index] ?? `Variation ${index + 1}`,
            ...set,
            lines: [{ layer: layer?.id ?? '', cells, strokes: slots.flat() }],
          }),
        ),
      );
    });
}

const arbitraryHome: fc.Arbitrary<Rhythm> = fc
  .tuple(arbitraryCycle, fc.integer({ min: 1, max: 3 }), name)
  .chain(([cycle, count, rhythmName]) =>
    fc
      .tuple(
        fc.tuple(...Array.from({ length: count }, (_, index) => arbitraryLayer(cycle, index))),
        fc.integer({ min: 10, max: 400 }),
        fc.integer({ min: 10, max: 400 }),
        fc.integer({ min: 1, max: 8 }),
        fc.tuple(
          notes,
          fc.string({ maxLength: 20 }),
          fc.constantFrom(0, 0, 1, 2, 3),
          fc.constantFrom('', '', '1/2', '2/3', '1'),
        ),
      )
      .map(([layers, now, target, per, [written, tags, counts, after]]): Rhythm => {
        const plain: Rhythm = {
          id: 'rhythm',
          name: rhythmName.trim(),
          cycle,
          layers,
          tempo: { bpm: now, per },
          target,
          tags: [],
        };
        const read = readSecond(`in ${counts}`, cycle);
        const felt = 'second' in read ? withSecond(plain, read.second) : plain;
        const begins = readEduppu(after, cycle);
        const begun = 'eduppu' in begins ? withEduppu(felt, begins.eduppu) : felt;
        return setNotes(setTags(begun, tags), written);
      }),
  );

/** A plain rhythm, and now and then one with variations. */
export const arbitraryRhythm: fc.Arbitrary<Rhythm> = fc
  .tuple(arbitraryHome, fc.constantFrom(0, 0, 0, 1, 2, 3))
  .chain(([rhythm, count]) =>
    fc
      .tuple(
        ...Array.from({ length: count }, (_, at) =>
          arbitraryVariation(rhythm.cycle, rhythm.layers, at),
        ),
      )
      .map((variations) => {
        const varied = withVariations(rhythm, variations);
        return checkRhythm(varied).ok ? varied : rhythm;
      }),
  );
