import {
  answersTo,
  answerToReplace,
  planRestore,
  type RestorePlan,
  readBackup,
  writeBackup,
} from '@stride/core/safekeeping';
import { beforeEach, describe, expect, it } from 'vitest';
import 'fake-indexeddb/auto';
import { cadenceRecord } from './cadences.ts';
import { StrideDatabase } from './db.ts';
import { bringSet } from './forms.ts';
import { listHistory } from './history.ts';
import { readLibrary, restoreLibrary } from './library.ts';
import { listCards, loadRhythm, putRhythms, seedOnce } from './rhythms.ts';
import { readRuns } from './run-months.ts';
import { makeShortLog } from './short-log.testkit.ts';
import { listTrash, throwAway } from './trash.ts';

let db: StrideDatabase;
const fresh = () => new StrideDatabase(`library-${crypto.randomUUID()}`);
beforeEach(async () => {
  db = fresh();
  await seedOnce(db);
});

const MADE = Date.UTC(2026, 10, 27);
const merged = ({ items }: RestorePlan) => ({
  items: items.map((item) => ({ item, answer: answersTo(item)[0] ?? 'keep' }) as const),
  replace: false,
});
const replaced = ({ items }: RestorePlan) => ({
  items: items.map((item) => ({ item, answer: answerToReplace(item) })),
  replace: true,
});
const planOf = async (into: StrideDatabase, zip: Uint8Array) => {
  const read = readBackup(zip);
  if (!read.ok) throw new Error(read.message);
  return {
    library: read.library,
    plan: planRestore((await readLibrary(into)).tables, read.library.tables),
  };
};
const backup = async (of: StrideDatabase) => writeBackup(await readLibrary(of, MADE));

async function edit(of: StrideDatabase, id: string, bpm: number): Promise<void> {
  const record = await of.rhythms.get(id);
  if (!record) throw new Error('no rhythm');
  const rhythm = { ...record.rhythm, tempo: { ...record.rhythm.tempo, bpm } };
  await putRhythms(of, [{ ...record, rhythm, revision: record.revision + 1, updated: MADE }]);
}

describe('a library', () => {
  it('is the same on another machine: what goes out of it is the same bytes', async () => {
    await bringSet(db);
    await throwAway(db, 'rhythm', 'ferry-bell', 'Ferry bell');
    const wav = new Blob(['sound'], { type: 'audio/wav' });
    await db.recordings.put({ id: 'r', rhythm: 'x', name: 'Walker', made: 1, seconds: 1, wav });
    await db.cadences.put(
      cadenceRecord({ sizes: [4, 4, 4], gaps: [1, 1], parts: 4, landing: 'on-last' }, 5),
    );
    const [first] = await db.rhythms.toArray();
    if (first) await db.history.put({ id: first.id, at: 9, name: 'Then', rhythm: first.rhythm });
    await db.settings.put({ key: 'other-handed', value: true });
    const zip = await backup(db);

    const other = fresh();
    const { plan, library } = await planOf(other, zip);
    await restoreLibrary(other, library, merged(plan));
    expect(await backup(other)).toEqual(zip);
    expect((await listCards(other)).map(({ name }) => name)).toEqual(
      (await listCards(db)).map(({ name }) => name),
    );
    const sound = (await other.recordings.get('r'))?.wav;
    expect(await sound?.text()).toBe('sound');
  });

  it('where both were changed, keeps both', async () => {
    const zip = await backup(db);
    await edit(db, 'lantern-steps', 101);
    const { plan, library } = await planOf(db, zip);
    const differs = plan.items.filter(({ state }) => state === 'differs');
    expect(differs.map(({ name }) => name)).toEqual(['Lantern steps']);
    await restoreLibrary(db, library, merged(plan));
    const names = (await listCards(db)).map(({ name, bpm }) => `${name} ${bpm}`);
    expect(names).toContain('Lantern steps 101');
    expect(names).toContain('Lantern steps (from the backup) 72');
    expect(names).toHaveLength(6);
    // Once more changes nothing: what was there stays, the copy comes again only where it is asked for.
    expect((await planOf(db, zip)).plan.items.filter(({ state }) => state === 'new')).toEqual([]);
  });

  it('replaced by a backup, has what was here in the history and in the trash', async () => {
    const setup = { id: 's', screen: 'landing', name: 'Mine', updated: 1 } as const;
    await db.setups.put({ ...setup, value: { before: true } });
    const zip = await backup(db);
    await db.setups.put({ ...setup, value: { before: false } });
    await edit(db, 'lantern-steps', 101);
    await db.cycles.put({ id: 'own-x', name: 'X', groups: [] } as never);
    const { plan, library } = await planOf(db, zip);
    await restoreLibrary(db, library, replaced(plan));
    const now = await loadRhythm(db, 'lantern-steps');
    expect(now.status === 'found' && now.record.rhythm.tempo.bpm).toBe(72);
    const [before] = await listHistory(db, 'lantern-steps');
    expect(before).toMatchObject({ name: 'Before the backup of 2026-11-27' });
    expect(before?.rhythm.tempo.bpm).toBe(101);
    expect((await db.setups.get('s'))?.value).toEqual({ before: true });
    const thrown = (await listTrash(db)).map(({ kind, name }) => `${kind} ${name}`);
    expect(thrown.sort()).toEqual(['cycle X', 'set-up Mine, before the backup']);
  });

  it('takes in no recording of a rhythm that is left out, and one of no rhythm', async () => {
    const sound = { name: 'Walker', made: 1, seconds: 1, wav: new Blob(['sound']) };
    await db.recordings.bulkPut([
      { ...sound, id: 'of-it', rhythm: 'lantern-steps' },
      { ...sound, id: 'alone', rhythm: 'gone' },
    ]);
    const other = fresh();
    const { plan, library } = await planOf(other, await backup(db));
    const items = plan.items.map((item) => {
      const isOut = item.thing === 'rhythm' && item.id === 'lantern-steps';
      return { item, answer: isOut ? 'keep' : (answersTo(item)[0] ?? 'keep') } as const;
    });
    await restoreLibrary(other, library, { items, replace: false });
    expect(await other.recordings.toCollection().primaryKeys()).toEqual(['alone']);
  });

  it('keeps a rhythm that cannot be read, beside the one here', async () => {
    const zip = await backup(db);
    const read = readBackup(zip);
    if (!read.ok) throw new Error(read.message);
    const { library } = read;
    const [first] = library.tables.rhythms;
    const broken = { ...library.tables, rhythms: [{ ...first, rhythm: { odd: 1 } }] };
    const plan = planRestore((await readLibrary(db)).tables, broken);
    await restoreLibrary(db, { ...library, tables: broken }, merged(plan));
    expect(await db.rhythms.count()).toBe(6);
  });

  it('takes in the runs it has not, once', async () => {
    const { setDatabase, database } = await import('./db.ts');
    const usual = database;
    setDatabase(db);
    await makeShortLog();
    setDatabase(usual);
    const zip = await backup(db);
    const runs = await readRuns(db);
    const gone = runs.slice(0, 5).map(({ id }) => id);
    await db.runs.bulkDelete(gone);
    await db.months.clear();
    for (const expected of [5, 0]) {
      const { plan, library } = await planOf(db, zip);
      expect(plan.beside.runs).toBe(expected);
      await restoreLibrary(db, library, merged(plan));
      expect(await readRuns(db)).toEqual(runs);
    }
  });

  it('stays as it is where anything of it cannot be written', async () => {
    const zip = await backup(db);
    await db.rhythms.clear();
    await db.cards.clear();
    const { plan, library } = await planOf(db, zip);
    const broken = { ...library, tables: { ...library.tables, runs: [{ at: 3 }] } };
    await expect(restoreLibrary(db, broken, merged(plan))).rejects.toThrow();
    expect(await db.rhythms.count()).toBe(0);
  });
});
