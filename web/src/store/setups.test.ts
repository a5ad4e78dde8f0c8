import { beforeEach, describe, expect, it } from 'vitest';
import 'fake-indexeddb/auto';
import { newSetup } from '../crossing/setup.ts';
import { checkSetup } from '../crossing/setup-schema.ts';
import { StrideDatabase } from './db.ts';
import { keepSetup, listSetups } from './setups.ts';
import { bringBack, throwAway } from './trash.ts';

let db: StrideDatabase;
beforeEach(() => {
  db = new StrideDatabase(`setups-${crypto.randomUUID()}`);
});

describe('set-ups with a name', () => {
  it('are kept with their words, and can be opened again', async () => {
    const setup = { ...newSetup([4, 3]), words: { strides: '1 1', text: 'pass the bread' } };
    expect(await keepSetup('crossing', 'Bread', setup, db)).toContain('stands on the Shelf');
    const [kept] = await listSetups(db, 'crossing');
    expect(checkSetup(kept?.value)).toEqual(setup);
    expect(await listSetups(db, 'landing')).toEqual([]);
  });

  it('of one name are one; deleted they come back', async () => {
    await keepSetup('crossing', 'Mine', { a: 1 }, db);
    expect(await keepSetup('crossing', 'Mine', { a: 2 }, db)).toContain('anew');
    await keepSetup('landing', 'Mine', { b: 1 }, db);
    const all = await listSetups(db);
    expect(all.map(({ value }) => value)).toContainEqual({ a: 2 });
    expect(all).toHaveLength(2);
    const id = all.find(({ screen }) => screen === 'crossing')?.id ?? '';
    const thrown = await throwAway(db, 'set-up', id, 'Mine');
    expect(await listSetups(db)).toHaveLength(1);
    expect(await bringBack(db, thrown ?? '')).toBe('back');
    expect(await listSetups(db)).toHaveLength(2);
  });

  it('are two hundred at most', async () => {
    await db.setups.bulkPut(
      Array.from({ length: 200 }, (_, at) => ({
        id: `${at}`,
        screen: 'landing' as const,
        name: `${at}`,
        value: {},
        updated: at,
      })),
    );
    expect(await keepSetup('landing', 'One more', {}, db)).toContain('delete one first');
    expect(await listSetups(db, 'landing')).toHaveLength(200);
  });
});
