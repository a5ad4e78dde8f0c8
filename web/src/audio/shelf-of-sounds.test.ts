import { createTakes, TAKES } from '@stride/core/sound';
import { describe, expect, it } from 'vitest';
import { createShelfOfSounds } from './shelf-of-sounds.ts';

const soon = () => new Promise((resolve) => setTimeout(resolve));

function shelfOf(most?: number, takes = TAKES) {
  const made: string[] = [];
  let fails = false;
  const shelf = createShelfOfSounds<string, { readonly what: string }>({
    nameOf: (sound) => sound,
    takes,
    make: async (asked) => {
      await soon();
      if (fails) throw new Error('no');
      made.push(...asked.map(([sound, take]) => `${sound} ${take}`));
      return asked.map(([sound, take]) => ({ what: `${sound} ${take}` }));
    },
    sizeOf: () => 10,
    ...(most === undefined ? {} : { most }),
  });
  return { shelf, made, fail: (on: boolean) => (fails = on) };
}

describe('a shelf of sounds', () => {
  it('has the first take of each when it is prepared, each computed once', async () => {
    const { shelf, made } = shelfOf();
    await Promise.all([shelf.prepare(['a', 'b', 'a']), shelf.prepare(['b'])]);
    expect(made).toEqual(['a 0', 'b 0']);
    expect(shelf.take('a')).toEqual({ what: 'a 0' });
    expect(shelf.take('c')).toBeUndefined();
  });

  it('computes the others when they are first wanted, and never repeats one once they are there', async () => {
    const { shelf, made } = shelfOf();
    const takeOf = createTakes();
    await shelf.prepare(['a']);
    expect(shelf.take('a', takeOf)).toEqual({ what: 'a 0' });
    expect(shelf.take('a', takeOf)).toEqual({ what: 'a 0' });
    for (let wait = 0; wait < 4; wait += 1) await soon();
    expect([...made].sort()).toEqual(Array.from({ length: TAKES }, (_, take) => `a ${take}`));
    const heard = Array.from({ length: 300 }, () => shelf.take('a', takeOf)?.what ?? '');
    expect(heard.every((one, at) => one !== heard[at - 1])).toBe(true);
    expect(new Set(heard).size).toBe(TAKES);
  });

  it('lets go what was not wanted for longest when there is too much', async () => {
    const { shelf } = shelfOf(30, 1);
    const first = () => 0;
    await shelf.prepare(['a', 'b', 'c']);
    shelf.take('a', first);
    await shelf.prepare(['d']);
    expect(shelf.size()).toBeLessThanOrEqual(30);
    expect(['a', 'b', 'c', 'd'].filter((one) => shelf.take(one))).toContain('a');
    expect(shelf.take('b')).toBeUndefined();
    await shelf.prepare(['b']);
    expect(shelf.take('b')).toEqual({ what: 'b 0' });
  });

  it('says that it could not, and tries again', async () => {
    const { shelf, fail } = shelfOf();
    fail(true);
    await expect(shelf.prepare(['a'])).rejects.toThrow('no');
    fail(false);
    await shelf.prepare(['a']);
    expect(shelf.take('a')).toEqual({ what: 'a 0' });
  });
});
