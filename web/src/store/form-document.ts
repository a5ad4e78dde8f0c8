import { checkForm, type Form } from '@stride/core/form';
import { type History, record as recordStep, redo, startHistory, undo } from '@stride/core/rhythm';
import type { FormRecord, StrideDatabase } from './db.ts';
import { copyOfForm, putForm, saveForm } from './forms.ts';
import type { LastEdits } from './last-edits.ts';

export type FormSaveStatus =
  | { readonly status: 'saved' }
  | { readonly status: 'saving' }
  | { readonly status: 'failed'; readonly message: string }
  | { readonly status: 'elsewhere'; readonly theirs: FormRecord };

export interface FormState {
  readonly history: History<Form>;
  readonly save: FormSaveStatus;
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
  tryAgain(): void;
  /** What is in this tab only, and may yet be kept. */
  lastEdits(): LastEdits<Pick<FormRecord, 'form'>> | undefined;
  /** Resolves when everything up to now is kept or has failed. */
  settled(): Promise<void>;
}

const TOGETHER_MS = 1000;
const AGAIN_MS = 3000;

/** Opens a form for editing. Every edit is kept at once. */
export function openFormDocument(
  db: StrideDatabase,
  opened: FormRecord,
  say: (sentence: string) => void = () => undefined,
): FormDocument {
  const listeners = new Set<() => void>();
  const writer = crypto.randomUUID();
  let { revision } = opened;
  let state: FormState = { history: startHistory(opened.form), save: { status: 'saved' } };
  let last: { stroke: string; at: number } | undefined;
  let queue: Promise<void> = Promise.resolve();
  let waiting = false;
  let retry: ReturnType<typeof setTimeout> | undefined;

  function set(next: Partial<FormState>): void {
    state = { ...state, ...next };
    for (const listener of listeners) listener();
  }

  /** Saves run one after another; edits made while one runs are saved together by the next. */
  function keep(): void {
    clearTimeout(retry);
    if (state.save.status === 'elsewhere') return;
    if (state.save.status !== 'failed') set({ save: { status: 'saving' } });
    if (waiting) return;
    waiting = true;
    queue = queue.then(saveNow);
  }

  async function saveNow(): Promise<void> {
    waiting = false;
    const result = await saveForm(db, state.history.present, writer, revision);
    if (result.status === 'saved') {
      revision = result.revision;
      set({ save: waiting ? { status: 'saving' } : { status: 'saved' } });
      return;
    }
    set({ save: result });
    if (result.status === 'failed') retry = setTimeout(keep, AGAIN_MS);
  }

  function move(history: History<Form>): void {
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
      if (next === history.present) return true;
      const checked = checkForm(next);
      if (!checked.ok) {
        say(`That was not done. ${checked.messages[0] ?? ''}`);
        return false;
      }
      const now = Date.now();
      const together =
        stroke !== undefined && last?.stroke === stroke && now - last.at < TOGETHER_MS;
      last = stroke === undefined ? undefined : { stroke, at: now };
      set({
        history: together ? { ...history, present: next, future: [] } : recordStep(history, next),
      });
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
    lastEdits: () =>
      state.save.status === 'saving' || state.save.status === 'failed'
        ? { form: state.history.present, revision, writer }
        : undefined,
    settled: () => queue,
  };
}
