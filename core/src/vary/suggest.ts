import type { Rhythm } from '../rhythm/index.ts';
import { applyChain, type Step } from './chain.ts';
import { combinationsOf } from './combinations.ts';
import { lineOf, type Stretch, struckIn } from './line.ts';
import type { Settings } from './move.ts';
import { MOVES, type MoveId } from './moves/index.ts';
import { figuresOf, type LineFigures } from './what-changed.ts';

/** What a player may want of a variation. */
export const AIMS = {
  simpler: 'simpler',
  fuller: 'fuller',
  left: 'easier on the left hand',
  right: 'easier on the right hand',
  'off beat': 'more off the beat',
  'on beat': 'more on the beat',
  side: 'on the other side of the timeline',
  harder: 'harder to hear: fewer beats sound',
} as const;
/** One of {@link AIMS}. */
export type Aim = keyof typeof AIMS;

/** A move that does what is wanted, with the figure that says so. */
export interface Suggestion {
  readonly step: Step;
  readonly why: string;
  /** How far it goes, as a share of what was there. */
  readonly gain: number;
}

/** Settings that are tried beside the usual ones. */
const OTHERS: Readonly<Partial<Record<MoveId, readonly Settings[]>>> = {
  shift: [{ hold: 'nothing' }, { hold: 'nothing', by: -1 }, { by: 2 }],
  thin: [{ what: 'weakest' }, { what: 'not accents' }, { what: 'optional' }],
  anticipate: [{ what: 'beats' }],
  ornament: [{ ornament: 'none', on: 'all' }],
  speed: [{ speed: 'half' }],
  optional: [{ how: 'on' }],
};

/** The moves that do what is wanted, those that go furthest first; worked out by trying each of them. */
export function suggest(
  rhythm: Rhythm,
  index: number,
  aim: Aim,
  stretch?: Stretch,
): readonly Suggestion[] {
  const before = figuresOf(rhythm, index);
  if (!before) return [];
  const tried = (Object.keys(MOVES) as MoveId[]).flatMap((move) =>
    [{}, ...(OTHERS[move] ?? [])].map((settings): Step => ({ move, settings })),
  );
  const found = tried.flatMap((step): readonly (Suggestion & { readonly line: string })[] => {
    const made = applyChain(rhythm, index, [step], stretch);
    const after = made && figuresOf(made.rhythm, index);
    if (!after || after.strokes === 0) return [];
    const { value, say } = MEASURED[aim];
    const [was, now] = [value(before, before), value(after, before)];
    const gain = (now - was) / Math.max(1e-9, Math.abs(was));
    return gain > 0.01
      ? [{ step, gain, why: say(before, after), line: JSON.stringify(made.layer) }]
      : [];
  });
  return distinct(found.sort((a, b) => b.gain - a.gain));
}

/** A move in all its places, to go through one by one. */
export const SETS = {
  shifts: 'every shift',
  beginnings: 'begun on each stroke',
  'left out': 'each stroke left out',
  optional: 'every set of what may be left out',
} as const;
/** One of {@link SETS}. */
export type SetName = keyof typeof SETS;

/** The most of a set that are listed. */
const MOST_OF_SET = 32;

/** Every shift of a line by its parts, or the line begun on each of its strokes. */
export function setOf(
  rhythm: Rhythm,
  index: number,
  set: SetName,
  stretch?: Stretch,
): readonly Step[] {
  const line = lineOf(rhythm, index, stretch);
  if (!line) return [];
  if (set === 'optional')
    return combinationsOf(rhythm, index, stretch)
      .filter((_, at, all) => isSpread(at, all.length))
      .map(({ step }) => step);
  if (set === 'left out')
    return struckIn(line)
      .slice(0, MOST_OF_SET)
      .map((_, at): Step => ({ move: 'thin', settings: { what: 'one', stroke: at + 1 } }));
  if (set === 'beginnings') {
    const count = Math.min(MOST_OF_SET, struckIn(line).length);
    return Array.from(
      { length: Math.max(0, count - 1) },
      (_, at): Step => ({
        move: 'rotate',
        settings: { stroke: at + 2 },
      }),
    );
  }
  const count = Math.min(MOST_OF_SET, line.to - line.from);
  return Array.from(
    { length: Math.max(0, count - 1) },
    (_, at): Step => ({
      move: 'shift',
      settings: { by: at + 1, hold: 'nothing' },
    }),
  );
}

/** Whether one of many is listed, where only so many are: the first, the last, and as evenly as may be between. */
function isSpread(at: number, count: number): boolean {
  if (count <= MOST_OF_SET || at === 0) return true;
  const place = (index: number) => Math.floor((index * (MOST_OF_SET - 1)) / (count - 1));
  return place(at) > place(at - 1);
}

/** What makes the same line is proposed once. */
function distinct(all: readonly (Suggestion & { readonly line: string })[]): readonly Suggestion[] {
  const seen = new Set<string>();
  return all.flatMap(({ line, ...suggestion }) => {
    if (seen.has(line)) return [];
    seen.add(line);
    return [suggestion];
  });
}

interface Measured {
  /** What grows where the aim is met. */
  readonly value: (figures: LineFigures, before: LineFigures) => number;
  readonly say: (before: LineFigures, after: LineFigures) => string;
}

/** @example '1 stroke', '2.5 strokes' */
const strokes = (count: number) =>
  `${rounded(count)} ${rounded(count) === '1' ? 'stroke' : 'strokes'}`;
const rounded = (value: number) => String(Math.round(value * 10) / 10);
const density: Measured['say'] = (before, after) =>
  `${strokes(after.density)} a turn instead of ${rounded(before.density)}`;
const offBeat: Measured['say'] = (before, after) =>
  `${rounded(after.offBeat)} off the beat instead of ${rounded(before.offBeat)}`;
const handed =
  (hand: 'R' | 'L'): Measured['say'] =>
  (before, after) =>
    `${strokes(after.perTurn[hand])} a turn for the ${hand === 'R' ? 'right' : 'left'} instead of ${rounded(before.perTurn[hand])}`;

/** @example '3-2 by 1.5', 'either side' */
function sayLeaning({ side }: LineFigures): string {
  if (!side || Math.abs(side.by) < 0.5) return 'either side';
  const isOther = side.by < 0;
  const { begins } = side;
  const named = isOther === (begins === '2-3') ? '3-2' : '2-3';
  return `${named} by ${rounded(Math.abs(side.by))}`;
}

const MEASURED: Readonly<Record<Aim, Measured>> = {
  simpler: { value: (one) => -one.density, say: density },
  fuller: { value: (one) => one.density, say: density },
  left: { value: (one) => -one.perTurn.L, say: handed('L') },
  right: { value: (one) => -one.perTurn.R, say: handed('R') },
  'off beat': { value: (one) => one.offBeat, say: offBeat },
  'on beat': { value: (one) => -one.offBeat, say: offBeat },
  side: {
    // What only leans less to its side is not on the other.
    value: (one, before) =>
      Math.max(0, -(Math.sign(before.side?.by ?? 0) || 1) * (one.side?.by ?? 0)),
    say: (before, after) => `sits with ${sayLeaning(after)} instead of ${sayLeaning(before)}`,
  },
  harder: {
    value: (one) => -one.onBeats / Math.max(1, one.beats),
    say: (before, after) =>
      `${after.onBeats} of ${after.beats} beats sound instead of ${before.onBeats} of ${before.beats}`,
  },
};
