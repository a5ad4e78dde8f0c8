import fc from 'fast-check';
import { type Cycle, cycleFromSpans } from '../cycle/index.ts';
import { INSTRUMENTS } from '../instrument/index.ts';
import { slotCount } from './check.ts';
import {
  type Cell,
  FORCES,
  HANDS,
  type Layer,
  ORNAMENTS,
  type Rhythm,
  type Stroke,
} from './model.ts';

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
    .map((stroke) => stroke as Stroke);
}

function arbitraryLayer(cycle: Cycle, index: number): fc.Arbitrary<Layer> {
  const beats = cycle.groups.flatMap((group) => group.beats).length;
  return fc
    .tuple(fc.integer({ min: 1, max: 2 }), fc.nat({ max: INSTRUMENTS.length - 1 }), name)
    .chain(([turns, instrument, layerName]) =>
      fc
        .array(beatCells, { minLength: beats * turns, maxLength: beats * turns })
        .map((cells) => cells.flat())
        .chain((cells) => {
          const slots = slotCount({ cells });
          return fc
            .tuple(
              fc.subarray(Array.from({ length: slots }, (_, slot) => slot)),
              fc.subarray(Array.from({ length: slots }, (_, slot) => slot)),
            )
            .chain(([sounding, ringing]) =>
              fc
                .tuple(...sounding.map((slot) => arbitraryStroke(instrument, slot)))
                .map((strokes): Layer => {
                  const rings = ringing.filter((slot) => !sounding.includes(slot));
                  return {
                    id: `layer-${index + 1}`,
                    name: layerName.trim(),
                    instrument: INSTRUMENTS[instrument]?.id ?? '',
                    cells,
                    strokes,
                    ...(rings.length > 0 ? { rings } : {}),
                  };
                }),
            );
        }),
    );
}

export const arbitraryRhythm: fc.Arbitrary<Rhythm> = fc
  .tuple(arbitraryCycle, fc.integer({ min: 1, max: 3 }), name)
  .chain(([cycle, count, rhythmName]) =>
    fc
      .tuple(
        fc.tuple(...Array.from({ length: count }, (_, index) => arbitraryLayer(cycle, index))),
        fc.integer({ min: 10, max: 400 }),
        fc.integer({ min: 10, max: 400 }),
        fc.integer({ min: 1, max: 8 }),
      )
      .map(
        ([layers, now, target, per]): Rhythm => ({
          id: 'rhythm',
          name: rhythmName.trim(),
          cycle,
          layers,
          tempo: { bpm: now, per },
          target,
          tags: [],
        }),
      ),
  );
