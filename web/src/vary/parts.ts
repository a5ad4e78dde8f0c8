import { beatsToPulses } from '@stride/core/cycle';
import type { LayerGrid, Rhythm } from '@stride/core/rhythm';
import { sayTurn } from '@stride/core/rhythm';
import type { Stretch } from '@stride/core/vary';

/** A part of a line that is varied alone. */
export interface Part {
  readonly key: string;
  readonly name: string;
  /** All of the line where it is not given. */
  readonly stretch?: Stretch;
  /** The turns that it is, where it is whole turns. */
  readonly turns?: { readonly from: number; readonly count: number };
}

/** The most turns that are listed one by one. */
const MOST_TURNS = 16;

/** What of a line can be varied alone: all of it, its halves, each of its turns. */
export function partsOf(rhythm: Rhythm, grid: LayerGrid): readonly Part[] {
  const { num, den } = grid.length;
  const at = (part: number, of: number) => ({ num: num * part, den: den * of });
  const turns = Math.round(grid.lengthTicks / grid.turnTicks);
  const isWhole = turns * grid.turnTicks === grid.lengthTicks;
  const half = isWhole && turns % 2 === 0 ? turns / 2 : undefined;
  const halfFrom = (from: number) => (half ? { turns: { from, count: half } } : {});
  return [
    { key: 'all', name: 'all of it' },
    {
      key: 'first',
      name: 'the first half',
      stretch: { from: at(0, 2), to: at(1, 2) },
      ...halfFrom(0),
    },
    {
      key: 'second',
      name: 'the second half',
      stretch: { from: at(1, 2), to: at(2, 2) },
      ...halfFrom(half ?? 0),
    },
    ...(isWhole && turns > 1 && turns <= MOST_TURNS
      ? Array.from(
          { length: turns },
          (_, turn): Part => ({
            key: `turn ${turn + 1}`,
            name: sayTurn(rhythm, turn),
            stretch: { from: at(turn, turns), to: at(turn + 1, turns) },
            turns: { from: turn, count: 1 },
          }),
        )
      : []),
  ];
}

/** Some beats of a line, counted over all its turns from 0; `to` is not among them. */
export interface BeatRange {
  readonly from: number;
  readonly to: number;
}

/** How many beats a line has that fills whole turns; none where it does not. */
export function beatsOfLine({ beats }: LayerGrid): number {
  return beats.den === 1 ? beats.num : 0;
}

/** A part of some beats, wherever they are. */
export function beatsPart(rhythm: Rhythm, grid: LayerGrid, { from, to }: BeatRange): Part {
  const toPulses = beatsToPulses(rhythm.cycle);
  const at = (beat: number) => toPulses({ num: beat, den: 1 });
  const all = beatsOfLine(grid);
  const [first, end] = [Math.min(from, all - 1), Math.min(Math.max(to, from + 1), all)];
  return {
    key: `beats ${first + 1} to ${end}`,
    name: end - first === 1 ? `beat ${end}` : `beats ${first + 1} to ${end}`,
    stretch: { from: at(first), to: at(end) },
  };
}
