import { checkForm, type Form } from '@stride/core/form';
import { type History, record as recordStep, redo, startHistory, undo } from '@stride/core/rhythm';
import type { FormRecord, StrideDatabase } from './db.ts';
import { copyOfForm, putForm, saveForm } from './forms.ts';
import { createKeeper, type KeeperOptions, type Keeping } from './keeper.ts';
import type { LastEdits } from './last-edits.ts';
import { createStrokes } from './strokes.ts';

export interface FormState {
  readonly history: History<Form>;
  readonly save: Keeping<FormRecord>;
}

/** One open form: its edits, their undoing, and its keeping. */
export interface FormDocument {
  readonly id: string;
  getState(): FormState;
  subscribe(listener: () => void): () => void;
  /**
   * The one way in which anything is changed. Edits of one `stroke` that follow within a second are undone together.
   * @returns false where the form could not be kept with it: then nothing is changed, and why is said
   */
  edit(change: (form: Form) => Form, stroke?: string): boolean;
  undo(): void;
  redo(): void;
  /** After a save elsewhere: go on with the other tab’s state, or keep this one as another form. */
  takeTheirs(): void;
  keepAsCopy(newId: string): Promise<void>;
  /** Tries at once to keep what could not be kept. */
  tryAgain(): void;
  /** Keeps at once what waits for the paint. */
  hurry(): void;
  /** What is in this tab only, and may yet be kept. */
  lastEdits(): LastEdits<Pick<FormRecord, 'form'>> | undefined;
  /** Resolves when everything up to now is kept or has failed. */
  settled(): Promise<void>;
}

export interface FormOptions extends KeeperOptions {
  /** Told why an edit was refused. */
  readonly say?: (sentence: string) => void;
}

/** Opens a form for editing. Every edit is kept at once. */
export function openFormDocument(
  db: StrideDatabase,
  opened: FormRecord,
  options: FormOptions = {},
): FormDocument {
  const { say = () => undefined } = options;
  const listeners = new Set<() => void>();
  const writer = crypto.randomUUID();
  let { revision } = opened;
  let state: FormState = { history: startHistory(opened.form), save: { status: 'saved' } };
  const strokes = createStrokes<Form>();

  function set(next: Partial<FormState>): void {
    state = { ...state, ...next };
    for (const listener of listeners) listener();
  }

  const keeper = createKeeper(
    {
      now: () => state.save,
      set: (save: Keeping<FormRecord>) => set({ save }),
      async attempt() {
        const result = await saveForm(db, state.history.present, writer, revision);
        return result.status === 'saved' ? { status: 'saved', told: result.revision } : result;
      },
      kept: (now: number) => {
        revision = now;
      },
    },
    options,
  );
  const { keep } = keeper;

  function move(history: History<Form>): void {
    if (history === state.history) return;
    strokes.end();
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
      if (next === history.present) return true;
      const checked = checkForm(next);
      if (!checked.ok) {
        say(`That was not done. ${checked.messages[0] ?? ''}`);
        return false;
      }
      set({ history: strokes.step(history, next, stroke) });
      keep();
      return true;
    },
    undo: () => move(undo(state.history)),
    redo: () => move(redo(state.history)),
    takeTheirs() {
      if (state.save.status !== 'elsewhere') return;
      const { theirs } = state.save;
      ({ revision } = theirs);
      set({ history: recordStep(state.history, theirs.form), save: { status: 'saved' } });
    },
    async keepAsCopy(newId) {
      await putForm(db, copyOfForm(state.history.present, newId));
      this.takeTheirs();
    },
    tryAgain: keep,
    hurry: keeper.hurry,
    lastEdits: () =>
      state.save.status === 'saving' || state.save.status === 'failed'
        ? { form: state.history.present, revision, writer }
        : undefined,
    settled: keeper.settled,
  };
}
