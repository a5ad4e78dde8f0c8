// @vitest-environment happy-dom
import { act } from 'react';
import { createRoot } from 'react-dom/client';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type KeptState, useKeptState } from './kept-state.ts';

const number = (value: unknown) => (typeof value === 'number' ? value : undefined);

interface ScreenProps {
  readonly opened: number | undefined;
  readonly shown: { current: KeptState<number> };
}

function Screen({ opened, shown }: ScreenProps) {
  shown.current = useKeptState<number>('test', { check: number, opened, usual: () => 1 });
  return null;
}

const roots: ReturnType<typeof createRoot>[] = [];

/** The state on a page of its own; `entry` is the entry of the browser's history it stands at. */
function open(entry: string, opened?: number): { readonly current: KeptState<number> } {
  const shown = {} as ScreenProps['shown'];
  const root = createRoot(document.createElement('div'));
  roots.push(root);
  act(() =>
    root.render(
      <MemoryRouter initialEntries={[{ pathname: '/', key: entry }]}>
        <Screen opened={opened} shown={shown} />
      </MemoryRouter>,
    ),
  );
  return shown;
}

afterEach(() => {
  for (const root of roots.splice(0)) act(() => root.unmount());
});

beforeEach(() => {
  sessionStorage.clear();
  localStorage.clear();
});

describe('a state that is kept', () => {
  it('is there again after a reload, and in another tab where that has none', () => {
    const first = open('a');
    expect(first.current.now).toBe(1);
    act(() => first.current.change(() => 5));
    expect(open('a').current.now).toBe(5);
    sessionStorage.clear();
    expect(open('b').current.now).toBe(5);
  });

  it('gives way to what the screen is opened with, but not again after a reload', () => {
    const first = open('a');
    act(() => first.current.change(() => 5));
    const second = open('b', 7);
    expect(second.current.now).toBe(7);
    act(() => second.current.change(() => 8));
    expect(open('b', 7).current.now).toBe(8);
    expect(open('c', 9).current.now).toBe(9);
  });

  it('goes back and forth step by step, quick changes of one name at once', () => {
    const state = open('a');
    act(() => state.current.change((before) => before + 1));
    act(() => state.current.change(() => 10, 'tempo'));
    act(() => state.current.change(() => 11, 'tempo'));
    act(() => state.current.change(() => 20, 'level'));
    act(() => state.current.undo?.());
    expect(state.current.now).toBe(11);
    act(() => state.current.undo?.());
    expect(state.current.now).toBe(2);
    act(() => state.current.redo?.());
    expect(state.current.now).toBe(11);
    act(() => state.current.undo?.());
    act(() => state.current.undo?.());
    expect(state.current.now).toBe(1);
    expect(state.current.undo).toBeUndefined();
  });

  it('is left where it cannot be used', () => {
    sessionStorage.setItem('humble-stride:test', '{"entry":"a","value":"no number"}');
    expect(open('a').current.now).toBe(1);
    sessionStorage.setItem('humble-stride:test', 'no JSON');
    expect(open('a').current.now).toBe(1);
  });
});
