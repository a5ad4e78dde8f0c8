import { nth } from '../bounds/index.ts';
import {
  leadingLine,
  placedIn,
  readHands,
  sitsWith,
  soundingLine,
  strokesPerSecond,
  syncopation,
  timelineOf,
} from '../read/index.ts';
import { beatTicks, type Rhythm, type Timing, timeRhythm } from '../rhythm/index.ts';
import type { Hertz } from '../time/index.ts';
import { counted } from '../wording/index.ts';

/** The figures of a line by which variations are told apart. */
export interface LineFigures {
  /** Slots that sound. */
  readonly strokes: number;
  readonly accents: number;
  /** Slots that sound in a turn, on the average. */
  readonly density: number;
  /** How far the strokes that lead the line are off the beat: see {@link syncopation}. */
  readonly offBeat: number;
  /** Strokes of each hand in a turn, graces and rolls with them. */
  readonly perTurn: Readonly<Record<'R' | 'L', number>>;
  /** The quickest hand at the tempo to reach; undefined where no hand strikes twice. */
  readonly quickest: { readonly hand: 'R' | 'L'; readonly perSecond: Hertz } | undefined;
  /** Whether it sounds on the one. */
  readonly onTheOne: boolean;
  /** Beats of the line, and those of them on which it sounds. */
  readonly beats: number;
  readonly onBeats: number;
  /** How it sits with the first two-sided timeline beside it: see {@link sitsWith}. Undefined where there is none. */
  readonly side: Leaning | undefined;
}

/** To which side of a timeline a line leans. */
export interface Leaning {
  /** The side the timeline begins with. */
  readonly begins: '3-2' | '2-3';
  /** How much better the line sits with it as it is begun than with its other half first, in strokes. */
  readonly by: number;
}

/** Figures that were worked out: every move is compared with the same line. */
const known = new WeakMap<Rhythm, Map<number, LineFigures | undefined>>();

/** The figures of a line; undefined where the rhythm has no grid, or no such line. */
export function figuresOf(rhythm: Rhythm, index: number): LineFigures | undefined {
  const figures = known.get(rhythm) ?? new Map<number, LineFigures | undefined>();
  known.set(rhythm, figures);
  if (!figures.has(index)) figures.set(index, workedOut(rhythm, index));
  return figures.get(index);
}

function workedOut(rhythm: Rhythm, index: number): LineFigures | undefined {
  const timed = timeRhythm(rhythm);
  const layer = rhythm.layers[index];
  if (!timed.ok || !layer) return undefined;
  const { timing } = timed;
  const grid = nth(timing.layers, index);
  const sounding = soundingLine(layer, grid);
  const { onsets, slots, accents } = sounding;
  const leading = leadingLine(sounding, grid.lengthTicks, 'plain strokes');
  const turns = Math.max(1, Math.ceil(grid.lengthTicks / timing.turnTicks));
  const beats = beatTicks(rhythm.cycle, timing, turns).filter((tick) => tick < grid.lengthTicks);
  const hands = readHands(layer, timing, index);
  const { closest, struck } = hands;
  const sounds = new Set(onsets);
  const perTurn = (hand: 'R' | 'L') => (struck[hand] * timing.turnTicks) / grid.lengthTicks;
  return {
    strokes: slots.length,
    accents,
    density: (slots.length * timing.turnTicks) / grid.lengthTicks,
    offBeat: syncopation(leading.onsets, grid.lengthTicks, beats).whole,
    perTurn: { R: perTurn('R'), L: perTurn('L') },
    quickest:
      closest && closest.hand !== 'F'
        ? {
            hand: closest.hand,
            perSecond: strokesPerSecond(closest.gap, { ...rhythm.tempo, bpm: rhythm.target }),
          }
        : undefined,
    onTheOne: onsets[0] === 0,
    beats: beats.length,
    onBeats: beats.filter((beat) => sounds.has(beat)).length,
    side: leaningOf(rhythm, timing, index),
  };
}

function leaningOf(rhythm: Rhythm, timing: Timing, index: number): Leaning | undefined {
  const layer = rhythm.layers[index];
  const [timeline] = rhythm.layers.flatMap((_, at) =>
    at === index ? [] : (timelineOf(rhythm, timing, at) ?? []),
  );
  if (!layer || !timeline) return undefined;
  const { onsets, span, side } = timeline;
  const [first = []] = placedIn(layer, timing, index, span, rhythm.cycle);
  const { here, other } = sitsWith(first, onsets, span, side);
  return { begins: side, by: here.agreement - other.agreement };
}

/** A difference that is not worth a word. */
const ALIKE = 0.05;

/** What is other than before, in a few words each, the most telling first. */
export function sayChange(
  before: LineFigures,
  after: LineFigures,
  target: number,
): readonly string[] {
  const said: string[] = [];
  if (before.onTheOne !== after.onTheOne)
    said.push(after.onTheOne ? 'begins on the one' : 'begins after the one');
  if (before.strokes !== after.strokes) {
    const more = after.strokes - before.strokes;
    said.push(
      `${counted(after.strokes, 'stroke')}, ${Math.abs(more)} ${more > 0 ? 'more' : 'fewer'}`,
    );
  } else if (before.accents !== after.accents) said.push(counted(after.accents, 'accent'));
  const off = after.offBeat - before.offBeat;
  if (Math.abs(off) > ALIKE) said.push(`${off > 0 ? 'more' : 'less'} off the beat`);
  const [was, now] = [before.quickest, after.quickest];
  if (now && (was?.hand !== now.hand || Math.abs(was.perSecond - now.perSecond) > ALIKE)) {
    const hand = now.hand === 'R' ? 'right' : 'left';
    said.push(`${hand} hand ${now.perSecond.toFixed(1)} a second at ${target}`);
  }
  for (const hand of ['R', 'L'] as const) {
    const less = after.perTurn[hand] - before.perTurn[hand];
    if (less < -ALIKE) said.push(`easier on the ${hand === 'R' ? 'right' : 'left'}`);
  }
  return said;
}
