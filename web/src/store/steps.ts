import { checkRhythm, type History, type Rhythm } from '@stride/core/rhythm';
import Dexie from 'dexie';
import type { StrideDatabase } from './db.ts';
import type { Draft, StepRecord } from './draft.ts';

/** Which steps of a rhythm are kept: from `first` up to `end`, which is not. */
export interface StepsKept {
  readonly first: number;
  readonly end: number;
}

/** Steps kept for each rhythm; the oldest make room. */
export const MOST_STEPS = 100;

const all = (id: string, from: unknown = Dexie.minKey, to: unknown = Dexie.maxKey) =>
  [[id, from], [id, to], true, false] as const;

/** Which steps of a rhythm the storage holds. */
export async function stepsOf(db: StrideDatabase, id: string): Promise<StepsKept> {
  const keys = await db.steps
    .where('[id+at]')
    .between(...all(id))
    .primaryKeys();
  const first = keys[0]?.[1] ?? 0;
  return { first, end: (keys.at(-1)?.[1] ?? first - 1) + 1 };
}

/** A state as it is kept beside the one after it. */
export function packStep(
  id: string,
  at: number,
  { rhythm, drafts }: Draft,
  next: Draft,
): StepRecord {
  const { layers, ...rest } = rhythm;
  return {
    id,
    at,
    rhythm: rest,
    layers: layers.map((layer) => {
      const same = next.rhythm.layers.indexOf(layer);
      return same < 0 ? layer : same;
    }),
    drafts,
  };
}

/** The state that was kept; undefined where it does not fit the one after it. */
export function unpackStep({ rhythm, layers, drafts }: StepRecord, next: Draft): Draft | undefined {
  const found = layers.map((layer) =>
    typeof layer === 'number' ? next.rhythm.layers[layer] : layer,
  );
  const whole = { ...rhythm, layers: found };
  return checkRhythm(whole).ok ? { rhythm: whole as Rhythm, drafts } : undefined;
}

/**
 * Some steps before a state, the oldest first.
 * @returns fewer, or none, where what is kept cannot be read
 */
export async function loadSteps(
  db: StrideDatabase,
  id: string,
  from: number,
  to: number,
  before: Draft,
): Promise<readonly Draft[]> {
  const rows = await db.steps
    .where('[id+at]')
    .between(...all(id, from, to))
    .toArray();
  const found: Draft[] = [];
  let next = before;
  let at = to;
  for (const row of rows.reverse()) {
    at -= 1;
    const draft = row.at === at ? unpackStep(row, next) : undefined;
    if (!draft) break;
    found.unshift(draft);
    next = draft;
  }
  return found;
}

/** What is known of the steps in the storage. */
export interface StepsWritten {
  /** Where the first step of the history in memory is kept. */
  readonly first: number;
  /** Each step that was written, with the state after it, of which it says the difference. */
  readonly steps: readonly { readonly draft: Draft; readonly next: Draft }[];
  /** Set where the storage may hold steps of another tab; nothing of them is kept. */
  readonly unsure?: true;
}

/** Brings the kept steps to what the history is now: what is new is written, what was undone goes. */
export async function writeSteps(
  db: StrideDatabase,
  id: string,
  written: StepsWritten,
  { past, present }: Pick<History<Draft>, 'past' | 'present'>,
): Promise<StepsWritten> {
  const wanted = past.map((draft, index) => ({ draft, next: past[index + 1] ?? present }));
  // The history in memory lets go of its oldest steps.
  const gone = Math.max(
    0,
    written.steps.findIndex((step) => step.draft === past[0]),
  );
  const known = written.unsure ? [] : written.steps.slice(gone);
  const first = written.first + gone;
  let same = 0;
  while (
    same < Math.min(known.length, wanted.length) &&
    known[same]?.draft === wanted[same]?.draft &&
    known[same]?.next === wanted[same]?.next
  ) {
    same += 1;
  }
  const table = db.steps.where('[id+at]');
  if (written.unsure) await table.between(...all(id)).delete();
  else if (known.length > same) await table.between(...all(id, first + same)).delete();
  const fresh = wanted.slice(same).slice(-MOST_STEPS);
  if (fresh.length > 0) {
    const from = first + wanted.length - fresh.length;
    await db.steps.bulkPut(
      fresh.map(({ draft, next }, index) => packStep(id, from + index, draft, next)),
    );
    const oldest = first + wanted.length - MOST_STEPS;
    if (oldest > 0) await table.between(...all(id, Dexie.minKey, oldest)).delete();
  }
  return { first, steps: wanted };
}
