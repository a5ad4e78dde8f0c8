import { afterPaint } from '../ui/use-after-paint.ts';
import { inTime } from './in-time.ts';
import { storageSentence } from './rhythms.ts';

/** Whether what is edited is kept, and why not. */
export type Keeping<Stored> =
  | { readonly status: 'saved' }
  | { readonly status: 'saving' }
  | { readonly status: 'failed'; readonly message: string }
  /** Another tab has saved meanwhile; nothing is written over it. */
  | { readonly status: 'elsewhere'; readonly theirs: Stored };

/** What became of an attempt to keep; what was kept is told back. */
export type Attempt<Stored, Told> =
  | { readonly status: 'saved'; readonly told: Told }
  | Extract<Keeping<Stored>, { status: 'failed' | 'elsewhere' }>;

/** What is kept: its status, and how. */
export interface Kept<Stored, Told> {
  readonly now: () => Keeping<Stored>;
  readonly set: (next: Keeping<Stored>) => void;
  /** Tries to keep what there is now. */
  readonly attempt: () => Promise<Attempt<Stored, Told>>;
  /** Told what an attempt that was answered in time has kept. */
  readonly kept: (told: Told) => void;
}

export interface KeeperOptions {
  /** Waits for the storage to keep an edit, as long as is sensible. @throws NoAnswerError */
  readonly patience?: <T>(kept: Promise<T>) => Promise<T>;
  /** Calls back once an edit has been painted. */
  readonly painted?: (run: () => void) => void;
  /** Milliseconds until what failed is tried again: the first time, and at most. */
  readonly again?: { readonly first: number; readonly most: number };
}

export interface Keeper {
  /** Keeps what there is, and says that it is being kept. What could not be kept is said until it is, and tried again. */
  keep(): void;
  /** Whether something waits for the next attempt. */
  isWaiting(): boolean;
  /** Does something after what is being kept now, and before what comes later. */
  after(run: () => Promise<void>): void;
  /** Keeps at once what waits for the paint: the page may be gone before it is painted. */
  hurry(): void;
  /** Resolves when everything up to now is kept or has failed. */
  settled(): Promise<void>;
}

/** How long the storage may take to keep an edit, in milliseconds. */
const ANSWERS_WITHIN = 10_000;
const waitsForAnswer = <T>(kept: Promise<T>) => inTime(kept, ANSWERS_WITHIN);
const AGAIN = { first: 2000, most: 30_000 } as const;

/** Keeps something that is edited: attempts run one after another; edits made while one runs are kept together by the next. */
export function createKeeper<Stored, Told>(
  { now, set, attempt, kept }: Kept<Stored, Told>,
  { patience = waitsForAnswer, painted = afterPaint, again = AGAIN }: KeeperOptions = {},
): Keeper {
  let queue: Promise<void> = Promise.resolve();
  let waiting = false;
  let hurry: () => void = () => undefined;
  let retry: ReturnType<typeof setTimeout> | undefined;
  let wait = again.first;

  function keep(): void {
    clearTimeout(retry);
    const { status } = now();
    if (status === 'elsewhere') return;
    // What could not be kept is said until it is.
    if (status !== 'failed') set({ status: 'saving' });
    if (waiting) return;
    waiting = true;
    // Copying a long rhythm into the browser's storage takes as long as a frame: the edit is painted first.
    const isPainted = new Promise<void>((resolve) => {
      hurry = resolve;
      painted(resolve);
    });
    queue = Promise.all([queue, isPainted]).then(tryNow);
  }

  async function tryNow(): Promise<void> {
    waiting = false;
    const result = await patience(attempt()).catch(
      (error: unknown): Attempt<Stored, Told> => ({
        status: 'failed',
        message: storageSentence(error),
      }),
    );
    if (result.status === 'saved') {
      wait = again.first;
      kept(result.told);
      set({ status: waiting ? 'saving' : 'saved' });
      return;
    }
    set(result);
    if (result.status === 'elsewhere') return;
    retry = setTimeout(keep, wait);
    wait = Math.min(again.most, wait * 2);
  }

  return {
    keep,
    isWaiting: () => waiting,
    after(run) {
      queue = queue.then(run);
    },
    hurry: () => hurry(),
    settled: () => queue,
  };
}
