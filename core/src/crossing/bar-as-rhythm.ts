import { beatsOf, type Cycle, cycleFromSpans, firstSpan } from '../cycle/index.ts';
import type { Rhythm } from '../rhythm/index.ts';
import type { Bpm } from '../time/index.ts';

/** Into how many beats a bar is cut, the most usual first. */
const BEATS = [4, 3, 2] as const;

/** A bar of so many pulses in beats alike: four of them, else three or two, else every pulse a beat. */
export function barCycle(length: number): Cycle {
  const beats = BEATS.find((count) => length % count === 0 && length > count) ?? length;
  return cycleFromSpans(`${length / beats}x${beats}`);
}

interface Bar {
  readonly onsets: readonly number[];
  readonly length: number;
  /** Pulses a minute. */
  readonly pulses: Bpm;
  readonly name: string;
  readonly id: string;
}

/** Strokes of a bar as a rhythm of one layer on claves, the first of them an accent. */
export function barAsRhythm({ onsets, length, pulses, name, id }: Bar): Rhythm {
  const cycle = barCycle(length);
  const span = firstSpan(cycle);
  const bpm = Math.min(400, Math.max(10, Math.round(pulses / span)));
  return {
    id,
    name,
    cycle,
    layers: [
      {
        id: 'layer-1',
        name: 'Claves',
        instrument: 'claves',
        cells: beatsOf(cycle).map(({ span: slots }) => ({ beats: { num: 1, den: 1 }, slots })),
        strokes: onsets.map((slot) => ({ slot, kind: 'X', force: slot === 0 ? 4 : 3 })),
      },
    ],
    tempo: { bpm, per: span },
    target: bpm,
    tags: ['crossing'],
  };
}
