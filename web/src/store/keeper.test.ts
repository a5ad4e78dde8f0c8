import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { type Attempt, createKeeper, type KeeperOptions, type Keeping } from './keeper.ts';

type Answer = Attempt<string, number>;

/** Something that is edited: a number, and attempts to keep it that are answered by hand. */
function kept(options: KeeperOptions = {}) {
  let status: Keeping<string> = { status: 'saved' };
  const said: string[] = [];
  const asked: { readonly value: number; readonly answer: (with_: Answer) => void }[] = [];
  const told: number[] = [];
  let value = 0;
  const keeper = createKeeper<string, number>(
    {
      now: () => status,
      set(next) {
        status = next;
        said.push(next.status);
      },
      attempt: () =>
        new Promise<Answer>((answer) => {
          asked.push({ value, answer });
        }),
      kept: (now) => told.push(now),
    },
    { painted: (run) => run(), again: { first: 100, most: 300 }, ...options },
  );
  const edit = (next: number) => {
    value = next;
    keeper.keep();
  };
  const soon = () => vi.advanceTimersByTimeAsync(0);
  const answer = async (index: number, how?: Answer) => {
    const { value: sent, answer: give } = asked[index] ?? {};
    give?.(how ?? { status: 'saved', told: sent ?? 0 });
    await soon();
  };
  return { keeper, edit, soon, answer, said, told, asked: () => asked.map((one) => one.value) };
}

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

it('keeps what is edited while an attempt runs together, with the next one', async () => {
  const { edit, soon, answer, asked, said, told } = kept();
  edit(1);
  await soon();
  edit(2);
  edit(3);
  await soon();
  expect(asked()).toEqual([1]);
  await answer(0);
  expect([asked(), said.at(-1)]).toEqual([[1, 3], 'saving']);
  await answer(1);
  expect([told, asked(), said.at(-1)]).toEqual([[1, 3], [1, 3], 'saved']);
});

it('waits for the paint of an edit, and not where the page is left before', async () => {
  const { edit, soon, asked, keeper } = kept({ painted: () => undefined });
  edit(1);
  await soon();
  expect([asked(), keeper.isWaiting()]).toEqual([[], true]);
  keeper.hurry();
  await soon();
  expect([asked(), keeper.isWaiting()]).toEqual([[1], false]);
});

it('tries what failed again, ever later, and says so until it is kept', async () => {
  const { edit, soon, answer, asked, said } = kept();
  const failed: Answer = { status: 'failed', message: 'full' };
  edit(1);
  await soon();
  await answer(0, failed);
  for (const [tries, wait] of [100, 200, 300, 300].entries()) {
    await vi.advanceTimersByTimeAsync(wait - 1);
    expect(asked()).toHaveLength(tries + 1);
    await vi.advanceTimersByTimeAsync(1);
    expect(asked()).toHaveLength(tries + 2);
    await answer(tries + 1, failed);
  }
  expect(said).toEqual(['saving', ...Array(5).fill('failed')]);
  // An edit does not wait for that; once it is kept the next failure is tried as soon as the first.
  edit(2);
  await soon();
  await answer(5);
  expect(said.at(-1)).toBe('saved');
  edit(3);
  await soon();
  await answer(6, failed);
  await vi.advanceTimersByTimeAsync(100);
  expect(asked()).toHaveLength(8);
});

it('does not wait for ever for an answer', async () => {
  const { edit, soon, asked, said } = kept();
  edit(1);
  await soon();
  await vi.advanceTimersByTimeAsync(9_999);
  expect(said).toEqual(['saving']);
  await vi.advanceTimersByTimeAsync(1);
  expect(said).toEqual(['saving', 'failed']);
  await vi.advanceTimersByTimeAsync(100);
  expect(asked()).toHaveLength(2);
});

it('writes nothing more once another tab has', async () => {
  const { edit, soon, answer, asked, said } = kept();
  edit(1);
  await soon();
  await answer(0, { status: 'elsewhere', theirs: 'theirs' });
  edit(2);
  await vi.advanceTimersByTimeAsync(1_000);
  expect([asked(), said.at(-1)]).toEqual([[1], 'elsewhere']);
});

it('does something of its own after what is being kept, and before what comes later', async () => {
  const { edit, soon, answer, keeper, asked } = kept();
  const order: string[] = [];
  edit(1);
  await soon();
  keeper.after(async () => {
    order.push('between');
  });
  edit(2);
  await soon();
  expect([order, asked()]).toEqual([[], [1]]);
  await answer(0);
  expect([order, asked()]).toEqual([['between'], [1, 2]]);
});
