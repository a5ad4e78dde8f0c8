import { nth, numberAt } from '../bounds/index.ts';
import type { Cycle } from '../cycle/index.ts';
import { instrumentOf, type PlayedOn } from '../instrument/index.ts';
import { type Layer, LIMITS, type Rhythm } from '../rhythm/index.ts';
import { type Bpm, gcd, lcm, rational, wrap } from '../time/index.ts';
import { type Crossing, soundsOf, stepsOf } from './crossing.ts';

/** How a pulse of a crossing is played. */
export interface PulsePart extends PlayedOn {
  readonly kind: string;
  readonly hand: 'R' | 'L' | 'F';
}

/** What is laid over each beat of a view: a low stroke, a high one, or nothing. */
export type Backbeat = readonly ('low' | 'high' | undefined)[];

/** The strokes with which low and high are laid over a view. */
export const BACKBEAT_STROKES = {
  low: { instrument: 'box-drum', kind: 'B' },
  high: { instrument: 'box-drum', kind: 'S' },
} as const;

/** A crossing with all that makes a rhythm of it. */
export interface CrossingAsRhythm {
  readonly crossed: Crossing;
  /** How each pulse is played. */
  readonly parts: readonly PulsePart[];
  /** Index of the pulse that is the beat. */
  readonly from: number;
  /** Beats of that pulse a minute. */
  readonly bpm: Bpm;
  readonly id: string;
  /** Indices of the pulses that become layers; all of them where it is not given. */
  readonly heard?: readonly number[];
  /** Whether the composite becomes a layer of its own, where its grid can be written. */
  readonly composite?: boolean;
  /** Low and high strokes over the pulse that is the beat; they become a layer of their own. */
  readonly backbeat?: Backbeat;
  /** What is added to the name. */
  readonly step?: string;
}

/** The most pulses of a beat in which the crossing can still be counted. */
const COUNTED = 16;

/**
 * A crossing as a rhythm of one turn: the pulse that is the beat gives the beats of the cycle, from
 * its first step on, and each pulse is a layer of even cells.
 */
export function crossingAsRhythm(asked: CrossingAsRhythm): Rhythm {
  const { crossed, parts, from, bpm, id, composite = false, step } = asked;
  const { counts, grid } = crossed;
  const beats = numberAt(counts, from);
  // A beat is as many pulses as the crossing needs, where that can still be counted.
  const needed = grid / beats;
  const span = needed <= COUNTED ? needed : 1;
  const name = counts.join(' : ');
  const cycle: Cycle = {
    id: `${span}x${beats}`,
    name: `${span}x${beats}`,
    groups: [{ beats: Array.from({ length: beats }, () => ({ span })) }],
  };
  const [first = 0] = stepsOf(crossed, from);
  const heard = asked.heard ?? counts.map((_, index) => index);
  const layers = heard.flatMap((index): Layer[] => {
    const part = parts[index] ?? { instrument: 'claves', kind: 'X', hand: 'R' };
    const pulse = nth(crossed.pulses, index);
    const sounds = soundsOf(crossed, index);
    const [own = 0] = stepsOf(crossed, index);
    const line = lineOf(sounds, first, grid, beats, pulse.steps);
    if (!line) return [];
    return [
      {
        id: `layer-${index + 1}`,
        name: `${pulse.steps} ${instrumentOf(part)?.name ?? ''}`.trim(),
        instrument: part.instrument,
        ...(part.own && { own: part.own }),
        cells: line.cells,
        strokes: line.slots.map(({ slot, at }) => ({
          slot,
          kind: part.kind,
          force: at === own ? (4 as const) : (3 as const),
          hand: part.hand,
        })),
      },
    ];
  });
  const together = composite
    ? lineOf(
        crossed.moments.map((moment) => moment.at),
        first,
        grid,
        beats,
        beats,
      )
    : undefined;
  const tempo = Math.min(400, Math.max(10, Math.round(bpm)));
  return {
    id,
    name: `${name} crossing${step ? `, ${step}` : ''}`,
    cycle,
    // The composite stands first: the layer that is played is the one that is climbed.
    layers: [
      ...(together
        ? [
            {
              id: 'layer-composite',
              name: 'Composite',
              instrument: 'claves',
              cells: together.cells,
              strokes: together.slots.map(({ slot }) => ({
                slot,
                kind: 'X',
                force: layers.length > 0 ? (1 as const) : slot === 0 ? (4 as const) : (3 as const),
              })),
            },
          ]
        : []),
      ...layers,
      ...backbeatLayer(asked.backbeat ?? [], beats),
    ],
    tempo: { bpm: tempo, per: span },
    target: tempo,
    tags: ['crossing'],
  };
}

/** The low and high strokes of a view, one slot a beat; none where nothing is laid over it. */
function backbeatLayer(backbeat: Backbeat, beats: number): readonly Layer[] {
  const strokes = Array.from({ length: beats }, (_, slot) => slot).flatMap((slot) => {
    const which = backbeat[slot];
    return which ? [{ slot, kind: BACKBEAT_STROKES[which].kind, force: 3 as const }] : [];
  });
  if (strokes.length === 0) return [];
  return [
    {
      id: 'layer-backbeat',
      name: 'Low and high',
      instrument: BACKBEAT_STROKES.low.instrument,
      cells: Array.from({ length: beats }, () => ({ beats: { num: 1, den: 1 }, slots: 1 })),
      strokes,
    },
  ];
}

/**
 * Places on the grid as cells and slots, begun at `first`: in the fewest even slots that they all
 * fall on, one cell where it can be, else a cell for each step. Undefined where they are too fine.
 */
function lineOf(
  places: readonly number[],
  first: number,
  grid: number,
  beats: number,
  steps: number,
):
  | {
      readonly cells: Layer['cells'];
      readonly slots: readonly { readonly slot: number; readonly at: number }[];
    }
  | undefined {
  const since = places
    .map((at) => ({ at, since: wrap(at - first, grid) }))
    .sort((a, b) => a.since - b.since);
  const needed = since.reduce((all, one) => {
    return one.since === 0 ? all : lcm(all, grid / gcd(one.since, grid));
  }, 1);
  const all = lcm(needed, steps);
  if (all / steps > LIMITS.slotsPerCell || all > LIMITS.slotsPerLayer) return undefined;
  // On every beat alike, a cell is a beat; else one cell holds the turn while it can be read.
  const byBeat = all % beats === 0 && all / beats <= LIMITS.slotsPerCell;
  const cells = byBeat ? beats : all <= LIMITS.slotsPerCell ? 1 : steps;
  const length = rational(beats, cells);
  return {
    cells: Array.from({ length: cells }, () => ({
      beats: { num: length.num, den: length.den },
      slots: all / cells,
    })),
    slots: since.map((one) => ({ slot: (one.since * all) / grid, at: one.at })),
  };
}
