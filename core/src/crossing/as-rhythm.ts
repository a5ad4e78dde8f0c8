import type { Cycle } from '../cycle/index.ts';
import { findInstrument } from '../instrument/index.ts';
import type { Layer, Rhythm } from '../rhythm/index.ts';
import type { Crossing } from './crossing.ts';

/** How a pulse of a crossing is played. */
export interface PulsePart {
  readonly instrument: string;
  readonly kind: string;
  readonly hand: 'R' | 'L' | 'F';
}

/**
 * A crossing as a rhythm of one turn: the pulse that is the beat gives the beats of the cycle, and
 * each pulse is a layer of even strokes over the whole turn.
 * @param from index of the pulse that is the beat
 * @param bpm beats of that pulse a minute
 */
export function crossingAsRhythm(
  crossed: Crossing,
  parts: readonly PulsePart[],
  from: number,
  bpm: number,
  id: string,
): Rhythm {
  const { counts, grid } = crossed;
  const beats = counts[from] ?? 1;
  // A beat is as many pulses as the crossing needs, where that can still be counted.
  const needed = grid / beats;
  const span = needed <= 16 ? needed : 1;
  const name = counts.join(' : ');
  const cycle: Cycle = {
    id: `${span}x${beats}`,
    name: `${span}x${beats}`,
    groups: [{ beats: Array.from({ length: beats }, () => ({ span })) }],
  };
  const layers = counts.map((count, index): Layer => {
    const part = parts[index] ?? { instrument: 'claves', kind: 'X', hand: 'R' };
    const even = index === from;
    return {
      id: `layer-${index + 1}`,
      name: `${count} ${findInstrument(part.instrument)?.name ?? ''}`.trim(),
      instrument: part.instrument,
      cells: even
        ? Array.from({ length: beats }, () => ({ beats: { num: 1, den: 1 }, slots: 1 }))
        : [{ beats: { num: beats, den: 1 }, slots: count }],
      strokes: Array.from({ length: count }, (_, slot) => ({
        slot,
        kind: part.kind,
        force: slot === 0 ? (4 as const) : (3 as const),
        hand: part.hand,
      })),
    };
  });
  const tempo = Math.min(400, Math.max(10, Math.round(bpm)));
  return {
    id,
    name: `${name} crossing`,
    cycle,
    layers,
    tempo: { bpm: tempo, per: span },
    target: tempo,
    tags: ['crossing'],
  };
}
