import { expect, it } from 'vitest';
import type { Keeping } from './keeper.ts';
import { tellUnkept, unkept } from './unkept.ts';

it('lists what is in this tab only, rhythms and forms beside one another, and tells it only where it changes', () => {
  const open = (id: string, save: Keeping<unknown>) => ({
    id,
    getState: () => ({ save }),
    tryAgain: () => undefined,
  });
  const full = { status: 'failed', message: 'full' } as const;
  const other = { status: 'elsewhere', theirs: {} } as const;
  const listed = () => unkept.now().map(({ kind, id, name }) => `${kind} ${id} ${name}`);
  let told = 0;
  const leave = unkept.watch(() => {
    told += 1;
  });
  const tell = (kind: 'rhythm' | 'form', ...all: readonly ReturnType<typeof open>[]) =>
    tellUnkept(kind, all, ({ id }) => ({ name: id.toUpperCase() }));
  tell('rhythm', open('a', full), open('b', { status: 'saving' }), open('c', other));
  tell('form', open('f', full), open('g', { status: 'saved' }));
  expect(listed()).toEqual(['rhythm a A', 'rhythm c C', 'form f F']);
  tell('form', open('f', full));
  expect(told).toBe(2);
  tell('rhythm', open('c', other));
  expect([listed(), told]).toEqual([['rhythm c C', 'form f F'], 3]);
  tell('rhythm', open('c', { status: 'saved' }));
  tell('form');
  expect([listed(), told]).toEqual([[], 5]);
  leave();
});
