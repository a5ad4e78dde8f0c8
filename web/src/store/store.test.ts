import 'fake-indexeddb/auto';
import { setTempo } from '@stride/core/rhythm';
import Dexie from 'dexie';
import { beforeEach, describe, expect, it } from 'vitest';
import {
  NewerDatabaseError,
  PLAIN_MIX,
  type RhythmRecord,
  SCHEMA_VERSION,
  StrideDatabase,
} from './db.ts';
import { DEMO_RHYTHMS } from './demo.ts';
import { type Draft, openDocument } from './document.ts';
import {
  listRhythms,
  loadRhythm,
  newRecord,
  seedOnce,
  storageSentence,
  storedRevision,
} from './rhythms.ts';

let count = 0;
let db: StrideDatabase;

beforeEach(() => {
  count += 1;
  db = new StrideDatabase(`test-${count}`);
});

async function stored(id: string): Promise<RhythmRecord> {
  const result = await loadRhythm(db, id);
  if (result.status !== 'found') throw new Error(result.status);
  return result.record;
}

const tempo = (bpm: number) => (draft: Draft) => ({
  ...draft,
  rhythm: setTempo(draft.rhythm, bpm),
});

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
    document.edit(tempo(77));
    await document.settled();
    expect(await storedRevision(db, demo.id)).toBe(8);
  });

  it('bring an older record up: one without a mix opens with the plain one', async () => {
    await seedOnce(db);
    const record = await stored('lantern-steps');
    expect(record.mix).toBeUndefined();
    expect(openDocument(db, record).getState().mix).toEqual(PLAIN_MIX);
  });

  it('leave a newer one untouched', async () => {
    const newer = new Dexie(db.name);
    newer.version(9).stores({ rhythms: 'id, updated', settings: 'key', later: 'id' });
    await newer.open();
    newer.close();
    await expect(seedOnce(db)).rejects.toThrow(NewerDatabaseError);
    const reopened = new Dexie(db.name);
    reopened.version(9).stores({ rhythms: 'id, updated', settings: 'key', later: 'id' });
    expect(await reopened.table('rhythms').count()).toBe(0);
    expect(storageSentence(new NewerDatabaseError('x'))).toContain('newer version');
    reopened.close();
  });
});

describe('an open document', () => {
  beforeEach(() => seedOnce(db));

  it('keeps every edit, in order, and undoes it', async () => {
    const document = openDocument(db, await stored('lantern-steps'));
    for (const bpm of [80, 90, 100]) document.edit(tempo(bpm));
    await document.settled();
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(100);
    expect(document.getState().save).toEqual({ status: 'saved' });
    document.undo();
    document.undo();
    await document.settled();
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(80);
    document.redo();
    expect(document.getState().history.present.rhythm.tempo.bpm).toBe(90);
  });

  it('undoes a run of small edits together', async () => {
    const document = openDocument(db, await stored('lantern-steps'));
    for (const bpm of [73, 74, 75]) document.edit(tempo(bpm), 'tempo');
    document.edit(tempo(99), 'other');
    expect(document.getState().history.past).toHaveLength(2);
    document.undo();
    expect(document.getState().history.present.rhythm.tempo.bpm).toBe(75);
  });

  it('takes an edit that changes nothing for no step', async () => {
    const document = openDocument(db, await stored('lantern-steps'));
    document.edit((draft) => ({ rhythm: draft.rhythm, drafts: { ...draft.drafts } }));
    expect(document.getState().history.past).toEqual([]);
    document.edit(({ rhythm }) => ({ rhythm, drafts: { 'layer-1': 'X .' } }));
    document.edit(({ rhythm }) => ({ rhythm, drafts: { 'layer-1': 'X .' } }));
    document.edit(({ rhythm }) => ({ rhythm, drafts: { 'layer-2': 'X .' } }));
    document.edit(({ rhythm }) => ({ rhythm, drafts: {} }));
    expect(document.getState().history.past).toHaveLength(3);
    document.undo();
    expect(document.getState().history.present.drafts).toEqual({ 'layer-2': 'X .' });
    await document.settled();
  });

  it('overwrites nothing that another tab saved', async () => {
    const mine = openDocument(db, await stored('lantern-steps'));
    const theirs = openDocument(db, await stored('lantern-steps'));
    theirs.edit(tempo(111));
    await theirs.settled();
    mine.edit(tempo(55));
    await mine.settled();
    expect(mine.getState().save.status).toBe('elsewhere');
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(111);

    const copy = await mine.keepAsCopy('copy');
    expect((await stored(copy)).rhythm).toMatchObject({
      name: 'Lantern steps (copy)',
      tempo: { bpm: 55 },
    });
    expect(mine.getState().history.present.rhythm.tempo.bpm).toBe(111);
    mine.edit(tempo(112));
    await mine.settled();
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(112);
  });

  it('says so when the browser cannot keep an edit', async () => {
    const document = openDocument(db, await stored('lantern-steps'));
    db.close();
    document.edit(tempo(88));
    await document.settled();
    const { save, history } = document.getState();
    expect(save).toMatchObject({
      status: 'failed',
      message: expect.stringContaining('take the rhythm away'),
    });
    expect(history.present.rhythm.tempo.bpm).toBe(88);
  });
});
