import 'fake-indexeddb/auto';
import type { Instrument } from '@stride/core/instrument';
import type { Rhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import Dexie from 'dexie';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { cardOf } from './cards.ts';
import { openSafely, StrideDatabase } from './db.ts';
import { knownInstrument, knownInstruments, ownInstruments } from './known-instruments.ts';
import { readLibrary, restoreLibrary } from './library.ts';
import { loadRhythm, newRecord, putRhythms, readRecord } from './rhythms.ts';
import { TIN } from './tin.testkit.ts';

const louder: Instrument = { ...TIN, name: 'large tin' };
const { rhythm } = readRhythm(
  'rhythm A\ncycle 2\nlayer L : tin\nplay X X\nlayer B : hand bell\nplay X .',
  'a',
  [TIN],
);

let count = 0;
let db: StrideDatabase;

/** What the storage holds of a table, past what this program makes of it. */
async function stored(name: string): Promise<readonly unknown[]> {
  const raw = new Dexie(db.name);
  await raw.open();
  const rows = await raw.table(name).toArray();
  raw.close();
  return rows;
}

const ownOf = ({ layers }: Rhythm) => layers.map(({ own }) => own);

beforeEach(async () => {
  count += 1;
  db = new StrideDatabase(`own-${count}`);
  await db.instruments.put(TIN);
  await openSafely(db);
});
afterEach(() => {
  db.close();
  ownInstruments.set([]);
});

describe('instruments of one’s own', () => {
  it('are known once the storage was read, after those of the program', () => {
    expect(knownInstrument('own-tin')).toEqual(TIN);
    expect(knownInstrument('hand-bell')?.name).toBe('hand bell');
    expect(knownInstruments().at(-1)).toEqual(TIN);
  });

  it('are named by what is written, and with what is read', async () => {
    await putRhythms(db, [newRecord(rhythm)]);
    expect(JSON.stringify(await stored('rhythms'))).not.toContain('"own"');
    const found = await loadRhythm(db, 'a');
    expect(found.status === 'found' && found.record.rhythm).toEqual(rhythm);
    // Made otherwise it is so in every rhythm.
    await db.instruments.put(louder);
    await openSafely(db);
    expect((await db.rhythms.toArray()).map((one) => ownOf(one.rhythm))).toEqual([
      [louder, undefined],
    ]);
    const changed = await db.rhythms.get('a');
    expect(changed && cardOf(changed).find).toContain('large tin');
  });

  it('go with each step of undo, with a rhythm as it was, and as it was played', async () => {
    const [layer] = rhythm.layers;
    const step = { id: 'a', at: 1, rhythm: {}, layers: [layer, 1], drafts: {} };
    await db.steps.put(step as never);
    await db.history.put({ id: 'a', at: 1, rhythm });
    await db.versions.put({ mark: 'm', rhythm });
    for (const name of ['steps', 'history', 'versions'])
      expect(JSON.stringify(await stored(name)), name).not.toContain('"own"');
    expect((await db.steps.toArray())[0]?.layers).toEqual([layer, 1]);
    expect((await db.history.toArray())[0]?.rhythm).toEqual(rhythm);
    expect((await db.versions.get('m'))?.rhythm).toEqual(rhythm);
  });

  it('leave what cannot be read as it is', async () => {
    const broken = [{ layers: 'none' }, { layers: [7, null] }, 'nothing', undefined];
    await db.rhythms.bulkPut(
      broken.map((one, at) => ({ ...newRecord(rhythm), id: `${at}`, rhythm: one as never })),
    );
    const read = await db.rhythms.orderBy('id').toArray();
    expect(read.map((one) => one.rhythm)).toEqual(broken);
    expect(read.map((one) => readRecord(one).status)).toEqual(Array(4).fill('broken'));
  });

  it('that are gone are missed by name', async () => {
    await putRhythms(db, [newRecord(rhythm)]);
    await db.instruments.clear();
    await openSafely(db);
    expect(await loadRhythm(db, 'a')).toMatchObject({
      status: 'broken',
      messages: ['Layer L: no instrument is called “own-tin”.'],
    });
  });

  it('go with a backup beside the rhythms, and come back with it', async () => {
    await putRhythms(db, [newRecord(rhythm)]);
    const library = await readLibrary(db, 5);
    expect(JSON.stringify(library.tables.rhythms)).not.toContain('"own"');
    db.close();
    db = new StrideDatabase(`own-${count}-b`);
    ownInstruments.set([]);
    const items = (['instrument', 'rhythm'] as const).map((thing) => ({
      item: { thing, id: thing === 'rhythm' ? 'a' : 'own-tin', name: 'A', state: 'new' },
      answer: 'take' as const,
    }));
    await restoreLibrary(db, library, { items: items as never, replace: false });
    expect((await db.cards.get('a'))?.find).toContain('tin');
    await openSafely(db);
    const found = await loadRhythm(db, 'a');
    expect(found.status === 'found' && found.record.rhythm).toEqual(rhythm);
  });
});
