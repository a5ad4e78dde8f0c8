import { beforeEach, describe, expect, it } from 'vitest';
import { PLAIN_MIX, StrideDatabase } from './db.ts';
import { openDocument } from './document.ts';
import { inTime } from './in-time.ts';
import { listCards, loadPractice, seedOnce, storedRevision } from './rhythms.ts';
import { NEVER, storedIn, tempo } from './stored.testkit.ts';

/** However long the machine takes. */
const AT_LAST = { timeout: 120_000 };

let count = 0;
let db: StrideDatabase;

beforeEach(() => {
  count += 1;
  db = new StrideDatabase(`document-${count}`);
});

const stored = (id: string) => storedIn(db, id);

describe('an open document', () => {
  beforeEach(() => seedOnce(db));

  it('keeps every edit, in order, and undoes it', async () => {
    const document = openDocument(db, await stored('lantern-steps'));
    for (const bpm of [80, 90, 100]) document.type(tempo(bpm));
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

  it('keeps an edit at once where the page is left before it is painted', async () => {
    const record = await stored('lantern-steps');
    const document = openDocument(db, record, { painted: () => undefined });
    document.type(tempo(81));
    expect(document.getState().save.status).toBe('saving');
    document.hurry();
    await document.settled();
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(81);
    expect(document.getState().save.status).toBe('saved');
  });

  it('undoes a run of small edits together', async () => {
    const document = openDocument(db, await stored('lantern-steps'));
    for (const bpm of [73, 74, 75]) document.type(tempo(bpm), 'tempo');
    document.type(tempo(99), 'other');
    expect(document.getState().history.past).toHaveLength(2);
    document.undo();
    expect(document.getState().history.present.rhythm.tempo.bpm).toBe(75);
  });

  it('takes an edit that changes nothing for no step', async () => {
    const document = openDocument(db, await stored('lantern-steps'));
    document.type((draft) => ({ rhythm: draft.rhythm, drafts: { ...draft.drafts } }));
    expect(document.getState().history.past).toEqual([]);
    document.type(({ rhythm }) => ({ rhythm, drafts: { 'layer-1': 'X .' } }));
    document.type(({ rhythm }) => ({ rhythm, drafts: { 'layer-1': 'X .' } }));
    document.type(({ rhythm }) => ({ rhythm, drafts: { 'layer-2': 'X .' } }));
    document.type(({ rhythm }) => ({ rhythm, drafts: {} }));
    expect(document.getState().history.past).toHaveLength(3);
    document.undo();
    expect(document.getState().history.present.drafts).toEqual({ 'layer-2': 'X .' });
    await document.settled();
  });

  it('overwrites nothing that another tab saved', async () => {
    const mine = openDocument(db, await stored('lantern-steps'));
    const theirs = openDocument(db, await stored('lantern-steps'));
    theirs.type(tempo(111));
    await theirs.settled();
    mine.type(tempo(55));
    await mine.settled();
    expect(mine.getState().save.status).toBe('elsewhere');
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(111);

    const copy = await mine.keepAsCopy('copy');
    expect((await stored(copy)).rhythm).toMatchObject({
      name: 'Lantern steps (copy)',
      tempo: { bpm: 55 },
    });
    expect(mine.getState().history.present.rhythm.tempo.bpm).toBe(111);
    mine.type(tempo(112));
    await mine.settled();
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(112);
  });

  it('says so when the browser cannot keep an edit', async () => {
    const document = openDocument(db, await stored('lantern-steps'), { again: NEVER });
    db.close();
    document.type(tempo(88));
    await document.settled();
    const { save, history } = document.getState();
    expect(save).toMatchObject({
      status: 'failed',
      message: expect.stringContaining('take the rhythm away'),
    });
    expect(history.present.rhythm.tempo.bpm).toBe(88);
  });

  it('tries again by itself what could not be kept, and keeps saying so until it is', async () => {
    const document = openDocument(db, await stored('lantern-steps'), {
      again: { first: 5, most: 10 },
    });
    db.close();
    document.type(tempo(88));
    await document.settled();
    expect(document.getState().save.status).toBe('failed');
    document.type(tempo(89));
    await document.settled();
    expect(document.getState().save.status).toBe('failed');
    await db.open();
    await expect.poll(() => document.getState().save.status, AT_LAST).toBe('saved');
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(89);
  });

  it('does not wait for ever where the storage does not answer', async () => {
    let limit = 5;
    const document = openDocument(db, await stored('lantern-steps'), {
      again: NEVER,
      patience: (kept) => inTime(kept, limit),
    });
    const transaction = db.transaction;
    db.transaction = (() => new Promise(() => undefined)) as unknown as typeof db.transaction;
    document.type(tempo(88));
    await document.settled();
    expect(document.getState().save).toMatchObject({
      status: 'failed',
      message: expect.stringContaining('does not answer'),
    });
    db.transaction = transaction;
    limit = 3_600_000;
    document.tryAgain();
    await document.settled();
    expect(document.getState().save.status).toBe('saved');
  });

  it('knows a save of its own whose answer was lost', async () => {
    const document = openDocument(db, await stored('lantern-steps'), { again: NEVER });
    document.type(tempo(88));
    await document.settled();
    const record = await stored('lantern-steps');
    // Kept, but this tab was not told.
    await db.rhythms.put({ ...record, revision: record.revision + 1 });
    document.type(tempo(90));
    await document.settled();
    expect(document.getState().save.status).toBe('saved');
    expect((await stored('lantern-steps')).rhythm.tempo.bpm).toBe(90);
  });

  it('refuses an edit with which it could not be opened again, and says the way out', async () => {
    const said: string[] = [];
    const document = openDocument(db, await stored('lantern-steps'), {
      say: (sentence) => said.push(sentence),
    });
    const before = document.getState().history;
    const taken = document.type(({ rhythm, drafts }) => ({
      drafts,
      rhythm: { ...rhythm, layers: Array(33).fill(rhythm.layers[0]) },
    }));
    expect(taken).toBe(false);
    expect(document.getState().history).toBe(before);
    expect(said).toEqual([
      'That was not done. A rhythm has at most 32 layers. Take one out first.',
    ]);
  });

  it('hears and climbs as one likes without being in the way of another tab', async () => {
    const mine = openDocument(db, await stored('lantern-steps'));
    const theirs = openDocument(db, await stored('lantern-steps'));
    theirs.setPractice({ mix: { ...PLAIN_MIX, muted: ['layer-1'] } });
    await expect
      .poll(async () => (await loadPractice(db, 'lantern-steps')).mix?.muted)
      .toEqual(['layer-1']);
    expect(await storedRevision(db, 'lantern-steps')).toBe(1);
    mine.type(tempo(90));
    await mine.settled();
    expect(mine.getState().save.status).toBe('saved');
  });

  it('has a card that says the same', async () => {
    const document = openDocument(db, await stored('lantern-steps'));
    document.type(({ rhythm, drafts }) => ({
      drafts,
      rhythm: { ...rhythm, name: 'Lamp steps', tags: ['evening'] },
    }));
    await document.settled();
    const [first] = await listCards(db);
    expect(first).toMatchObject({ id: 'lantern-steps', name: 'Lamp steps', tags: ['evening'] });
    expect(first?.find).toContain('evening');
    expect(first?.revision).toBe(await storedRevision(db, 'lantern-steps'));
  });
});
