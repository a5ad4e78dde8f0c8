import { cellAt, numberAt } from '../../bounds/index.ts';
import { wrap } from '../../time/index.ts';

/** A stroke that is in both lines at different places; `by` is the way it went, the shorter way round. */
export interface Moved {
  readonly from: number;
  readonly to: number;
  readonly by: number;
}

/** What became of one line in another of the same length. */
export interface Comparison {
  readonly same: readonly number[];
  readonly moved: readonly Moved[];
  /** Strokes of the second line that the first does not have, and the other way round. */
  readonly came: readonly number[];
  readonly went: readonly number[];
}

/**
 * Compares two lines of one length. What is in both stays; the rest is matched in circular order so
 * that the total way is least, and a stroke that would go further than a quarter of the span counts
 * as gone and come.
 * @param a ascending, each once, from 0 and below `span`; `b` likewise
 * @example compareLines([0, 3, 6, 10, 12], [0, 3, 7, 10, 12], 16).moved // [{ from: 6, to: 7, by: 1 }]
 */
export function compareLines(a: readonly number[], b: readonly number[], span: number): Comparison {
  const inB = new Set(b);
  const inA = new Set(a);
  const left = a.filter((onset) => !inB.has(onset));
  const right = b.filter((onset) => !inA.has(onset));
  const pairs = match(left, right, span);
  const used = new Set(pairs.map(([, to]) => to));
  const gone = new Set(pairs.map(([from]) => from));
  return {
    same: a.filter((onset) => inB.has(onset)),
    moved: pairs
      .map(([from, to]) => ({ from, to, by: wayRound(from, to, span) }))
      .sort((x, y) => x.from - y.from),
    came: right.filter((onset) => !used.has(onset)),
    went: left.filter((onset) => !gone.has(onset)),
  };
}

/** The signed way from one place of a circle to another; half of it counts as forward. */
function wayRound(from: number, to: number, span: number): number {
  const forward = wrap(to - from, span);
  return forward * 2 > span ? forward - span : forward;
}

/** Very long lines in which nothing agrees are cut at fewer places, so that an answer comes at once. */
const MOST_STEPS = 4_000_000;

/** The least total of ways: circular lines are cut at every place of the second one, and aligned. */
function match(
  left: readonly number[],
  right: readonly number[],
  span: number,
): readonly (readonly [number, number])[] {
  if (left.length === 0 || right.length === 0) return [];
  let best: { cost: number; pairs: readonly (readonly [number, number])[] } | undefined;
  const cuts = Math.max(1, Math.floor(MOST_STEPS / (left.length * right.length)));
  for (let cut = 0; cut < Math.min(cuts, right.length); cut += 1) {
    const turned = [...right.slice(cut), ...right.slice(0, cut)];
    const found = align(left, turned, span);
    if (!best || found.cost < best.cost - 1e-9) best = found;
  }
  return best?.pairs ?? [];
}

/** Aligns two rows in order; leaving a stroke out on either side costs an eighth of the span. */
function align(
  left: readonly number[],
  right: readonly number[],
  span: number,
): { readonly cost: number; readonly pairs: readonly (readonly [number, number])[] } {
  const out = span / 8;
  const columns = right.length + 1;
  const cost = new Float64Array((left.length + 1) * columns);
  const costOf = (i: number, j: number) => cellAt(cost, i * columns + j);
  for (let i = 0; i <= left.length; i += 1) {
    for (let j = 0; j <= right.length; j += 1) {
      if (i === 0 || j === 0) {
        cost[i * columns + j] = (i + j) * out;
        continue;
      }
      const way = Math.abs(wayRound(numberAt(left, i - 1), numberAt(right, j - 1), span));
      cost[i * columns + j] = Math.min(
        costOf(i - 1, j - 1) + way,
        costOf(i - 1, j) + out,
        costOf(i, j - 1) + out,
      );
    }
  }
  const pairs: [number, number][] = [];
  let i = left.length;
  let j = right.length;
  while (i > 0 && j > 0) {
    const here = costOf(i, j);
    const way = Math.abs(wayRound(numberAt(left, i - 1), numberAt(right, j - 1), span));
    if (Math.abs(here - (costOf(i - 1, j - 1) + way)) < 1e-9) {
      pairs.push([numberAt(left, i - 1), numberAt(right, j - 1)]);
      i -= 1;
      j -= 1;
    } else if (Math.abs(here - (costOf(i - 1, j) + out)) < 1e-9) i -= 1;
    else j -= 1;
  }
  return { cost: costOf(left.length, right.length), pairs };
}
