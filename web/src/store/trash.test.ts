import { beforeEach, describe, expect, it } from 'vitest';
import 'fake-indexeddb/auto';
import { cadenceRecord } from './cadences.ts';
import { openSafely, StrideDatabase } from './db.ts';
import { knownInstrument } from './known-instruments.ts';
import { seedOnce } from './rhythms.ts';
import { bringBack, clearOldTrash, daysLeft, emptyTrash, listTrash, throwAway } from './trash.ts';

let db: StrideDatabase;
beforeEach(async () => {
  db = new StrideDatabase(`trash-${crypto.randomUUID()}`);
  await seedOnce(db);
});

const DAY = 86_400_000;

describe('the trash', () => {
  it('holds a rhythm with all that belongs to it, and nothing of the others', async () => {
    const id = 'lantern-steps';
    const wav = new Blob(['sound']);
    await db.recordings.put({ id: 'take', rhythm: id, name: 'Walker', made: 1, seconds: 1, wav });
    await db.recordings.put({ id: 'other', rhythm: 'x', name: 'x', made: 1, seconds: 1, wav });
    await db.practice.put({ id });
    const [rhythms, cards] = [await db.rhythms.toArray(), await db.cards.toArray()];
    const thrown = await throwAway(db, 'rhythm', id, 'Lantern steps');
    expect(await db.rhythms.count()).toBe(rhythms.length - 1);
    expect(await db.cards.count()).toBe(cards.length - 1);
    expect(await db.recordings.toCollection().primaryKeys()).toEqual(['other']);
    expect(await listTrash(db)).toMatchObject([{ kind: 'rhythm', name: 'Lantern steps' }]);
    expect(await bringBack(db, thrown ?? '')).toBe('back');
    expect(await db.rhythms.toArray()).toEqual(rhythms);
    expect(await db.cards.toArray()).toEqual(cards);
    expect(await db.recordings.count()).toBe(2);
    expect(await listTrash(db)).toEqual([]);
  });

  it('makes an instrument known again that comes back', async () => {
    const sound = { timbre: 'skin-open', pitch: 300 } as const;
    const open = {
      code: 'O',
      name: 'open',
      family: 'open',
      hand: 'either',
      how: '',
      sound,
    } as const;
    await db.instruments.put({ id: 'own-tin', name: 'Tin', note: '', strokes: [open] });
    await openSafely(db);
    expect(knownInstrument('own-tin')?.name).toBe('Tin');
    const thrown = await throwAway(db, 'instrument', 'own-tin', 'The Tin');
    await openSafely(db);
    expect(knownInstrument('own-tin')).toBeUndefined();
    await bringBack(db, thrown ?? '');
    expect(knownInstrument('own-tin')?.name).toBe('Tin');
  });

  it('keeps what stands in the place of something in the trash, and that too', async () => {
    const cadence = { sizes: [4, 4, 4], gaps: [1, 1], parts: 4, landing: 'on-last' } as const;
    const record = cadenceRecord(cadence, 5);
    await db.cadences.put(record);
    const thrown = await throwAway(db, 'cadence', record.id, '4 (1) 4 (1) 4');
    await db.cadences.put({ ...record, at: 9 });
    expect(await bringBack(db, thrown ?? '')).toBe('there already');
    expect(await db.cadences.toArray()).toEqual([{ ...record, at: 9 }]);
    expect(await listTrash(db)).toHaveLength(1);
    expect(await throwAway(db, 'cadence', 'none', 'none')).toBeUndefined();
    expect(await listTrash(db)).toHaveLength(1);
  });

  it('lets go of what is older than thirty days, and of what it is told to', async () => {
    const now = Date.UTC(2026, 10, 27);
    const entry = (id: string, at: number) =>
      ({ id, kind: 'form', name: id, at, rows: {} }) as const;
    await db.trash.bulkPut([
      entry('old', now - 30 * DAY - 1),
      entry('last', now - 30 * DAY + 1),
      entry('new', now - 1),
    ]);
    await clearOldTrash(db, now);
    const left = await listTrash(db);
    expect(left.map(({ id }) => id)).toEqual(['new', 'last']);
    expect(left.map((one) => daysLeft(one, now))).toEqual([30, 1]);
    await emptyTrash(db, ['last']);
    expect((await listTrash(db)).map(({ id }) => id)).toEqual(['new']);
    await emptyTrash(db);
    expect(await listTrash(db)).toEqual([]);
  });
});
