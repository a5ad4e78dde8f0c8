import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { createStore } from './store.ts';
import { afterPaint, soon } from './use-after-paint.ts';

/** A browser whose frames begin when they are told to; a timer without delay runs once the frame is painted. */
describe('after a frame was painted', () => {
  let frames: (() => void)[] = [];
  const called: string[] = [];
  const paint = () => {
    const due = frames;
    frames = [];
    for (const frame of due) frame();
    vi.advanceTimersByTime(0);
  };

  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('requestAnimationFrame', (run: () => void) => frames.push(run));
    frames = [];
    called.length = 0;
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });

  it('calls all that waited, in their order, with one frame asked for', () => {
    afterPaint(() => called.push('a'));
    afterPaint(() => called.push('b'));
    expect(frames).toHaveLength(1);
    expect(called).toEqual([]);
    paint();
    expect(called).toEqual(['a', 'b']);
    paint();
    vi.advanceTimersByTime(1000);
    expect(called).toEqual(['a', 'b']);
  });

  it('calls what comes when a frame has begun after the next one', () => {
    afterPaint(() => called.push('before'));
    for (const frame of frames.splice(0)) frame();
    afterPaint(() => called.push('within'));
    vi.advanceTimersByTime(0);
    expect(called).toEqual(['before']);
    paint();
    expect(called).toEqual(['before', 'within']);
  });

  it('does not call what was called off, and calls the same function as often as it waits', () => {
    const run = () => called.push('same');
    const off = afterPaint(run);
    afterPaint(run);
    afterPaint(run);
    off();
    paint();
    expect(called).toEqual(['same', 'same']);
    off();
  });

  it('does not wait long for a frame that never comes', () => {
    afterPaint(() => called.push('hidden'));
    vi.advanceTimersByTime(59);
    expect(called).toEqual([]);
    vi.advanceTimersByTime(1);
    expect(called).toEqual(['hidden']);
    // The frame comes late: nothing is called twice, and what waits by then is not called before its own.
    afterPaint(() => called.push('next'));
    expect(frames).toHaveLength(2);
    frames.shift()?.();
    vi.advanceTimersByTime(0);
    expect(called).toEqual(['hidden']);
    paint();
    expect(called).toEqual(['hidden', 'next']);
  });

  it('lets what is called wait again', () => {
    afterPaint(() => {
      called.push('first');
      afterPaint(() => called.push('second'));
    });
    paint();
    expect(called).toEqual(['first']);
    paint();
    expect(called).toEqual(['first', 'second']);
  });

  it('tells of changes once, with what holds then, and not those who left', () => {
    const store = createStore('');
    const watch = soon(store.watch);
    const leave = watch(() => called.push(`one ${store.now()}`));
    watch(() => called.push(`two ${store.now()}`));
    store.set('a');
    store.set('b');
    expect(called).toEqual([]);
    expect(frames).toHaveLength(1);
    paint();
    expect(called).toEqual(['one b', 'two b']);
    store.set('c');
    leave();
    paint();
    expect(called).toEqual(['one b', 'two b', 'two c']);
    store.set('d');
    paint();
    expect(called.at(-1)).toBe('two d');
  });

  it('tells at once of what is waited for', () => {
    const store = createStore('');
    let isWaited = false;
    soon(store.watch, () => isWaited)(() => called.push(store.now()));
    store.set('a');
    isWaited = true;
    store.set('b');
    expect(called).toEqual(['b']);
    // What waited before looks once more.
    paint();
    expect(called).toEqual(['b', 'b']);
  });
});
