import { nth, numberAt } from '../bounds/index.ts';
import { seeded } from '../chance/index.ts';
import type { Passage, Stone } from '../passage/index.ts';
import {
  type Bpm,
  type Seconds,
  secondsPerPulse,
  TEMPO_RANGE,
  timeInto,
  toNumber,
} from '../time/index.ts';
import { type Ladder, ladderTempos, passesAt } from './ladder.ts';

/** One rung of a path: a stone at a tempo, so many times. */
export interface PathRung {
  /** Which stone of the path, from 0. */
  readonly stone: number;
  readonly bpm: Bpm;
  readonly passes: number;
  /** What the tempo is multiplied by in each pass, rising without a step; nothing where it is steady. */
  readonly rise?: number;
}

/** A way through and a ladder in one: what is practised, at which tempos, how often, in order. */
export interface Path {
  readonly stones: readonly Stone[];
  readonly rungs: readonly PathRung[];
}

/** What is practised at a rung; nothing where the path has no such rung. */
export function stoneAt({ stones, rungs }: Path, rung: number): Stone | undefined {
  const here = rungs[rung];
  return here && nth(stones, here.stone);
}

/** Hundredths of the tempo to reach that are comfortable: pieces are taken up to there and joined below. */
export const COMFORT = { usual: 75, min: 30, max: 100 } as const;
/** How many rungs below the comfortable one joined pieces begin. */
const LOWER = 2;
/** A piece alone takes at most so many tempos up to the comfortable one. */
const ALONE = 3;

/** How long one time through a stone lasts. */
export function passSeconds(
  { from, to }: Pick<Passage, 'from' | 'to'>,
  bpm: Bpm,
  per: number,
  rise = 1,
): Seconds {
  const pulses = to.num / to.den - from.num / from.den;
  const secondsPerTick = toNumber(secondsPerPulse({ bpm, per }));
  return timeInto({ secondsPerTick, rise: Math.log(rise) / pulses }, pulses);
}

/**
 * The path of a way through up a ladder: each part alone up to a comfortable rung, parts joined from a lower
 * one up to there, and the whole from there up to the tempo to reach. A way of the whole alone is the ladder.
 * @param per pulses in the counted beat
 * @param comfort hundredths of the tempo to reach
 */
export function planPath(
  stones: readonly Stone[],
  ladder: Ladder,
  per: number,
  comfort: number = COMFORT.usual,
): Path {
  const rungsOf = (index: number): readonly PathRung[] => {
    const stone = nth(stones, index);
    const tempos = temposOf(stone, stones, ladder, comfort);
    const rises = ladder.shape === 'steady' && stone === stones.at(-1);
    return tempos.map((bpm, at) => ({
      stone: index,
      bpm,
      passes: passesAt(ladder, passSeconds(stone.passage, bpm, per)),
      // Each pass rises to where the next one begins; the last is at the tempo to reach.
      ...(rises && at + 1 < tempos.length ? { rise: numberAt(tempos, at + 1) / bpm } : {}),
    }));
  };
  const all = stones.map((_, index) => rungsOf(index));
  const isMixed = (index: number) => nth(stones, index).mixed === true;
  const rungs = [
    ...mixed(all.filter((_, index) => isMixed(index))),
    ...all.filter((_, index) => !isMixed(index)).flat(),
  ];
  return { stones, rungs };
}

/**
 * Rungs of several pieces mixed: in each round every piece once, in an order drawn anew but the same for the same
 * pieces, and never the same piece twice running. A piece of fewer tempos stays at its last.
 */
function mixed(pieces: readonly (readonly PathRung[])[]): readonly PathRung[] {
  const random = seeded(pieces.length);
  const rungs: PathRung[] = [];
  for (let round = 0; round < ALONE; round += 1) {
    const left = [...pieces];
    while (left.length > 0) {
      const last = rungs.at(-1)?.stone;
      const fits = left.filter((piece) => nth(piece, 0).stone !== last);
      const drawn = nth(fits, Math.floor(random() * fits.length));
      left.splice(left.indexOf(drawn), 1);
      rungs.push(nth(drawn, Math.min(round, drawn.length - 1)));
    }
  }
  return rungs;
}

function temposOf(
  stone: Stone,
  stones: readonly Stone[],
  ladder: Ladder,
  comfort: number,
): readonly Bpm[] {
  if (stones.length === 1) return ladderTempos(ladder);
  const comfortable = Math.max(ladder.from, Math.round((ladder.to * comfort) / 100));
  const upTo = ladderTempos({ ...ladder, to: Math.min(ladder.to, comfortable), shape: 'straight' });
  const joined = upTo.slice(-1 - LOWER);
  switch (stone.size) {
    case 'part':
      return spaced(upTo, ALONE);
    case 'joined':
      return spaced(joined, ALONE - 1);
    case 'whole':
      // Only the last of them goes on to the end; a whole on the way is a row of pieces like others.
      return stone === stones.at(-1)
        ? ladderTempos({ ...ladder, from: Math.min(numberAt(joined, 0), ladder.to) })
        : spaced(joined, ALONE - 1);
  }
}

/** The first, the last, and so many in all as evenly between them as can be. */
function spaced(tempos: readonly Bpm[], count: number): readonly Bpm[] {
  if (tempos.length <= count) return tempos;
  return Array.from({ length: count }, (_, at) =>
    numberAt(tempos, Math.round((at * (tempos.length - 1)) / (count - 1))),
  );
}

/**
 * How long a path takes when nothing is repeated.
 * @param countIn pulses counted in before each rung; 0 for none
 */
export function pathSeconds({ stones, rungs }: Path, per: number, countIn = 0): Seconds {
  return rungs.reduce((sum, { stone, bpm, passes, rise }) => {
    const pulse = toNumber(secondsPerPulse({ bpm, per }));
    const pass = passSeconds(nth(stones, stone).passage, bpm, per, rise);
    return sum + passes * pass + countIn * pulse;
  }, 0);
}

/** Changes one rung of a path: its tempo or its passes. */
export function changeRung(
  path: Path,
  index: number,
  change: Partial<Pick<PathRung, 'bpm' | 'passes'>>,
): Path {
  const rungs = path.rungs.map((rung, at) => (at === index ? { ...rung, ...change } : rung));
  return { ...path, rungs: risingOn(rungs) };
}

/** Rungs that rise, each to where the next one begins now; one of several passes stays at its tempo. */
function risingOn(rungs: readonly PathRung[]): readonly PathRung[] {
  return rungs.map((rung, at) => {
    const { rise, ...steady } = rung;
    const next = rungs[at + 1];
    if (rise === undefined) return rung;
    return next && rung.passes === 1 ? { ...steady, rise: next.bpm / rung.bpm } : steady;
  });
}

/** Leaves one rung of a path out; the last, which is the whole at its tempo, stays. */
export function leaveOutRung(path: Path, index: number): Path {
  if (index >= path.rungs.length - 1) return path;
  return { ...path, rungs: risingOn(path.rungs.filter((_, at) => at !== index)) };
}

/** How much slower the piece that fails is taken first, in hundredths. */
const SLOWER = 88;

/**
 * Puts the piece that fails before the rung it fails at: a little slower, and then at that tempo.
 * @returns the path; the climb goes on at `index`, which is the piece now
 */
export function practiseFirst(path: Path, index: number, piece: Stone): Path {
  const rung = nth(path.rungs, index);
  const known = path.stones.findIndex((one) => one.name === piece.name && one.size === piece.size);
  const stones = known < 0 ? [...path.stones, piece] : path.stones;
  const stone = known < 0 ? path.stones.length : known;
  const slow = Math.max(TEMPO_RANGE.min, Math.round((rung.bpm * SLOWER) / 100));
  const before = [slow, rung.bpm].map((bpm): PathRung => ({ stone, bpm, passes: rung.passes }));
  return {
    stones,
    rungs: [...path.rungs.slice(0, index), ...before, ...path.rungs.slice(index)],
  };
}

/**
 * Where a climb begins that was clean before: the last rung of the whole that is no quicker than that, and
 * never the last of all. 0 where it was never clean, or where it begins with parts.
 */
export function startingRung({ stones, rungs }: Path, best: Bpm | undefined): number {
  if (best === undefined || stones.length > 1) return 0;
  let at = 0;
  while (
    at + 2 < rungs.length &&
    nth(rungs, at + 1).bpm <= best &&
    nth(rungs, at + 1).bpm > nth(rungs, at).bpm
  ) {
    at += 1;
  }
  return at;
}
