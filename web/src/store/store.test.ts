import Dexie from 'dexie';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { cardOf } from './cards.ts';
import {
  database,
  NewerDatabaseError,
  PLAIN_MIX,
  SCHEMA_VERSION,
  StrideDatabase,
  setDatabase,
} from './db.ts';
import { DEMO_RHYTHMS } from './demo.ts';
import { openDocument } from './document.ts';
import {
  listCards,
  listRhythms,
  loadPractice,
  loadRhythm,
  newRecord,
  seedOnce,
  storageSentence,
  storedRevision,
} from './rhythms.ts';
import { readRuns } from './run-months.ts';
import { chooseStorage } from './storage.ts';
import { NEVER, storedIn, tempo } from './stored.testkit.ts';
import { bringBack, throwAway } from './trash.ts';
import { changeSetting } from './use-setting.ts';

let count = 0;
let db: StrideDatabase;

beforeEach(() => {
  count += 1;
  db = new StrideDatabase(`test-${count}`);
});

const stored = (id: string) => storedIn(db, id);

describe('the Shelf’s storage', () => {
  it('puts the demo there once, and leaves an emptied Shelf empty', async () => {
    await seedOnce(db);
    expect((await listRhythms(db)).map((one) => one.rhythm.name)).toEqual([
      'Lantern steps',
      'Ferry bell',
      'Wet cobbles',
      'Quay call',
      'Ten stairs',
    ]);
    await db.rhythms.clear();
    await seedOnce(db);
    expect(await listRhythms(db)).toEqual([]);
  });

  it('tells a missing rhythm from a broken one', async () => {
    expect(await loadRhythm(db, 'nowhere')).toEqual({ status: 'missing' });
    const [demo] = DEMO_RHYTHMS;
    if (!demo) throw new Error('no demo');
    await db.rhythms.put({ ...newRecord(demo), rhythm: { ...demo, target: 0 } });
    expect(await loadRhythm(db, demo.id)).toMatchObject({ status: 'broken' });
  });
});

describe('versions of the database', () => {
  it('bring version 1 up to the newest: its rhythms stay, and their revisions can be asked for', async () => {
    const [demo] = DEMO_RHYTHMS;
    if (!demo) throw new Error('no demo');
    const first = new Dexie(db.name);
    first.version(1).stores({ rhythms: 'id, updated', settings: 'key' });
    await first.open();
    await first.table('rhythms').put({ ...newRecord(demo), revision: 7 });
    await first.table('settings').put({ key: 'seeded', value: true });
    first.close();

    await seedOnce(db);
    expect(db.verno).toBe(SCHEMA_VERSION);
    expect(await db.cycles.count()).toBe(0);
    expect((await stored(demo.id)).rhythm).toEqual(demo);
    expect(await listRhythms(db)).toHaveLength(1);
    expect(await storedRevision(db, demo.id)).toBe(7);
    expect(await storedRevision(db, 'nowhere')).toBeUndefined();
    const document = openDocument(db, await stored(demo.id));
    document.type(tempo(77));
    await document.settled();
    expect(await storedRevision(db, demo.id)).toBe(8);
  });

  /** What each version added to the tables, as it stood then. */
  const ADDED: Readonly<Record<number, Readonly<Record<string, string>>>> = {
    1: { rhythms: 'id, updated', settings: 'key' },
    2: { rhythms: 'id, updated, [id+revision]' },
    3: { cycles: 'id, name' },
    4: { instruments: 'id, name' },
    5: { steps: '[id+at]' },
    6: { cards: 'id, updated', practice: 'id' },
    7: {},
    8: { recordings: 'id, rhythm' },
    9: { runs: 'id, at', played: 'id', versions: 'mark', goals: 'id', logs: 'id' },
    10: { months: 'month' },
    11: {},
    12: { forms: 'id, updated' },
  };
  const tablesOf = (version: number): Readonly<Record<string, string>> =>
    Object.assign({}, ...Object.values(ADDED).slice(0, version));

  it('are all known here: a new one adds its row above, with data as it stood then', () => {
    expect(Object.keys(ADDED).map(Number)).toEqual(
      Array.from({ length: SCHEMA_VERSION - 1 }, (_, index) => index + 1),
    );
  });

  it.each(Object.keys(ADDED).map(Number))(
    'version %s comes up to the newest with all it holds',
    async (version) => {
      const tables = tablesOf(version);
      const old = new Dexie(db.name);
      old.version(version).stores(tables);
      await old.open();
      const has = (table: string) => table in tables;
      const mix = { ...PLAIN_MIX, muted: ['layer-1'] };
      const records = DEMO_RHYTHMS.map((demo, index) => ({
        ...newRecord(demo, 100 + index),
        revision: index + 2,
        drafts: { 'layer-1': 'play Q' },
      }));
      // From version 6 on how a rhythm is heard stands apart from it.
      const isApart = has('practice');
      await old
        .table('rhythms')
        .bulkPut(isApart ? records : records.map((record) => ({ ...record, mix })));
      if (isApart) {
        await old.table('cards').bulkPut(records.map(cardOf));
        await old.table('practice').bulkPut(records.map(({ id }) => ({ id, mix })));
      }
      await old.table('settings').put({ key: 'seeded', value: true });
      const cycle = { ...DEMO_RHYTHMS[0]?.cycle, id: 'own-cycle', name: 'Stair' };
      if (has('cycles')) await old.table('cycles').put(cycle);
      const tin = { id: 'own-tin', name: 'Tin', note: '', strokes: [] };
      if (has('instruments')) await old.table('instruments').put(tin);
      const step = { id: 'x', at: 0, rhythm: {}, layers: [], drafts: {} };
      if (has('steps')) await old.table('steps').put(step);
      const runs = [900, 30, 4e9].map((at) => ({ id: `run-${at}`, at }));
      if (has('runs')) await old.table('runs').bulkPut(runs);
      // Until version 13 kept cadences were a setting.
      const cadences = [4, 5].map((size) => ({
        sizes: [size, size],
        gaps: [1],
        parts: 4,
        landing: 'after-last',
      }));
      await old.table('settings').put({ key: 'landing-kept', value: cadences });
      old.close();

      await seedOnce(db);
      expect(db.verno).toBe(SCHEMA_VERSION);
      const cards = await listCards(db);
      expect(cards.map((card) => card.name).sort()).toEqual(
        DEMO_RHYTHMS.map((demo) => demo.name).sort(),
      );
      for (const record of records) {
        const kept = await stored(record.id);
        expect(kept.rhythm).toEqual(record.rhythm);
        expect(kept).toMatchObject({ revision: record.revision, drafts: record.drafts });
        expect(await storedRevision(db, record.id)).toBe(record.revision);
        expect((await loadPractice(db, record.id)).mix).toEqual(mix);
      }
      expect(cards.every((card) => card.unfinished)).toBe(true);
      expect(await db.cycles.toArray()).toEqual(has('cycles') ? [cycle] : []);
      expect(await db.instruments.toArray()).toEqual(has('instruments') ? [tin] : []);
      expect(await db.table('steps').toArray()).toEqual(has('steps') ? [step] : []);
      const inTime = [...runs].sort((a, b) => a.at - b.at);
      expect(await readRuns(db)).toEqual(has('runs') ? inTime : []);
      const kept = await db.cadences.orderBy('at').reverse().toArray();
      expect(kept.map(({ cadence }) => cadence)).toEqual(cadences);
      expect(await db.settings.get('landing-kept')).toBeUndefined();
    },
  );

  it('bring version 5 up: cards are made, and practice stands apart from the rhythm', async () => {
    const [steps, ferry] = DEMO_RHYTHMS;
    if (!steps || !ferry) throw new Error('no demo');
    const fifth = new Dexie(db.name);
    fifth.version(5).stores({
      rhythms: 'id, updated, [id+revision]',
      settings: 'key',
      cycles: 'id, name',
      instruments: 'id, name',
      steps: '[id+at]',
    });
    await fifth.open();
    const mix = { ...PLAIN_MIX, muted: ['layer-2'] };
    const ladder = { from: 60, to: 90, step: { kind: 'bpm', by: 4 }, passes: 2 };
    await fifth.table('rhythms').bulkPut([
      { ...newRecord(steps, 5), revision: 3, mix, ladder },
      newRecord(ferry, 7),
      // What cannot be read keeps nobody from opening the rest.
      { id: 'broken', revision: 1, updated: 6, drafts: {}, rhythm: { name: 'Old one' } },
    ]);
    await fifth.table('settings').put({ key: 'seeded', value: true });
    fifth.close();

    await seedOnce(db);
    const cards = await listCards(db);
    expect(cards.map((card) => card.name)).toEqual(['Ferry bell', 'Old one', 'Lantern steps']);
    expect(cards[2]).toMatchObject({ id: steps.id, revision: 3, pulses: 8, beats: '3 3 2' });
    const practice = await loadPractice(db, steps.id);
    expect(practice).toEqual({ id: steps.id, mix, ladder });
    expect(await loadPractice(db, ferry.id)).toEqual({ id: ferry.id });
    const document = openDocument(db, await stored(steps.id), { practice });
    expect(document.getState().mix.muted).toEqual(['layer-2']);
    expect((await loadRhythm(db, 'broken')).status).toBe('broken');
  });

  it('refuse writes as soon as a newer program has opened the database', async () => {
    await seedOnce(db);
    const document = openDocument(db, await stored('lantern-steps'), { again: NEVER });
    const newer = new Dexie(db.name);
    newer.version(SCHEMA_VERSION + 1).stores({
      rhythms: 'id, updated, [id+revision]',
      cards: 'id',
      practice: 'id',
      settings: 'key',
      cycles: 'id, name',
      instruments: 'id, name',
      steps: '[id+at]',
      later: 'id',
    });
    await newer.open();
    document.type(tempo(99));
    await document.settled();
    expect(document.getState().save).toMatchObject({
      status: 'failed',
      message: expect.stringContaining('newer version'),
    });
    const kept = await newer.table('rhythms').get('lantern-steps');
    expect(kept.rhythm.tempo.bpm).toBe(72);
    newer.close();
  });

  it('leave a newer one untouched', async () => {
    const newer = new Dexie(db.name);
    newer
      .version(SCHEMA_VERSION + 2)
      .stores({ rhythms: 'id, updated', settings: 'key', later: 'id' });
    await newer.open();
    newer.close();
    await expect(seedOnce(db)).rejects.toThrow(NewerDatabaseError);
    const reopened = new Dexie(db.name);
    reopened
      .version(SCHEMA_VERSION + 2)
      .stores({ rhythms: 'id, updated', settings: 'key', later: 'id' });
    expect(await reopened.table('rhythms').count()).toBe(0);
    expect(storageSentence(new NewerDatabaseError('x'))).toContain('newer version');
    reopened.close();
  });
});

describe('deleting', () => {
  beforeEach(() => seedOnce(db));

  it('brings everything back: the rhythm, its card, its practice, its steps', async () => {
    const document = openDocument(db, await stored('lantern-steps'));
    document.type(tempo(90));
    await document.settled();
    await db.practice.put({ id: 'lantern-steps', mix: PLAIN_MIX });
    const before = [await listCards(db), await db.steps.toArray(), await db.practice.toArray()];
    const thrown = await throwAway(db, 'rhythm', 'lantern-steps', 'Lantern steps');
    expect((await loadRhythm(db, 'lantern-steps')).status).toBe('missing');
    expect(await db.steps.count()).toBe(0);
    expect(await bringBack(db, thrown ?? '')).toBe('back');
    expect([await listCards(db), await db.steps.toArray(), await db.practice.toArray()]).toEqual(
      before,
    );
  });

  it('does not undo over what another tab has written meanwhile', async () => {
    const said: string[] = [];
    const theirs = openDocument(db, await stored('lantern-steps'), {
      say: (sentence) => said.push(sentence),
    });
    const thrown = await throwAway(db, 'rhythm', 'lantern-steps', 'Lantern steps');
    theirs.type(tempo(111));
    await theirs.settled();
    expect(said.join()).toContain('has put it back on the Shelf');
    expect(await bringBack(db, thrown ?? '')).toBe('there already');
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(111);
  });

  it('lays the demo over nothing that the player made', async () => {
    const document = openDocument(db, await stored('lantern-steps'));
    document.type(tempo(111));
    await document.settled();
    await throwAway(db, 'rhythm', 'ferry-bell', 'Ferry bell');
    await db.settings.clear();
    await seedOnce(db);
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(111);
    expect(await listCards(db)).toHaveLength(5);
  });
});

describe('settings', () => {
  it('that two tabs change at once keep both changes', async () => {
    const list = { key: 'list', check: (value: unknown) => (value as string[] | undefined) ?? [] };
    await Promise.all([
      changeSetting(db, list, (kept: string[]) => [...kept, 'one']),
      changeSetting(db, list, (kept: string[]) => [...kept, 'two']),
    ]);
    expect((await db.settings.get('list'))?.value).toEqual(['one', 'two']);
  });
});

describe('where the browser keeps nothing', () => {
  it('works in memory', async () => {
    const before = globalThis.indexedDB;
    vi.stubGlobal('indexedDB', undefined);
    expect(await chooseStorage()).toBe('memory');
    vi.stubGlobal('indexedDB', before);
    await seedOnce(database);
    expect(await listCards(database)).toHaveLength(5);
    setDatabase(new StrideDatabase());
  });

  it('does not wait for ever for a storage that hangs', async () => {
    const before = globalThis.indexedDB;
    vi.stubGlobal('indexedDB', { open: () => ({}) });
    Dexie.dependencies.indexedDB = globalThis.indexedDB;
    expect(await chooseStorage(30)).toBe('memory');
    vi.stubGlobal('indexedDB', before);
    Dexie.dependencies.indexedDB = before;
    setDatabase(new StrideDatabase());
  });
});
