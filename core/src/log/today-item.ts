import type { Way } from '../passage/index.ts';
import type { Bpm } from '../time/index.ts';
import { counted } from '../wording/index.ts';
import type { Candidate } from './candidates.ts';
import { type Amounts, LONG_ROW, scaled } from './load.ts';
import { type Material, passesIn } from './material.ts';

/** Why something stands in today's plan. */
export type Kind = 'warm-up' | 'new' | 'shaky' | 'known';

/** One thing to practise today. */
export interface TodayItem {
  readonly kind: Kind;
  readonly rhythm: Material['rhythm'];
  readonly layer: Material['layer'];
  readonly instrument: string;
  /** What of it, and why: “in pieces, new”. */
  readonly what: string;
  readonly from: Bpm;
  readonly to: Bpm;
  readonly way: Way;
  /** Whole minutes of playing. */
  readonly minutes: number;
  /** The hand that plays alone while the other rests. */
  readonly hand?: 'R' | 'L';
  /** Whole minutes of rest before it. */
  readonly restBefore: number;
  /** What it asks of the hands, and the longest row of one of them. */
  readonly load: Amounts;
  readonly row: number;
}

/** Hands that rest because they hurt. */
export interface Resting {
  readonly R: boolean;
  readonly L: boolean;
}

/** Whether there is something in a line for the hands that do not rest. */
export function canPlay({ load }: Material, { R, L }: Resting): boolean {
  if (R) return load.L > 0;
  if (L) return load.R > 0;
  return load.R + load.L > 0;
}

/** The slowed-down tempo one warms up at, in hundredths of what one can or is to reach. */
const SLOWED = 60;

/** A line that one knows, slowed down. */
export function warmUp(candidate: Candidate, minutes: number, resting: Resting): TodayItem {
  const { material, at } = candidate;
  const slow = Math.max(10, Math.round(((at ?? material.to) * SLOWED) / 100));
  const bpm = Math.min(slow, material.from);
  return itemWith(candidate, minutes, resting, {
    kind: 'warm-up',
    what: 'slow hands, both the same',
    from: bpm,
    to: bpm,
    way: 'whole',
  });
}

/** From this share of the tempo to reach on what is known is played as a whole alone; below, pieces are mixed. */
const NEARLY = 0.9;

/** A line as it stands in the plan of a day. */
export function itemOf(candidate: Candidate, minutes: number, resting: Resting): TodayItem {
  const { material, goal, kind, best, at, rested } = candidate;
  const target = goal?.bpm ?? material.to;
  const inPieces = material.pieces > 1;
  switch (kind) {
    case 'new': {
      const from = Math.min(best ?? material.from, target);
      const isFirst = best === undefined;
      return itemWith(candidate, minutes, resting, {
        kind,
        what:
          isFirst && inPieces
            ? 'piece by piece, new'
            : `all of it, ${isFirst ? 'new' : 'still new'}`,
        from,
        to: Math.min(target, Math.round(from * 1.2)),
        way: isFirst && inPieces ? 'add the next' : 'whole',
      });
    }
    case 'shaky':
      return itemWith(candidate, minutes, resting, {
        kind,
        what: `${inPieces ? 'each piece and the stroke after it' : 'all of it'}, came back shaky`,
        from: Math.round((at ?? material.from) * 0.85),
        to: Math.min(target, at ?? material.to),
        way: inPieces ? 'stroke after' : 'whole',
      });
    case 'known': {
      const isMixed = inPieces && at !== undefined && at < target * NEARLY;
      return itemWith(candidate, minutes, resting, {
        kind,
        what: `${isMixed ? 'its pieces mixed' : 'all of it'}, ${rested > 1 ? `rested for ${counted(rested, 'day')}` : 'again'}`,
        from: Math.round((at ?? material.from) * 0.95),
        to: Math.min(target, Math.round((at ?? material.from) * 1.08)),
        way: isMixed ? 'mixed' : 'whole',
      });
    }
  }
}

function itemWith(
  { material }: Candidate,
  minutes: number,
  { R, L }: Resting,
  item: Pick<TodayItem, 'kind' | 'what' | 'from' | 'to' | 'way'>,
): TodayItem {
  const { rhythm, layer, instrument, load } = material;
  const hand = R ? 'L' : L ? 'R' : undefined;
  const from = Math.min(item.from, item.to);
  const often = passesIn(material, item.to, 60 * minutes);
  const all: Amounts = { ...scaled({ ...load, seconds: 0 }, often), seconds: 60 * minutes };
  return {
    ...item,
    ...(hand
      ? { hand, way: 'whole' as const, what: `the ${hand === 'R' ? 'right' : 'left'} hand alone` }
      : {}),
    from,
    rhythm,
    layer,
    instrument,
    minutes,
    restBefore: 0,
    row: hand ? LONG_ROW : load.row,
    load: { ...all, ...(R ? { R: 0, loudR: 0 } : {}), ...(L ? { L: 0, loudL: 0 } : {}) },
  };
}

/** The item as long as it is asked to be. */
export function lasting(item: TodayItem, minutes: number): TodayItem {
  if (minutes === item.minutes) return item;
  return { ...item, minutes, load: scaled(item.load, minutes / item.minutes) };
}
