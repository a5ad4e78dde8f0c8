import { describe, expect, it } from 'vitest';
import { createStore } from './store.ts';

describe('a store', () => {
  it('tells those who look, as long as they look', () => {
    const store = createStore(1);
    const seen: number[] = [];
    const leave = store.watch(() => seen.push(store.now()));
    store.set(2);
    leave();
    store.set(3);
    expect([seen, store.now()]).toEqual([[2], 3]);
  });

  it('follows what is outside while anybody looks, and keeps what was read last', () => {
    const told: string[] = [];
    const store = createStore('none', (mine) => {
      told.push('follow');
      mine.set('read');
      return () => told.push('leave');
    });
    expect(store.now()).toBe('none');
    const first = store.watch(() => undefined);
    const second = store.watch(() => undefined);
    expect([told, store.now()]).toEqual([['follow'], 'read']);
    first();
    expect(told).toEqual(['follow']);
    second();
    expect(told).toEqual(['follow', 'leave']);
    store.watch(() => undefined)();
    expect(told).toEqual(['follow', 'leave', 'follow', 'leave']);
  });
});
