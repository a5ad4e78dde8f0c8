import { beforeEach, describe, expect, it } from 'vitest';
import 'fake-indexeddb/auto';
import { readBackup } from '@stride/core/safekeeping';
import { StrideDatabase, setDatabase } from '../store/db.ts';
import { seedOnce } from '../store/rhythms.ts';
import { lastBackup, reminder, remindLater } from './backup.ts';
import { sayBytes } from './bytes.ts';
import { backupName, type Folder, writeInto } from './folder.ts';
import { libraryApi } from './library-api.ts';

const DAY = 86_400_000;
const NOW = Date.now();
let db: StrideDatabase;
beforeEach(async () => {
  db = new StrideDatabase(`backup-${crypto.randomUUID()}`);
  setDatabase(db);
  await seedOnce(db);
});

const madeVersion = async (age: number) => {
  const [record] = await db.rhythms.toArray();
  if (record) await db.history.put({ id: record.id, at: NOW - age, rhythm: record.rhythm });
};

describe('the reminder', () => {
  it('comes for work of two weeks that was never backed up, not for the demo', async () => {
    expect(await reminder(NOW + 100 * DAY)).toBeUndefined();
    await madeVersion(13 * DAY);
    expect(await reminder(NOW)).toBeUndefined();
    expect(await reminder(NOW + 2 * DAY)).toContain('no backup of it yet');
  });

  it('comes for an old backup with changes since, and can be put off for a week', async () => {
    await db.settings.put({ key: 'backup-last', value: { at: NOW + DAY, where: 'file' } });
    // Nothing was changed since.
    expect(await reminder(NOW + 40 * DAY)).toBeUndefined();
    await db.settings.put({ key: 'backup-last', value: { at: NOW - 20 * DAY, where: 'file' } });
    expect(await reminder(NOW)).toBe(
      'The last backup is 20 days old, and there are changes since.',
    );
    await remindLater(NOW);
    expect(await reminder(NOW + 6 * DAY)).toBeUndefined();
    expect(await reminder(NOW + 8 * DAY)).toContain('28 days old');
    expect(await lastBackup()).toMatchObject({ where: 'file' });
  });
});

/** A folder in memory, of the shape the browser gives. */
function folderOf(files: Map<string, Uint8Array>) {
  return {
    keys: () => [...files.keys()].values(),
    removeEntry: async (name: string) => void files.delete(name),
    getFileHandle: async (name: string) => ({
      createWritable: async () => {
        let written = new Uint8Array();
        return {
          write: async (content: Uint8Array<ArrayBuffer>) => {
            written = content;
          },
          close: async () => void files.set(name, written),
        };
      },
    }),
  } as unknown as Folder;
}

describe('the folder', () => {
  it('has one backup a day, the last ten, and leaves other files alone', async () => {
    const files = new Map([['my notes.txt', new Uint8Array(1)]]);
    for (let day = 0; day < 13; day += 1) {
      const zip = await libraryApi.backup(NOW + day * DAY);
      await writeInto(folderOf(files), backupName(NOW + day * DAY), zip);
    }
    expect(files.size).toBe(11);
    expect(files.has('my notes.txt')).toBe(true);
    const newest = files.get(backupName(NOW + 12 * DAY)) ?? new Uint8Array();
    expect(readBackup(newest)).toMatchObject({ ok: true, problems: [] });
    expect(files.has(backupName(NOW))).toBe(false);
  });
});

describe('the library, asked from the page', () => {
  it('says what takes room, and nothing of what there is none of', async () => {
    await madeVersion(DAY);
    const sizes = await libraryApi.sizes();
    expect(sizes.map(({ what, count }) => [what, count])).toEqual([
      ['Rhythms', 5],
      ['Earlier versions', 1],
    ]);
    expect(sizes[0]?.bytes).toBeGreaterThan(1000);
    expect([400, 52_300, 1_234_567, 2.5e9].map(sayBytes)).toEqual([
      '400 bytes',
      '52 kB',
      '1.2 MB',
      '2.5 GB',
    ]);
  });

  it('looks at a backup before it does anything, and does nothing without one', async () => {
    const zip = await libraryApi.backup(NOW);
    await db.rhythms.delete('ferry-bell');
    const looked = await libraryApi.look(zip);
    expect(looked.ok && looked.plan.items.filter(({ state }) => state === 'new')).toMatchObject([
      { name: 'Ferry bell' },
    ]);
    expect(await db.rhythms.count()).toBe(4);
    expect(await libraryApi.look(new Uint8Array(9))).toMatchObject({ ok: false });
    const items = looked.ok ? looked.plan.items : [];
    await libraryApi.restore({
      items: items.map((item) => ({ item, answer: item.state === 'new' ? 'take' : 'keep' })),
      replace: false,
    });
    expect(await db.rhythms.count()).toBe(5);
    await expect(libraryApi.restore({ items: [], replace: false })).rejects.toThrow('no backup');
  });
});
