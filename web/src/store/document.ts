import type { Ladder } from '@stride/core/climb';
import {
  checkEdit,
  type History,
  type Rhythm,
  record as recordStep,
  redo,
  startHistory,
  undo,
} from '@stride/core/rhythm';
import {
  type Learning,
  type Mix,
  PLAIN_MIX,
  type PracticeRecord,
  type RhythmRecord,
  type StrideDatabase,
} from './db.ts';
import { type Draft, isSameDraft, withRhythm } from './draft.ts';
import { createKeeper, type KeeperOptions, type Keeping } from './keeper.ts';
import type { LastEdits } from './last-edits.ts';
import { copyOf, newRecord, putRhythms, saveRhythm, storageSentence } from './rhythms.ts';
import { loadSteps, type StepsKept, type StepsWritten, writeSteps } from './steps.ts';
import { createStrokes } from './strokes.ts';

export type { Draft } from './draft.ts';

export type SaveStatus = Keeping<RhythmRecord>;

export interface DocumentState {
  readonly history: History<Draft>;
  /** Steps from before this rhythm was opened that undo can still go back to. */
  readonly earlier: number;
  readonly ladder: Ladder | undefined;
  readonly mix: Mix;
  readonly learning: Learning;
  readonly save: SaveStatus;
}

/** One open rhythm: its edits, their undoing, and its keeping. */
export interface RhythmDocument {
  readonly id: string;
  /** As it was when it was opened. */
  readonly opened: Draft;
  getState(): DocumentState;
  subscribe(listener: () => void): () => void;
  /**
   * Takes another rhythm: the one way in which anything is changed but by typing. Edits of one `stroke` (typing in one line, holding a tempo key) that follow
   * within a second are undone together.
   * @returns false where the rhythm could not be opened again with it: then nothing is changed, and
   * why is said
   */
  edit(change: (rhythm: Rhythm) => Rhythm, stroke?: string): boolean;
  /** The same with the lines that are being typed. */
  type(change: (draft: Draft) => Draft, stroke?: string): boolean;
  undo(): void;
  redo(): void;
  /** Sets how the rhythm is climbed or heard; that is kept, and is no part of undo. */
  setPractice(practice: Omit<PracticeRecord, 'id'>): void;
  /** Whether a revision in the storage is one that this tab has neither written nor seen. */
  isNews(stored: number): boolean;
  /** Told what the storage holds now; a state that this tab has not seen is another tab's. */
  notice(stored: RhythmRecord): void;
  /** After a save elsewhere: go on with the other tab's state. */
  takeTheirs(): void;
  /** After a save elsewhere: keep this tab's state as a new rhythm. @returns its id */
  keepAsCopy(newId: string): Promise<string>;
  /** Tries at once to keep what could not be kept. */
  tryAgain(): void;
  /** Keeps at once what waits for the paint: the page may be gone before it is painted. */
  hurry(): void;
  /** What is not kept yet, if anything; where another tab saved meanwhile that is to be chosen first. */
  lastEdits(): LastEdits<Draft> | undefined;
  /** Resolves when everything up to now is kept or has failed. */
  settled(): Promise<void>;
}

export interface DocumentOptions extends KeeperOptions {
  /** What the storage holds of its steps from earlier. */
  readonly steps?: StepsKept;
  readonly practice?: Omit<PracticeRecord, 'id'>;
  /** Told what the player must know: an edit that was refused, a rhythm that came back. */
  readonly say?: (sentence: string) => void;
}

/** Earlier steps that are read at once when undo goes back beyond what was edited since opening. */
const READ_AT_ONCE = 20;

/** Opens a record for editing. Every edit is kept at once, and what undo goes back to with it. */
export function openDocument(
  db: StrideDatabase,
  opened: RhythmRecord,
  options: DocumentOptions = {},
): RhythmDocument {
  const { steps = { first: 0, end: 0 }, practice = {}, say = () => undefined } = options;
  const listeners = new Set<() => void>();
  const writer = crypto.randomUUID();
  let revision = opened.revision;
  const asOpened: Draft = { rhythm: opened.rhythm, drafts: opened.drafts };
  let written: StepsWritten = { first: steps.end, steps: [] };
  /** Undo that waits for earlier steps to be read. */
  let owed = 0;
  let state: DocumentState = {
    history: startHistory(asOpened),
    earlier: steps.end - steps.first,
    ladder: practice.ladder,
    mix: practice.mix ?? PLAIN_MIX,
    learning: practice.learning ?? {},
    save: { status: 'saved' },
  };
  const strokes = createStrokes<Draft>();

  function set(next: Partial<DocumentState>): void {
    state = { ...state, ...next };
    for (const listener of listeners) listener();
  }

  const keeper = createKeeper(
    {
      now: () => state.save,
      set: (save: SaveStatus) => set({ save }),
      async attempt() {
        const { history } = state;
        const { rhythm, drafts } = history.present;
        let steps = written;
        const next = { id: opened.id, rhythm, drafts, writer };
        const result = await saveRhythm(db, next, revision, async () => {
          steps = await writeSteps(db, opened.id, written, history);
        });
        return result.status === 'saved' ? { status: 'saved', told: { ...result, steps } } : result;
      },
      kept({ record, cameBack, steps }) {
        written = steps;
        revision = record.revision;
        if (!cameBack) return;
        say(
          `${record.rhythm.name} had been deleted in another tab. Your edit has put it back on the Shelf.`,
        );
      },
    },
    options,
  );
  const { keep } = keeper;

  function move(history: History<Draft>): void {
    if (history === state.history) return;
    strokes.end();
    set({ history });
    keep();
  }

  /** Reads steps from before the rhythm was opened, and goes back as often as was asked meanwhile. */
  async function goBackFurther(): Promise<void> {
    const { history, earlier } = state;
    const count = Math.min(READ_AT_ONCE, earlier);
    const end = written.first;
    const before = history.past[0] ?? history.present;
    const found = await loadSteps(db, opened.id, end - count, end, before).catch(() => []);
    const pairs = found.map((draft, index) => ({ draft, next: found[index + 1] ?? before }));
    written = { ...written, first: end - found.length, steps: [...pairs, ...written.steps] };
    if (found.length < count) say('What was further back could not be read; undo ends here.');
    set({
      history: { ...state.history, past: [...found, ...state.history.past] },
      // What cannot be read ends the way back.
      earlier: found.length < count ? 0 : earlier - found.length,
    });
    let back = state.history;
    for (; owed > 0; owed -= 1) back = undo(back);
    move(back);
  }

  function take(change: (draft: Draft) => Draft, stroke?: string): boolean {
    const { history } = state;
    const next = change(history.present);
    if (isSameDraft(next, history.present)) return true;
    if (next.rhythm !== history.present.rhythm) {
      const [refusal] = checkEdit(next.rhythm);
      if (refusal !== undefined) {
        say(`That was not done. ${refusal}`);
        return false;
      }
    }
    // Undo that still waits was meant for what stood there: it does not take back what came after it.
    owed = 0;
    set({ history: strokes.step(history, next, stroke) });
    keep();
    return true;
  }

  return {
    id: opened.id,
    opened: asOpened,
    getState: () => state,
    subscribe(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    edit: (change, stroke) => take((draft) => withRhythm(draft, change(draft.rhythm)), stroke),
    type: take,
    undo() {
      if (state.history.past.length > 0 && owed === 0) move(undo(state.history));
      else if (state.earlier > 0) {
        owed += 1;
        // What is being written now is a later step; it ends first, so that both count alike.
        if (owed === 1) keeper.after(goBackFurther);
      }
    },
    redo: () => move(redo(state.history)),
    setPractice(change) {
      set(change);
      const { ladder, mix, learning } = state;
      db.practice
        .put({ id: opened.id, mix, learning, ...(ladder ? { ladder } : {}) })
        .catch((error: unknown) => say(storageSentence(error)));
    },
    isNews: (stored) => state.save.status === 'saved' && !keeper.isWaiting() && stored > revision,
    notice(stored) {
      if (stored.writer === writer || !this.isNews(stored.revision)) return;
      set({ save: { status: 'elsewhere', theirs: stored } });
    },
    takeTheirs() {
      if (state.save.status !== 'elsewhere') return;
      const { theirs } = state.save;
      revision = theirs.revision;
      // The other tab has kept steps of its own, which do not lead to this one's.
      written = { ...written, steps: [], unsure: true };
      set({
        earlier: 0,
        history: recordStep(state.history, { rhythm: theirs.rhythm, drafts: theirs.drafts }),
        save: { status: 'saved' },
      });
    },
    async keepAsCopy(newId) {
      const { rhythm, drafts } = state.history.present;
      await putRhythms(db, [{ ...newRecord(copyOf(rhythm, newId)), drafts }]);
      this.takeTheirs();
      return newId;
    },
    tryAgain: keep,
    hurry: keeper.hurry,
    lastEdits: () =>
      state.save.status === 'saving' || state.save.status === 'failed'
        ? { ...state.history.present, revision, writer }
        : undefined,
    settled: keeper.settled,
  };
}
