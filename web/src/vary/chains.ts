import { ChainSchema, type Step } from '@stride/core/vary';
import { useCallback } from 'react';
import * as v from 'valibot';
import { inTab, parsed } from '../ui/browser-storage.ts';
import { createStore, useStore } from '../ui/store.ts';

type Chains = Readonly<Record<string, readonly Step[]>>;

const KEY = 'stride-vary';
const NONE: readonly Step[] = [];

/** What this tab kept over a reload; nothing where it is of another shape. */
export function keptChains(text: string | undefined): Chains {
  const read = v.safeParse(v.record(v.string(), ChainSchema), parsed(text));
  return read.success ? read.output : {};
}

const store = createStore<Chains>(keptChains(inTab.get(KEY)));

/** The moves that are being tried on a line, in this tab. */
export function useChain(rhythm: string, layer: string) {
  const key = `${rhythm}/${layer}`;
  const steps = useStore(store)[key] ?? NONE;
  const change = useCallback((next: Change) => setChain(key, next), [key]);
  return [steps, change] as const;
}

/** A chain, or what becomes of the one there is. */
type Change = readonly Step[] | ((before: readonly Step[]) => readonly Step[]);

function setChain(key: string, change: Change): void {
  const { [key]: before = NONE, ...others } = store.now();
  const next = typeof change === 'function' ? change(before) : change;
  store.set(next.length > 0 ? { ...others, [key]: next } : others);
  inTab.set(KEY, JSON.stringify(store.now()));
}
