import { cycleFromSpans } from '../cycle/index.ts';
import type { Cell, Layer, Rhythm, Stroke } from './index.ts';

const one = { num: 1, den: 1 } as const;
/** A drum over three and two, as the written form `play D . T / K .` says it. */
export const BASE: Rhythm = {
  id: 'rhythm',
  name: 'A',
  cycle: cycleFromSpans('3+2'),
  tempo: { bpm: 60, per: 3 },
  target: 90,
  tags: [],
  layers: [
    {
      id: 'layer-1',
      name: 'Drum',
      instrument: 'goblet-drum',
      cells: [
        { beats: one, slots: 3 },
        { beats: one, slots: 2 },
      ],
      strokes: [
        { slot: 0, kind: 'D', force: 3 },
        { slot: 2, kind: 'T', force: 3 },
        { slot: 3, kind: 'K', force: 3 },
      ],
    },
  ],
};
export const [DRUM] = BASE.layers as [Layer];
export const withLayer = (change: Partial<Layer>): Rhythm => ({
  ...BASE,
  layers: [{ ...DRUM, ...change }],
});
export const cells = (...slots: readonly number[]): Cell[] =>
  slots.map((many) => ({ beats: { num: 1, den: 1 }, slots: many }));
export const stroke = (slot: number, more: Partial<Stroke> = {}): Stroke => ({
  slot,
  kind: 'D',
  force: 3,
  ...more,
});
