import { beatsOf, type Cycle } from '../cycle/index.ts';
import { type Instrument, playedOn } from '../instrument/index.ts';
import { type Layer, LIMITS, SayPattern, type Stroke } from '../rhythm/index.ts';
import { type Cadence, leadOf, startOf } from './cadence.ts';
import { unitsOf } from './units.ts';
import type { SaidUnit, StrokeTable } from './words.ts';

/** A cadence as a layer, or why it cannot be written. */
export type LayerResult =
  | {
      readonly ok: true;
      readonly layer: Layer /** Turns before the one it lands on. */;
      readonly turns: number;
    }
  | { readonly ok: false; readonly message: string };

/** A cadence with all that makes a layer of it. */
export interface CadenceAsLayer {
  readonly cycle: Cycle;
  readonly cadence: Cadence;
  readonly said: readonly SaidUnit[];
  readonly instrument: Instrument;
  readonly table: StrokeTable;
  readonly name: string;
  /** Turns before the cadence begins, so that one hears the way in. */
  readonly before?: number;
  /** Unit of its turn on which it begins, where it need not land. */
  readonly at?: number;
}

/**
 * A cadence as a layer of whole turns: the turns it takes, and one more that begins with the one it
 * lands on. Every phrase begins louder, and the landing is an accent.
 */
export function cadenceAsLayer(asked: CadenceAsLayer): LayerResult {
  const { cycle, cadence, said, instrument, table, name, before = 0 } = asked;
  const units = unitsOf(cycle, cadence.parts);
  const lands = startOf(cadence, units);
  const unit = asked.at ?? lands.unit;
  // Begun elsewhere it may end anywhere in its last turn.
  const turns =
    asked.at === undefined
      ? lands.turns
      : Math.max(0, Math.ceil((unit + leadOf(cadence)) / units.perTurn));
  const all = before + turns + 1;
  const cells = Array.from({ length: all }, () =>
    beatsOf(cycle).map((beat) => ({
      beats: { num: 1, den: 1 },
      slots: (units.count === 'beat' ? 1 : beat.span) * cadence.parts,
    })),
  ).flat();
  if (cells.some((cell) => cell.slots > LIMITS.slotsPerCell)) {
    return {
      ok: false,
      message: `A beat has at most ${LIMITS.slotsPerCell} slots; take fewer parts.`,
    };
  }
  if (all * units.perTurn > LIMITS.slotsPerLayer) {
    return { ok: false, message: 'This is longer than a layer can be; take fewer turns or parts.' };
  }
  const from = before * units.perTurn + unit;
  const fallback = instrument.strokes[0]?.code ?? 'X';
  const strokes = said.flatMap((one, index): Stroke[] => {
    if (one.text === undefined || one.text === '–') return [];
    const begins = one.phrase !== undefined && said[index - 1]?.phrase !== one.phrase;
    return [
      {
        slot: from + one.unit,
        kind: table[one.text] ?? fallback,
        force: one.lands ? 4 : begins ? 3 : 2,
        ...(SayPattern.test(one.text) ? { say: one.text } : {}),
      },
    ];
  });
  const rings = said.flatMap((one) => (one.text === '–' ? [from + one.unit] : []));
  return {
    ok: true,
    turns: before + turns,
    layer: {
      id: 'landing',
      name,
      ...playedOn(instrument),
      cells,
      strokes,
      ...(rings.length > 0 ? { rings } : {}),
    },
  };
}
