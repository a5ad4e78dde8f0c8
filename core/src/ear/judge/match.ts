import { cellAt, nth } from '../../bounds/index.ts';
import type { Seconds } from '../../time/index.ts';
import { type Hit, inOrder } from '../hit.ts';
import type { Asked } from './asked.ts';

/** A stroke that was asked for and came. */
export interface Met {
  readonly asked: Asked;
  readonly hit: Hit;
  /** Against its moment, the constant delay taken out; negative where it is early. */
  readonly error: Seconds;
}

/** How what was heard lies on what was asked. */
export interface Match {
  readonly met: readonly Met[];
  /** Asked for and not heard; strokes that may be left out are not among them. */
  readonly missed: readonly Asked[];
  /** Heard and not asked for. */
  readonly extra: readonly Hit[];
  /** The constant delay that was taken out. */
  readonly delay: Seconds;
}

/** Where a constant delay is looked for, and how finely. */
const DELAYS = { from: -0.12, to: 0.32, step: 0.008, near: 0.024, strokes: 240 } as const;
/** How far before a stroke its graces may come. */
const GRACES: Seconds = 0.13;

/**
 * Lays hits on what was asked for, one to one and in order, with the least total distance, and never
 * further than half the gap to the neighbour. These reaches do not overlap, so the nearest hit in each is
 * the stroke; what is left is extra, except the small strokes of an ornament.
 * @param asked ascending in time
 * @param delay constant delay of input and player, taken out first; found from the hits where it is not given
 */
export function match(
  asked: readonly Asked[],
  hits: readonly Hit[],
  delay: Seconds = findDelay(asked, hits),
): Match {
  const sorted = inOrder(hits);
  const best: (Hit | undefined)[] = new Array(asked.length).fill(undefined);
  const left: { readonly hit: Hit; readonly near: number }[] = [];
  let near = 0;
  for (const hit of sorted) {
    const at = hit.time - delay;
    while (near + 1 < asked.length && isNearer(asked, near + 1, near, at)) near += 1;
    const stroke = asked[near];
    if (!stroke || Math.abs(at - stroke.time) > reach(asked, near, at)) {
      left.push({ hit, near });
      continue;
    }
    const rival = best[near];
    if (!rival) best[near] = hit;
    else if (Math.abs(at - stroke.time) < Math.abs(rival.time - delay - stroke.time)) {
      best[near] = hit;
      left.push({ hit: rival, near });
    } else left.push({ hit, near });
  }
  const met: Met[] = [];
  const missed: Asked[] = [];
  asked.forEach((stroke, index) => {
    const hit = best[index];
    if (hit) met.push({ asked: stroke, hit, error: hit.time - delay - stroke.time });
    else if (!stroke.optional) missed.push(stroke);
  });
  const extra = left.filter(({ hit, near: at }) => {
    const time = hit.time - delay;
    return ![at - 1, at, at + 1].some((one) => isSmallStroke(asked[one], time));
  });
  return { met, missed, extra: extra.map(({ hit }) => hit), delay };
}

function isNearer(asked: readonly Asked[], one: number, other: number, at: Seconds): boolean {
  return Math.abs(nth(asked, one).time - at) < Math.abs(nth(asked, other).time - at);
}

/** How far from a stroke a hit may lie on the side it lies on: half the gap to the neighbour there. */
function reach(asked: readonly Asked[], index: number, at: Seconds): Seconds {
  const { time } = nth(asked, index);
  const before = index > 0 ? time - nth(asked, index - 1).time : undefined;
  const after = index + 1 < asked.length ? nth(asked, index + 1).time - time : undefined;
  return ((at < time ? (before ?? after) : (after ?? before)) ?? 1) / 2;
}

function isSmallStroke(stroke: Asked | undefined, time: Seconds): boolean {
  if (!stroke?.ornament) return false;
  const isGrace = ['flam', 'drag', 'ruff'].includes(stroke.ornament);
  return isGrace
    ? time > stroke.time - GRACES && time <= stroke.time
    : time > stroke.time && time < stroke.end;
}

/**
 * The constant delay of a run: where most strokes are met, nearest to none; then the middle of what is
 * left. 0 where nothing was heard.
 */
export function findDelay(asked: readonly Asked[], hits: readonly Hit[]): Seconds {
  if (asked.length === 0 || hits.length === 0) return 0;
  const times = new Float64Array(hits.map(({ time }) => time)).sort();
  const some = new Float64Array(asked.slice(0, DELAYS.strokes).map(({ time }) => time));
  let best = { delay: 0, score: Number.NEGATIVE_INFINITY };
  const steps = Math.round((DELAYS.to - DELAYS.from) / DELAYS.step);
  for (let step = 0; step <= steps; step += 1) {
    const delay = DELAYS.from + step * DELAYS.step;
    // Being far from none costs as much as a few strokes, so that a steady row does not slip by one.
    const score = closeness(some, times, delay) * (1 - Math.abs(delay));
    if (score > best.score) best = { delay, score };
  }
  const all = new Float64Array(asked.map(({ time }) => time));
  let { delay } = best;
  for (let round = 0; round < 3; round += 1) {
    const off = median(errorsOf(all, times, delay));
    delay += off;
    if (Math.abs(off) < 1e-7) break;
  }
  return delay;
}

/** The errors of {@link match} alone, for as often as it is tried: of each stroke the nearest hit in its reach. */
function errorsOf(asked: Float64Array, hits: Float64Array, delay: Seconds): Float64Array {
  const errors = new Float64Array(asked.length);
  let count = 0;
  let near = 0;
  let stroke = -1;
  for (const time of hits) {
    const at = time - delay;
    let wanted = cellAt(asked, near);
    let next = asked[near + 1];
    while (next !== undefined && Math.abs(next - at) < Math.abs(wanted - at)) {
      near += 1;
      wanted = next;
      next = asked[near + 1];
    }
    const last = asked[near - 1];
    const before = last === undefined ? undefined : wanted - last;
    const after = next === undefined ? undefined : next - wanted;
    const gap = (at < wanted ? (before ?? after) : (after ?? before)) ?? 1;
    const error = at - wanted;
    if (Math.abs(error) > gap / 2) continue;
    if (near !== stroke) {
      errors[count] = error;
      count += 1;
      stroke = near;
    } else if (Math.abs(error) < Math.abs(cellAt(errors, count - 1))) errors[count - 1] = error;
  }
  return errors.subarray(0, count);
}

/** How well the strokes are met with a delay: each counts the more the nearer a hit is. */
function closeness(asked: Float64Array, times: Float64Array, delay: Seconds): number {
  let sum = 0;
  let at = 0;
  let here = cellAt(times, at);
  let next = times[at + 1];
  // Plain loops: this is tried for many delays.
  for (const time of asked) {
    const wanted = time + delay;
    while (next !== undefined && Math.abs(next - wanted) <= Math.abs(here - wanted)) {
      at += 1;
      here = next;
      next = times[at + 1];
    }
    const off = Math.abs(here - wanted) / DELAYS.near;
    if (off < 2) sum += 1 - off / 2;
  }
  return sum;
}

/** The middle value; 0 of none. */
export function median(values: readonly number[] | Float64Array): number {
  if (values.length === 0) return 0;
  // Numbers of their own kind are sorted several times as fast.
  const sorted = new Float64Array(values).sort();
  const middle = sorted.length / 2;
  return sorted.length % 2 === 1
    ? cellAt(sorted, Math.floor(middle))
    : (cellAt(sorted, middle - 1) + cellAt(sorted, middle)) / 2;
}

/** The mean; 0 of none. */
export function mean(values: readonly number[] | Float64Array): number {
  let sum = 0;
  for (const value of values) sum += value;
  return values.length === 0 ? 0 : sum / values.length;
}
