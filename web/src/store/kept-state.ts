import { type History, record, redo, startHistory, undo } from '@stride/core/rhythm';
import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { inTab, onDevice, parsed } from '../ui/browser-storage.ts';

/** What a screen is set up as, kept over a reload and Back, with the way back through what it was. */
export interface KeptState<T> {
  readonly now: T;
  /** @param merge changes of one name that follow quickly are one step of undo */
  change(next: (before: T) => T, merge?: string): void;
  /** Undefined where there is nothing to undo, or to do again. */
  readonly undo: (() => void) | undefined;
  readonly redo: (() => void) | undefined;
}

/** Changes of one name within this time are one step. */
const MERGED_MS = 1000;

interface Stored {
  /** The entry of the browser's history it was set up at. */
  readonly entry: string;
  readonly value: unknown;
}

/** This tab's own first, so that two tabs do not mix; else what any tab left last. */
function stored(key: string): Stored | undefined {
  const data = parsed(inTab.get(key) ?? onDevice.get(key));
  if (typeof data !== 'object' || data === null || !('entry' in data)) return undefined;
  return { entry: String(data.entry), value: 'value' in data ? data.value : undefined };
}

function store(key: string, kept: Stored): void {
  const text = JSON.stringify(kept);
  inTab.set(key, text);
  onDevice.set(key, text);
}

interface Beginning<T> {
  /** What is kept, whatever its shape, as something that can be used; undefined where it cannot. */
  readonly check: (value: unknown) => T | undefined;
  /** What the screen was opened with, where it was: it goes before what is kept, but not after a reload. */
  readonly opened?: T | undefined;
  readonly usual: () => T;
}

/** Undo leads back from what it was opened with to what it was set up as before. */
function begin<T>(key: string, entry: string, { check, opened, usual }: Beginning<T>): History<T> {
  const kept = stored(key);
  const value = kept && check(kept.value);
  if (opened === undefined || kept?.entry === entry)
    return startHistory(value ?? opened ?? usual());
  return value === undefined ? startHistory(opened) : record(startHistory(value), opened);
}

/** A state of a screen that is kept in this browser under a name. */
export function useKeptState<T>(name: string, beginning: Beginning<T>): KeptState<T> {
  const key = `humble-stride:${name}`;
  const { key: entry } = useLocation();
  const [{ history }, setState] = useState(() => ({
    history: begin(key, entry, beginning),
    merge: '',
    at: 0,
  }));
  const now = history.present;
  useEffect(() => store(key, { entry, value: now }), [key, entry, now]);
  const go = (step: (history: History<T>) => History<T>) => () =>
    setState((before) => ({ history: step(before.history), merge: '', at: 0 }));
  return {
    now,
    change(next, merge = '') {
      const at = Date.now();
      setState((before) => {
        const value = next(before.history.present);
        const isOne = merge !== '' && merge === before.merge && at - before.at < MERGED_MS;
        const changed = isOne
          ? { ...before.history, present: value, future: [] }
          : record(before.history, value);
        return { history: changed, merge, at };
      });
    },
    undo: history.past.length > 0 ? go(undo) : undefined,
    redo: history.future.length > 0 ? go(redo) : undefined,
  };
}
