import type { Ladder } from '@stride/core/climb';
import {
  type History,
  type Rhythm,
  record as recordStep,
  redo,
  startHistory,
  undo,
} from '@stride/core/rhythm';
import { afterPaint } from '../ui/use-after-paint.ts';
import { type Mix, PLAIN_MIX, type RhythmRecord, type StrideDatabase } from './db.ts';
import { newRecord, type SaveResult, saveRhythm } from './rhythms.ts';

/** What undo goes back through: the rhythm with the lines that are being typed. */
export interface Draft {
  readonly rhythm: Rhythm;
  /** Typed text by layer id, where it is not just what the writer would write. */
  readonly drafts: Readonly<Record<string, string>>;
}

export type SaveStatus =
  | { readonly status: 'saved' }
  | { readonly status: 'saving' }
  | { readonly status: 'failed'; readonly message: string }
  | { readonly status: 'elsewhere'; readonly theirs: RhythmRecord };

export interface DocumentState {
  readonly history: History<Draft>;
  readonly ladder: Ladder | undefined;
  readonly mix: Mix;
  readonly save: SaveStatus;
}

/** One open rhythm: its edits, their undoing, and its keeping. */
export interface RhythmDocument {
  readonly id: string;
  getState(): DocumentState;
  subscribe(listener: () => void): () => void;
  /**
   * Takes a new state. Edits of one `stroke` (typing in one line, holding a tempo key) that follow
   * within a second are undone together.
   */
  edit(change: (draft: Draft) => Draft, stroke?: string): void;
  undo(): void;
  redo(): void;
  /** Sets how the rhythm is climbed or heard; that is kept, and is no part of undo. */
  setPractice(practice: { readonly ladder?: Ladder; readonly mix?: Mix }): void;
  /** Whether a revision in the storage is one that this tab has neither written nor seen. */
  isNews(stored: number): boolean;
  /** Told what the storage holds now; a state that this tab has not seen is another tab's. */
  notice(stored: RhythmRecord): void;
  /** After a save elsewhere: go on with the other tab's state. */
  takeTheirs(): void;
  /** After a save elsewhere: keep this tab's state as a new rhythm. @returns its id */
  keepAsCopy(newId: string): Promise<string>;
  /** Resolves when everything up to now is kept or has failed. */
  settled(): Promise<void>;
}

const TOGETHER_MS = 1000;

/** Opens a record for editing. Every edit is kept at once. */
export function openDocument(db: StrideDatabase, opened: RhythmRecord): RhythmDocument {
  const listeners = new Set<() => void>();
  let revision = opened.revision;
  let state: DocumentState = {
    history: startHistory<Draft>({ rhythm: opened.rhythm, drafts: opened.drafts }),
    ladder: opened.ladder,
    mix: opened.mix ?? PLAIN_MIX,
    save: { status: 'saved' },
  };
  let last: { stroke: string; at: number } | undefined;
  let queue: Promise<void> = Promise.resolve();
  let waiting = false;

  function set(next: Partial<DocumentState>): void {
    state = { ...state, ...next };
    for (const listener of listeners) listener();
  }

  /** Saves run one after another; edits made while one runs are saved together by the next. */
  function keep(): void {
    if (state.save.status === 'elsewhere') return;
    set({ save: { status: 'saving' } });
    if (waiting) return;
    waiting = true;
    // Copying a long rhythm into the browser's storage takes as long as a frame: the edit is painted first.
    const painted = new Promise<void>((resolve) => afterPaint(resolve));
    queue = Promise.all([queue, painted]).then(async () => {
      waiting = false;
      const { rhythm, drafts } = state.history.present;
      const { ladder, mix } = state;
      const result: SaveResult = await saveRhythm(
        db,
        { id: opened.id, rhythm, drafts, mix, ...(ladder ? { ladder } : {}) },
        revision,
      );
      if (result.status === 'saved') {
        revision = result.record.revision;
        if (!waiting) set({ save: { status: 'saved' } });
      } else set({ save: result });
    });
  }

  function move(history: History<Draft>): void {
    if (history === state.history) return;
    last = undefined;
    set({ history });
    keep();
  }

  return {
    id: opened.id,
    getState: () => state,
    subscribe(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    edit(change, stroke) {
      const { history } = state;
      const next = change(history.present);
      if (next === history.present) return;
      const now = Date.now();
      const together =
        stroke !== undefined && last?.stroke === stroke && now - last.at < TOGETHER_MS;
      last = stroke === undefined ? undefined : { stroke, at: now };
      set({
        history: together ? { ...history, present: next, future: [] } : recordStep(history, next),
      });
      keep();
    },
    undo: () => move(undo(state.history)),
    redo: () => move(redo(state.history)),
    setPractice(practice) {
      set(practice);
      keep();
    },
    isNews: (stored) => state.save.status === 'saved' && !waiting && stored > revision,
    notice(stored) {
      if (this.isNews(stored.revision)) set({ save: { status: 'elsewhere', theirs: stored } });
    },
    takeTheirs() {
      if (state.save.status !== 'elsewhere') return;
      const { theirs } = state.save;
      revision = theirs.revision;
      set({
        history: recordStep(state.history, { rhythm: theirs.rhythm, drafts: theirs.drafts }),
        ladder: theirs.ladder,
        mix: theirs.mix ?? PLAIN_MIX,
        save: { status: 'saved' },
      });
    },
    async keepAsCopy(newId) {
      const { rhythm, drafts } = state.history.present;
      const copy = { ...rhythm, id: newId, name: `${rhythm.name} (copy)`.slice(0, 120) };
      await db.rhythms.put({ ...newRecord(copy), drafts });
      this.takeTheirs();
      return newId;
    },
    settled: () => queue,
  };
}
