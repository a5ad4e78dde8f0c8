import { cellAt, numberAt } from '../../bounds/index.ts';
import type { Ticks } from '../../time/index.ts';

/**
 * The least of all rotations of a row of strides, compared place by place. Two lines are the same
 * family where these are alike.
 * @example leastRotation([2, 1, 2, 1, 2]) // [1, 2, 1, 2, 2]
 */
export function leastRotation(gaps: readonly number[]): readonly number[] {
  const { length } = gaps;
  const at = (start: number, offset: number): number => numberAt(gaps, (start + offset) % length);
  // Booth's two candidates, walked forward past whatever is already known to be greater.
  let best = 0;
  let rival = 1;
  let same = 0;
  while (best < length && rival < length && same < length) {
    const difference = at(best, same) - at(rival, same);
    if (difference === 0) same += 1;
    else {
      if (difference > 0) best += same + 1;
      else rival += same + 1;
      if (best === rival) rival += 1;
      same = 0;
    }
  }
  const start = Math.min(best, rival);
  return gaps.map((_, offset) => at(start, offset));
}

/** How a line lies on the circle of its span. */
export interface Spread {
  /** |1/K Σ e^(2πi(x_k/N − k/K))|: 1 for equal strides; 0 for no onsets. */
  readonly evenness: number;
  /** 1 − |1/K Σ e^(2πi x_k/N)|: 1 where the onsets, as weights on a wheel, rest on the hub; 0 for no onsets. */
  readonly balance: number;
}

/** Where the places of a circle point to, each worked out when it is first asked for. */
interface Circle {
  readonly re: Float64Array;
  readonly im: Float64Array;
}

/** The longest span whose circle is kept, and for how many of them: the lines of a rhythm share a few. */
const KEPT = { span: 16_384, circles: 8 } as const;
const circles = new Map<number, Circle>();

function circleOf(span: number): Circle | undefined {
  const known = circles.get(span);
  if (known || span > KEPT.span) return known;
  if (circles.size === KEPT.circles) circles.clear();
  const circle = { re: new Float64Array(span).fill(Number.NaN), im: new Float64Array(span) };
  circles.set(span, circle);
  return circle;
}

/**
 * How evenly the onsets are spread, and how well they balance (Milne and others, 2015), in one walk round the circle.
 * @param onsets ascending whole ticks, from 0 and below `span`
 */
export function spreadOf(onsets: readonly Ticks[], span: Ticks): Spread {
  const { length } = onsets;
  if (length === 0) return { evenness: 0, balance: 0 };
  const stepRe = Math.cos((2 * Math.PI) / length);
  const stepIm = -Math.sin((2 * Math.PI) / length);
  // Where an even stroke would turn this one back to, a step further with each.
  let backRe = 1;
  let backIm = 0;
  let evenRe = 0;
  let evenIm = 0;
  let pullRe = 0;
  let pullIm = 0;
  const kept = circleOf(span);
  for (let each = 0; each < length; each += 1) {
    const onset = numberAt(onsets, each);
    let re = kept ? cellAt(kept.re, onset) : Number.NaN;
    let im = kept ? cellAt(kept.im, onset) : Number.NaN;
    if (Number.isNaN(re)) {
      re = Math.cos((2 * Math.PI * onset) / span);
      im = Math.sin((2 * Math.PI * onset) / span);
      if (kept) {
        kept.re[onset] = re;
        kept.im[onset] = im;
      }
    }
    pullRe += re;
    pullIm += im;
    evenRe += re * backRe - im * backIm;
    evenIm += re * backIm + im * backRe;
    const turned = backRe * stepRe - backIm * stepIm;
    backIm = backRe * stepIm + backIm * stepRe;
    backRe = turned;
  }
  return {
    evenness: Math.hypot(evenRe, evenIm) / length,
    balance: 1 - Math.hypot(pullRe, pullIm) / length,
  };
}

/** The sum of `count` unit vectors, each at its share of a full circle, to the right and upwards. */
export function sumVector(
  count: number,
  share: (index: number) => number,
): readonly [number, number] {
  let re = 0;
  let im = 0;
  for (let index = 0; index < count; index += 1) {
    const angle = 2 * Math.PI * share(index);
    re += Math.cos(angle);
    im += Math.sin(angle);
  }
  return [re, im];
}

/** Syncopation of a line, as a whole and for each half of its span. */
export interface Syncopation {
  /** Mean weight of a stroke; 0 where all lie on beats. */
  readonly whole: number;
  readonly firstHalf: number;
  readonly secondHalf: number;
}

/**
 * Weighted note-to-beat distance (Gómez, Melvin, Rappaport and Toussaint, 2005). With T the distance
 * to the nearest beat over the length of the beat a stroke falls in, a stroke on a beat weighs 0;
 * one that lasts to the next stroke past the next beat and not past the one after weighs 2/T; any
 * other 1/T. The result is the mean over strokes; a half has the mean over its own strokes.
 * @param onsets ascending ticks, from 0 and below `span`
 * @param beats ticks of the beats, the first at 0, all below `span`
 * @example syncopation([0, 3, 6, 10, 12], 16, [0, 4, 8, 12]).whole // 2.8
 */
export function syncopation(
  onsets: readonly Ticks[],
  span: Ticks,
  beats: readonly Ticks[],
): Syncopation {
  const sums = { first: 0, second: 0 };
  let inFirst = 0;
  let beat = 0;
  for (let index = 0; index < onsets.length; index += 1) {
    const onset = numberAt(onsets, index);
    while ((beats[beat + 1] ?? span) <= onset) beat += 1;
    const end =
      index + 1 < onsets.length ? numberAt(onsets, index + 1) : numberAt(onsets, 0) + span;
    const weight = weightAgainstBeats(onset, end, span, beats, beat);
    if (onset * 2 < span) {
      sums.first += weight;
      inFirst += 1;
    } else sums.second += weight;
  }
  const mean = (sum: number, count: number): number => (count === 0 ? 0 : sum / count);
  return {
    whole: mean(sums.first + sums.second, onsets.length),
    firstHalf: mean(sums.first, inFirst),
    secondHalf: mean(sums.second, onsets.length - inFirst),
  };
}

/** What one stroke weighs in the syncopation, and from what. */
export interface SyncopationWeight {
  readonly onset: Ticks;
  readonly weight: number;
  /** Distance to the nearest beat over the length of the beat; 0 on a beat. */
  readonly distance: number;
  /** Whether it lasts past the next beat and not past the one after. */
  readonly crosses: boolean;
}

/** The weights of which {@link syncopation} is the mean. */
export function syncopationWeights(
  onsets: readonly Ticks[],
  span: Ticks,
  beats: readonly Ticks[],
): readonly SyncopationWeight[] {
  return onsets.map((onset, index) => {
    const end = onsets[index + 1] ?? numberAt(onsets, 0) + span;
    const beat = beats.findLastIndex((one) => one <= onset);
    const before = numberAt(beats, beat);
    const next = beats[beat + 1] ?? span;
    const distance = Math.min(onset - before, next - onset) / (next - before);
    const weight = weightAgainstBeats(onset, end, span, beats, beat);
    return { onset, weight, distance, crosses: weight > 0 && weight * distance > 1.5 };
  });
}

/** Past the last beat come those of the next round, and of the one after where there is only one beat. */
function beatInRounds(index: number, beats: readonly Ticks[], span: Ticks): Ticks {
  const { length } = beats;
  return index < length
    ? numberAt(beats, index)
    : numberAt(beats, index % length) + Math.floor(index / length) * span;
}

function weightAgainstBeats(
  onset: Ticks,
  end: Ticks,
  span: Ticks,
  beats: readonly Ticks[],
  index: number,
): number {
  const before = numberAt(beats, index);
  if (onset === before) return 0;
  const next = beatInRounds(index + 1, beats, span);
  const after = beatInRounds(index + 2, beats, span);
  const distance = Math.min(onset - before, next - onset) / (next - before);
  return end > next && end <= after ? 2 / distance : 1 / distance;
}
