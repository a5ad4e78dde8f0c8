import { checkRhythm } from '@stride/core/rhythm';
import * as v from 'valibot';
import type { Draft } from './draft.ts';

/** What a tab had not kept yet when it was put away or left. */
export interface LastEdits extends Draft {
  /** The revision they were made on, and who made them. */
  readonly revision: number;
  readonly writer: string;
}

const LastEditsSchema = v.object({
  revision: v.number(),
  writer: v.string(),
  rhythm: v.unknown(),
  drafts: v.record(v.string(), v.string()),
});

const keyOf = (id: string, writer: string) => `stride-last-edits ${id} ${writer}`;

/** A storage that takes things at once, for which a page that is left has time; undefined where there is none. */
function atOnce(): Storage | undefined {
  try {
    return globalThis.localStorage;
  } catch {
    return undefined;
  }
}

/** Notes last edits at once. Where there is no room they are only where they were. */
export function noteLastEdits(id: string, edits: LastEdits, storage = atOnce()): void {
  try {
    storage?.setItem(keyOf(id, edits.writer), JSON.stringify(edits));
  } catch {
    // Whoever leaves is asked first.
  }
}

/** Lets go what is kept by now. */
export function forgetLastEdits(id: string, writer: string, storage = atOnce()): void {
  storage?.removeItem(keyOf(id, writer));
}

/** The last edits of a rhythm by tabs that were left, noted until they are kept; what cannot be read is let go. */
export function lastEditsOf(id: string, storage = atOnce()): readonly LastEdits[] {
  if (!storage) return [];
  const keys = Array.from({ length: storage.length }, (_, at) => storage.key(at) ?? '');
  return keys
    .filter((key) => key.startsWith(keyOf(id, '')))
    .flatMap((key): LastEdits[] => {
      const edits = readEdits(storage.getItem(key));
      if (!edits) storage.removeItem(key);
      return edits ? [edits] : [];
    });
}

function readEdits(text: string | null): LastEdits | undefined {
  try {
    const { output, success } = v.safeParse(LastEditsSchema, JSON.parse(text ?? 'null'));
    const checked = success ? checkRhythm(output.rhythm) : undefined;
    return success && checked?.ok ? { ...output, rhythm: checked.rhythm } : undefined;
  } catch {
    return undefined;
  }
}
