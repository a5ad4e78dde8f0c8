import { setTempo } from '@stride/core/rhythm';
import type { RhythmRecord, StrideDatabase } from './db.ts';
import type { Draft } from './document.ts';
import { loadRhythm } from './rhythms.ts';

/** Nothing is tried again by itself while a test looks. */
export const NEVER = { first: 1e9, most: 1e9 };

/** What the storage has of a rhythm. */
export async function storedIn(db: StrideDatabase, id: string): Promise<RhythmRecord> {
  const result = await loadRhythm(db, id);
  if (result.status !== 'found') throw new Error(result.status);
  return result.record;
}

/** An edit to another tempo. */
export const tempo = (bpm: number) => (draft: Draft) => ({
  ...draft,
  rhythm: setTempo(draft.rhythm, bpm),
});
