import type { Force } from '../../rhythm/index.ts';
import { wrap } from '../../time/index.ts';

/** One stroke of a line that is set against a timeline; places in pulses. */
export interface PlacedStroke {
  readonly at: number;
  readonly force: Force;
  readonly kind: string;
  /** On a beat of the cycle: an accent there does not rub, whatever lies beside it. */
  readonly onBeat?: true;
}

/** A line against a timeline as it is begun. */
export interface Against {
  /** Places of the timeline at which the line sounds, and at which it does not. */
  readonly doubled: readonly number[];
  readonly missed: readonly number[];
  /** Accents of the line one pulse beside a stroke of the timeline, not on one and not on a beat. */
  readonly rubs: readonly number[];
  /** The force (over four) that falls on the timeline, less one for every rub. */
  readonly agreement: number;
}

/** How a line sits with a two-sided timeline, begun from either half. */
export interface SitsWith {
  /** The side the timeline begins with as it stands. */
  readonly side: '3-2' | '2-3';
  readonly here: Against;
  /** The same against the timeline begun from its other half. */
  readonly other: Against;
  /** Which way the line sits better; `either` where the two differ by less than half a stroke. */
  readonly verdict: '3-2' | '2-3' | 'either';
  /** For each kind of stroke, how much of its force lies in the first and in the second half. */
  readonly byKind: readonly {
    readonly kind: string;
    readonly first: number;
    readonly second: number;
  }[];
}

/**
 * How a line sits with a two-sided timeline over one period of it.
 * @param timeline ascending pulses from 0 and below `span`; `span` is even
 * @param side the side it begins with; where it is not given, the half with more strokes is the three
 */
export function sitsWith(
  line: readonly PlacedStroke[],
  timeline: readonly number[],
  span: number,
  side: '3-2' | '2-3' = busierFirst(timeline, span) ? '3-2' : '2-3',
): SitsWith {
  const half = span / 2;
  const turned = timeline.map((at) => wrap(at + half, span)).sort((a, b) => a - b);
  const here = against(line, timeline, span);
  const other = against(line, turned, span);
  const apart = here.agreement - other.agreement;
  const kinds = new Map<string, { first: number; second: number }>();
  for (const { at, force, kind } of line) {
    const sums = kinds.get(kind) ?? { first: 0, second: 0 };
    if (at < half) sums.first += force / 4;
    else sums.second += force / 4;
    kinds.set(kind, sums);
  }
  return {
    side,
    here,
    other,
    verdict: Math.abs(apart) < 0.5 ? 'either' : apart > 0 ? side : otherSide(side),
    byKind: [...kinds].map(([kind, sums]) => ({ kind, ...sums })),
  };
}

function busierFirst(timeline: readonly number[], span: number): boolean {
  return timeline.filter((at) => at * 2 < span).length * 2 >= timeline.length;
}

function otherSide(side: '3-2' | '2-3'): '3-2' | '2-3' {
  return side === '3-2' ? '2-3' : '3-2';
}

function against(
  line: readonly PlacedStroke[],
  timeline: readonly number[],
  span: number,
): Against {
  const places = new Set(timeline);
  const sounds = new Set(line.map((stroke) => stroke.at));
  const beside = (at: number) => places.has(wrap(at + 1, span)) || places.has(wrap(at - 1, span));
  const rubs = line
    .filter(({ at, force, onBeat }) => force === 4 && !onBeat && !places.has(at) && beside(at))
    .map((stroke) => stroke.at);
  const on = line
    .filter((stroke) => places.has(stroke.at))
    .reduce((sum, stroke) => sum + stroke.force / 4, 0);
  return {
    doubled: timeline.filter((at) => sounds.has(at)),
    missed: timeline.filter((at) => !sounds.has(at)),
    rubs,
    agreement: on - rubs.length,
  };
}

/**
 * How a tradition or a teacher sees sides: every rub is told, only the busier side is told, or a
 * timeline has no sides and nothing is said of them.
 */
export const SIDE_SCHOOLS = ['strict', 'loose', 'no sides'] as const;
/** One of {@link SIDE_SCHOOLS}. */
export type SideSchool = (typeof SIDE_SCHOOLS)[number];
