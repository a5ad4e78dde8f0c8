import { type Day, lineOf, type TodayItem } from '@stride/core/log';
import { createStore, useStore } from '../ui/store.ts';

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

function kept(): PracticeSession | undefined {
  try {
    const text = sessionStorage.getItem(KEY);
    return text === null ? undefined : (JSON.parse(text) as PracticeSession);
  } catch {
    return undefined;
  }
}

const store = createStore<PracticeSession | undefined>(kept());

function set(next: PracticeSession | undefined): void {
  store.set(next);
  try {
    if (next) sessionStorage.setItem(KEY, JSON.stringify(next));
    else sessionStorage.removeItem(KEY);
  } catch {
    // Without storage the session lasts as long as the page.
  }
}

/** The session that goes on in this tab; undefined where there is none. */
export function useSession(): PracticeSession | undefined {
  return useStore(store);
}

export function sessionNow(): PracticeSession | undefined {
  return store.now();
}

/** Begins with one item of a plan. */
export function beginSession(day: Day, items: readonly TodayItem[], at: number, now: number): void {
  set(entered({ day, items, at, played: 0, isOwn: false }, now));
}

/** Goes on to the next item; the session is over after the last. @returns the item one is at now */
export function nextItem(now: number): TodayItem | undefined {
  const session = store.now();
  if (!session) return undefined;
  const at = session.at + 1;
  if (at >= session.items.length) {
    set(undefined);
    return undefined;
  }
  set(entered({ ...session, at, played: 0, isOwn: false }, now));
  return session.items[at];
}

function entered(session: PracticeSession, now: number): PracticeSession {
  const { restUntil: _, ...rest } = session;
  const minutes = session.at === 0 ? 0 : (session.items[session.at]?.restBefore ?? 0);
  return minutes > 0 ? { ...rest, restUntil: now + minutes * 60_000 } : rest;
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
  if (!session || session.isOwn) return undefined;
  const item = session.items[session.at];
  return item && item.rhythm.id === rhythm && item.layer.id === layer ? item : undefined;
}

/** Where an item is played. */
export function wayTo({ rhythm }: Pick<TodayItem, 'rhythm'>): string {
  return `/bench/${rhythm.id}/climb`;
}
