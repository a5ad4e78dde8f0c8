import { nth } from '@stride/core/bounds';
import { type Day, DaySchema, lineOf, type Today, type TodayItem } from '@stride/core/log';
import { WAYS, type Way } from '@stride/core/passage';
import * as v from 'valibot';
import { inTab, parsed } from '../ui/browser-storage.ts';
import { createStore, useStore } from '../ui/store.ts';
import { dayOf } from './day-of.ts';

/** A day's plan that is being played, item by item. */
export interface PracticeSession {
  readonly day: Day;
  readonly items: readonly TodayItem[];
  /** Which item one is at. */
  readonly at: number;
  /** Seconds played of it. */
  readonly played: number;
  /** Until when one rests before it, in milliseconds since 1970. */
  readonly restUntil?: number;
  /** The player has set the item up in a way of their own. */
  readonly isOwn: boolean;
}

const KEY = 'stride-session';

const name = v.object({ id: v.string(), name: v.string() });
const ItemSchema = v.object({
  kind: v.picklist(['warm-up', 'new', 'shaky', 'known']),
  rhythm: name,
  layer: name,
  instrument: v.string(),
  what: v.string(),
  from: v.number(),
  to: v.number(),
  way: v.picklist(Object.keys(WAYS) as [Way, ...Way[]]),
  minutes: v.number(),
  hand: v.exactOptional(v.picklist(['R', 'L'])),
  restBefore: v.number(),
  row: v.number(),
  load: v.object({
    R: v.number(),
    L: v.number(),
    loudR: v.number(),
    loudL: v.number(),
    seconds: v.number(),
  }),
});
const SessionSchema = v.object({
  day: DaySchema,
  items: v.array(ItemSchema),
  at: v.number(),
  played: v.number(),
  restUntil: v.exactOptional(v.number()),
  isOwn: v.boolean(),
});

/** What this tab kept over a reload; nothing where it is of another day, or of another shape. */
export function keptSession(text: string | undefined, today: Day): PracticeSession | undefined {
  const read = v.safeParse(SessionSchema, parsed(text));
  if (!read.success) return undefined;
  const session = read.output;
  return session.day === today && session.items[session.at] ? session : undefined;
}

const store = createStore(keptSession(inTab.get(KEY), dayOf(Date.now())));

function set(next: PracticeSession | undefined): void {
  store.set(next);
  inTab.set(KEY, next && JSON.stringify(next));
}

/** The session that goes on in this tab; undefined where there is none. */
export function useSession(): PracticeSession | undefined {
  return useStore(store);
}

export function sessionNow(): PracticeSession | undefined {
  return store.now();
}

/** Begins with one item of a plan. @param played seconds of it that were played already */
export function beginSession(
  { day, items }: Pick<Today, 'day' | 'items'>,
  at: number,
  played = 0,
): void {
  set({ day, items, at, played, isOwn: false });
}

/** Goes on to the next item; the session is over after the last. @returns the item one is at now */
export function nextItem(now: number): TodayItem | undefined {
  endRest();
  const session = store.now();
  if (!session) return undefined;
  const at = session.at + 1;
  if (at >= session.items.length) {
    endSession();
    return undefined;
  }
  const rest = nth(session.items, at).restBefore;
  set({
    ...session,
    at,
    played: 0,
    isOwn: false,
    ...(rest > 0 ? { restUntil: now + rest * 60_000 } : {}),
  });
  return session.items[at];
}

/** Goes on before the rest is over. */
export function endRest(): void {
  const session = store.now();
  if (!session) return;
  const { restUntil: _, ...rest } = session;
  set(rest);
}

export function endSession(): void {
  set(undefined);
}

/** Counts what was played of the item one is at. */
export function countPlayed(run: Parameters<typeof lineOf>[0], seconds: number): void {
  const session = store.now();
  const item = session?.items[session.at];
  if (session && item && lineOf(item) === lineOf(run)) {
    set({ ...session, played: session.played + seconds });
  }
}

/** The player sets the item up in a way of their own: the plan's ladder and way do not hold any more. */
export function setUpOwn(): void {
  const session = store.now();
  if (session && !session.isOwn) set({ ...session, isOwn: true });
}

/** The item that is played now, where it is of this line and set up as planned. */
export function plannedItem(
  session: PracticeSession | undefined,
  rhythm: string,
  layer: string | undefined,
): TodayItem | undefined {
  return session?.isOwn ? undefined : itemOf(session, rhythm, layer);
}

/** The hand that plays alone while the other rests: also where the player sets the rest up another way. */
export function plannedHand(
  session: PracticeSession | undefined,
  rhythm: string,
  layer: string | undefined,
): 'R' | 'L' | undefined {
  return itemOf(session, rhythm, layer)?.hand;
}

function itemOf(
  session: PracticeSession | undefined,
  rhythm: string,
  layer: string | undefined,
): TodayItem | undefined {
  const item = session?.items[session.at];
  return item && item.rhythm.id === rhythm && item.layer.id === layer ? item : undefined;
}

/** Where an item is played. */
export function wayTo({ rhythm }: Pick<TodayItem, 'rhythm'>): string {
  return `/bench/${rhythm.id}/climb`;
}
