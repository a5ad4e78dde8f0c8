// @vitest-environment happy-dom
import { act, useLayoutEffect } from 'react';
import { createRoot } from 'react-dom/client';
import { beforeEach, describe, expect, it } from 'vitest';
import { createStore, type Store, useStoreInHand } from './store.ts';

let drawn: number[] = [];

interface FollowsProps {
  readonly store: Store<number>;
  /** Set as soon as it is drawn, before anybody watches. */
  readonly early?: number;
}

function Follows({ store, early }: FollowsProps) {
  drawn.push(useStoreInHand(store));
  return early === undefined ? null : <Sets store={store} to={early} />;
}

function Sets({ store, to }: { readonly store: Store<number>; readonly to: number }) {
  useLayoutEffect(() => store.set(to), [store, to]);
  return null;
}

async function draw(props: FollowsProps) {
  const root = createRoot(document.createElement('div'));
  await act(async () => root.render(<Follows {...props} />));
  return root;
}

/** What was drawn, without what was drawn again as it was. */
const changes = () => drawn.filter((value, at) => value !== drawn[at - 1]);

beforeEach(() => {
  Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
  drawn = [];
});

describe('a store that is followed for the frame of a key', () => {
  it('is drawn once for all that is told together, with the last of it', async () => {
    const store = createStore(0);
    const root = await draw({ store });
    expect(changes()).toEqual([0]);
    drawn = [];
    await act(async () => {
      for (const next of [1, 2, 3]) store.set(next);
    });
    expect(drawn).toEqual([3]);
    await act(async () => root.unmount());
  });

  it('is drawn with what was set before it was watched', async () => {
    const root = await draw({ store: createStore(0), early: 7 });
    expect(drawn.at(-1)).toBe(7);
    await act(async () => root.unmount());
  });

  it('follows another store from then on, and none when it is gone', async () => {
    const [one, other] = [createStore(1), createStore(2)];
    const root = await draw({ store: one });
    await act(async () => root.render(<Follows store={other} />));
    await act(async () => {
      one.set(5);
      other.set(6);
    });
    expect(changes()).toEqual([1, 2, 6]);
    await act(async () => root.unmount());
    other.set(8);
    expect(changes()).toEqual([1, 2, 6]);
  });
});
