import * as v from 'valibot';

/** What a tab had not kept yet when it was put away or left: the revision it was made on, and who made it. */
export type LastEdits<T> = T & { readonly revision: number; readonly writer: string };

const MadeSchema = v.looseObject({ revision: v.number(), writer: v.string() });

/** A storage that takes things at once, for which a page that is left has time; undefined where there is none. */
function atOnce(): Storage | undefined {
  try {
    return globalThis.localStorage;
  } catch {
    return undefined;
  }
}

/** How edits that were left are taken up where what they change is opened again. */
interface TakeUp<T> {
  /** What is kept of it now. */
  readonly kept: T & { readonly revision: number; readonly writer?: string };
  /** Does them once more. */
  readonly again: (edits: T) => void;
  /** Keeps them apart, where something else was kept since. */
  readonly beside: (edits: T) => Promise<void>;
  /** Told where they could not be kept; they stay noted. */
  readonly failed: (error: unknown) => void;
}

/** The last edits of one kind of thing by tabs that were left, noted until they are kept. */
export interface LastEditsOf<T> {
  /** Notes them at once. Where there is no room they are only where they were. */
  note(id: string, edits: LastEdits<T>): void;
  /** Lets go what was noted here of something that is kept by now. */
  forget(id: string): void;
  /** All that are noted of something; what cannot be read is let go. */
  of(id: string): readonly LastEdits<T>[];
  /** Does what was left once more, or keeps it beside what was kept since. It stays noted until it is kept. */
  takeUp(id: string, how: TakeUp<T>): Promise<void>;
}

/**
 * @param kind names the kind in the storage
 * @param check gives what is edited where it can be used, and undefined where it cannot
 */
export function lastEditsOf<T extends object>(
  kind: string,
  check: (data: Readonly<Record<string, unknown>>) => T | undefined,
  storage = atOnce(),
): LastEditsOf<T> {
  const keyOf = (id: string, writer: string) => `stride-last-${kind} ${id} ${writer}`;
  /** Who made what is noted until it is kept: this tab, or one that was left before. */
  const noted = new Map<string, Set<string>>();
  const holdOn = (id: string, writer: string) => {
    noted.set(id, new Set(noted.get(id)).add(writer));
  };

  function read(text: string | null): LastEdits<T> | undefined {
    try {
      const { output, success } = v.safeParse(MadeSchema, JSON.parse(text ?? 'null'));
      const edits = success ? check(output) : undefined;
      return success && edits
        ? { ...edits, revision: output.revision, writer: output.writer }
        : undefined;
    } catch {
      return undefined;
    }
  }

  function of(id: string): readonly LastEdits<T>[] {
    if (!storage) return [];
    const keys = Array.from({ length: storage.length }, (_, at) => storage.key(at) ?? '');
    return keys
      .filter((key) => key.startsWith(keyOf(id, '')))
      .flatMap((key): LastEdits<T>[] => {
        const edits = read(storage.getItem(key));
        if (!edits) storage.removeItem(key);
        return edits ? [edits] : [];
      });
  }

  return {
    note(id, edits) {
      try {
        storage?.setItem(keyOf(id, edits.writer), JSON.stringify(edits));
        holdOn(id, edits.writer);
      } catch {
        // Whoever leaves is asked first.
      }
    },
    forget(id) {
      for (const writer of noted.get(id) ?? []) storage?.removeItem(keyOf(id, writer));
      noted.delete(id);
    },
    of,
    async takeUp(id, { kept, again, beside, failed }) {
      for (const edits of of(id)) {
        const { revision, writer } = edits;
        const isKept = saysTheSame(edits, kept);
        if (!isKept && (revision === kept.revision || writer === kept.writer)) {
          holdOn(id, writer);
          again(edits);
          continue;
        }
        try {
          if (!isKept) await beside(edits);
          storage?.removeItem(keyOf(id, writer));
        } catch (error) {
          failed(error);
        }
      }
    },
  };
}

/** Whether what is edited is the same, whoever made it. */
function saysTheSame(edits: LastEdits<object>, kept: object): boolean {
  const { revision: _revision, writer: _writer, ...edited } = edits;
  return Object.entries(edited).every(
    ([name, value]) => JSON.stringify(value) === JSON.stringify(kept[name as keyof typeof kept]),
  );
}
