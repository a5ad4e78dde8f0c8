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
import { afterPaint } from '../ui/use-after-paint.ts';
import {
  type Learning,
  type Mix,
  PLAIN_MIX,
  type PracticeRecord,
  type RhythmRecord,
  type StrideDatabase,
} from './db.ts';
import { type Draft, isSameDraft, withRhythm } from './draft.ts';
import { inTime } from './in-time.ts';
import type { LastEdits } from './last-edits.ts';
import {
  copyOf,
  newRecord,
  putRhythms,
  type SaveResult,
  saveRhythm,
  storageSentence,
} from './rhythms.ts';
import { loadSteps, type StepsKept, type StepsWritten, writeSteps } from './steps.ts';

export type { Draft } from './draft.ts';

export type SaveStatus =
  | { readonly status: 'saved' }
  | { readonly status: 'saving' }
  | { readonly status: 'failed'; readonly message: string }
  | { readonly status: 'elsewhere'; readonly theirs: RhythmRecord };

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

export interface DocumentOptions {
  /** What the storage holds of its steps from earlier. */
  readonly steps?: StepsKept;
  readonly practice?: Omit<PracticeRecord, 'id'>;
  /** Told what the player must know: an edit that was refused, a rhythm that came back. */
  readonly say?: (sentence: string) => void;
  /** Waits for the storage to keep an edit, as long as is sensible. @throws NoAnswerError */
  readonly patience?: <T>(kept: Promise<T>) => Promise<T>;
  /** Calls back once an edit has been painted. */
  readonly painted?: (run: () => void) => void;
  /** Milliseconds until what failed is tried again: the first time, and at most. */
  readonly again?: { readonly first: number; readonly most: number };
}

const TOGETHER_MS = 1000;
/** How long the storage may take to keep an edit, in milliseconds. */
const ANSWERS_WITHIN = 10_000;
const waitsForAnswer = <T>(kept: Promise<T>) => inTime(kept, ANSWERS_WITHIN);
const AGAIN = { first: 2000, most: 30_000 } as const;

/** Earlier steps that are read at once when undo goes back beyond what was edited since opening. */
const READ_AT_ONCE = 20;

/** Opens a record for editing. Every edit is kept at once, and what undo goes back to with it. */
export function openDocument(
  db: StrideDatabase,
  opened: RhythmRecord,
  options: DocumentOptions = {},
): RhythmDocument {
  const { steps = { first: 0, end: 0 }, practice = {}, say = () => undefined } = options;
  const { patience = waitsForAnswer, painted = afterPaint, again = AGAIN } = options;
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
  let last: { stroke: string; at: number } | undefined;
  let queue: Promise<void> = Promise.resolve();
  let waiting = false;
  let hurry: () => void = () => undefined;
  let retry: ReturnType<typeof setTimeout> | undefined;
  let wait = again.first;

  function set(next: Partial<DocumentState>): void {
    state = { ...state, ...next };
    for (const listener of listeners) listener();
  }

  /** Saves run one after another; edits made while one runs are saved together by the next. */
  function keep(): void {
    clearTimeout(retry);
    if (state.save.status === 'elsewhere') return;
    // What could not be kept is said until it is.
    if (state.save.status !== 'failed') set({ save: { status: 'saving' } });
    if (waiting) return;
    waiting = true;
    // Copying a long rhythm into the browser's storage takes as long as a frame: the edit is painted first.
    const isPainted = new Promise<void>((resolve) => {
      hurry = resolve;
      painted(resolve);
    });
    queue = Promise.all([queue, isPainted]).then(saveNow);
  }

  async function saveNow(): Promise<void> {
    waiting = false;
    const { history } = state;
    const { rhythm, drafts } = history.present;
    let now = written;
    const result: SaveResult = await patience(
      saveRhythm(db, { id: opened.id, rhythm, drafts, writer }, revision, async () => {
        now = await writeSteps(db, opened.id, written, history);
      }),
    ).catch((error: unknown) => ({ status: 'failed', message: storageSentence(error) }));
    if (result.status !== 'saved') {
      set({ save: result });
      if (result.status === 'failed') {
        retry = setTimeout(keep, wait);
        wait = Math.min(again.most, wait * 2);
      }
      return;
    }
    written = now;
    revision = result.record.revision;
    wait = again.first;
    if (result.cameBack) {
      say(
        `${rhythm.name} had been deleted in another tab. Your edit has put it back on the Shelf.`,
      );
    }
    set({ save: waiting ? { status: 'saving' } : { status: 'saved' } });
  }

  function move(history: History<Draft>): void {
    if (history === state.history) return;
    last = undefined;
    set({ history });
    keep();
  }

  /** Reads steps from before the rhythm was opened, and goes back as often as was asked meanwhile. */
  async function goBackFurther(): Promise<void> {
    // What is being written now is a later step; it ends first, so that both count alike.
    await queue;
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
    const now = Date.now();
    const together = stroke !== undefined && last?.stroke === stroke && now - last.at < TOGETHER_MS;
    last = stroke === undefined ? undefined : { stroke, at: now };
    set({
      history: together ? { ...history, present: next, future: [] } : recordStep(history, next),
    });
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
        if (owed === 1) queue = goBackFurther();
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
    isNews: (stored) => state.save.status === 'saved' && !waiting && stored > revision,
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
    hurry: () => hurry(),
    lastEdits: () =>
      state.save.status === 'saving' || state.save.status === 'failed'
        ? { ...state.history.present, revision, writer }
        : undefined,
    settled: () => queue,
  };
}
