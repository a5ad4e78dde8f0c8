import type { Rhythm } from '@stride/core/rhythm';
import { createStore, type Store } from '../ui/store.ts';
import type { Keeping } from './keeper.ts';

/** What is in this tab only, and why. */
export interface Unkept {
  readonly kind: 'rhythm' | 'form';
  readonly id: string;
  readonly name: string;
  readonly save: Extract<Keeping<unknown>, { status: 'failed' | 'elsewhere' }>;
  /** Tries at once to keep it. */
  readonly tryAgain: () => void;
  /** The rhythm as it is in this tab, to be taken away; a form is taken away on its page. */
  readonly rhythm?: () => Rhythm;
}

/** Something open that is kept. */
interface Open {
  readonly id: string;
  getState(): { readonly save: Keeping<unknown> };
  tryAgain(): void;
}

const all = createStore<readonly Unkept[]>([]);

/** Everything that is in this tab only, until it is kept. */
export const unkept: Pick<Store<readonly Unkept[]>, 'now' | 'watch'> = all;

const isSame = (a: Unkept, b: Unkept | undefined) =>
  a.id === b?.id && a.save === b.save && a.name === b.name;

/** Tells anew what of the open rhythms, or of the open forms, is in this tab only. */
export function tellUnkept<T extends Open>(
  kind: Unkept['kind'],
  documents: Iterable<T>,
  about: (document: T) => Pick<Unkept, 'name' | 'rhythm'>,
): void {
  const before = all.now();
  const found = [...documents].flatMap((document): Unkept[] => {
    const { save } = document.getState();
    if (save.status !== 'failed' && save.status !== 'elsewhere') return [];
    const { id, tryAgain } = document;
    return [{ kind, id, save, tryAgain, ...about(document) }];
  });
  const others = before.filter((one) => one.kind !== kind);
  // Rhythms first, so that none changes its place because another was looked at.
  const next = kind === 'rhythm' ? [...found, ...others] : [...others, ...found];
  if (next.length !== before.length || !next.every((one, at) => isSame(one, before[at])))
    all.set(next);
}
