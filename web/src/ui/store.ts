import { useLayoutEffect, useReducer, useSyncExternalStore } from 'react';

/** A value of the whole program that components follow. */
export interface Store<T> {
  now(): T;
  set(next: T): void;
  /** @returns stops following */
  watch(listener: () => void): () => void;
}

/**
 * Makes a store.
 * @param follow called when somebody begins to look, where there is something to follow outside; what
 * it returns is called when nobody looks any more
 */
export function createStore<T>(first: T, follow?: (store: Store<T>) => () => void): Store<T> {
  let value = first;
  let leave: (() => void) | undefined;
  const listeners = new Set<() => void>();
  const store: Store<T> = {
    now: () => value,
    set(next) {
      value = next;
      for (const listener of listeners) listener();
    },
    watch(listener) {
      listeners.add(listener);
      leave ??= follow?.(store);
      return () => {
        listeners.delete(listener);
        if (listeners.size > 0) return;
        leave?.();
        leave = undefined;
      };
    },
  };
  return store;
}

/** What a store holds now; the component follows it. */
export function useStore<T>(store: Pick<Store<T>, 'now' | 'watch'>): T {
  return useSyncExternalStore(store.watch, store.now);
}

/**
 * The same for what is drawn for the frame of a key: what is told several times in answer to one key is looked at once, and nothing
 * is left to be done between the drawing and its frame.
 */
export function useStoreInHand<T>({ now, watch }: Pick<Store<T>, 'now' | 'watch'>): T {
  const [drawn, look] = useReducer(() => now(), undefined, now);
  useLayoutEffect(() => {
    const leave = watch(look);
    // What came between the drawing and this is not missed.
    look();
    return leave;
  }, [watch]);
  return drawn;
}
