import { nth } from '../bounds/index.ts';
import {
  leadingLine,
  readHands,
  soundingLine,
  strokesPerSecond,
  syncopation,
} from '../read/index.ts';
import { beatTicks, type Rhythm, timeRhythm } from '../rhythm/index.ts';
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
  };
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
