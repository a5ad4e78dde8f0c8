import { beforeEach, describe, expect, it, vi } from 'vitest';
import 'fake-indexeddb/auto';
import { StrideDatabase } from './db.ts';
import { openDocument } from './document.ts';
import { dropVersion, keepVersion, listHistory, nameVersion } from './history.ts';
import { loadRhythm, seedOnce } from './rhythms.ts';
import { bringBack, throwAway } from './trash.ts';

const ID = 'lantern-steps';
const MINUTE = 60_000;
let db: StrideDatabase;
let clock = 0;

beforeEach(async () => {
  clock = Date.UTC(2026, 10, 27, 10);
  vi.spyOn(Date, 'now').mockImplementation(() => clock);
  db = new StrideDatabase(`history-${crypto.randomUUID()}`);
  await seedOnce(db);
});

async function open() {
  const loaded = await loadRhythm(db, ID);
  if (loaded.status !== 'found') throw new Error(loaded.status);
  return openDocument(db, loaded.record);
}

/** Edits a rhythm at some minutes: to that many beats a minute plus 60. */
async function editedAt(...minutes: readonly number[]) {
  const document = await open();
  const begin = clock;
  for (const minute of minutes) {
    clock = begin + minute * MINUTE;
    document.edit((rhythm) => ({ ...rhythm, tempo: { ...rhythm.tempo, bpm: 60 + minute } }));
    await document.settled();
  }
  return document;
}

const tempos = async () => (await listHistory(db, ID)).map(({ rhythm }) => rhythm.tempo.bpm);

describe('the history of a rhythm', () => {
  it('has what stood before an edit, once a minute at most', async () => {
    const before = (await open()).opened.rhythm;
    await editedAt(1, 1.2, 1.4, 3, 3.1);
    // 61 and 61.2 stood for seconds only.
    expect(await tempos()).toEqual([63, 61.4, before.tempo.bpm]);
    expect((await listHistory(db, ID)).at(-1)?.rhythm).toEqual(before);
  });

  it('is kept also where the clock was ahead once', async () => {
    const real = clock;
    clock = real + 400 * 1440 * MINUTE;
    await editedAt(1, 3);
    clock = real;
    const before = (await listHistory(db, ID)).length;
    await editedAt(1, 3, 5);
    expect((await listHistory(db, ID)).length).toBeGreaterThan(before + 1);
  });

  it('is thinned as it grows old; what has a name stays', async () => {
    // Every five minutes for two hours; then, after three days, once more.
    await editedAt(...Array.from({ length: 25 }, (_, at) => at * 5));
    const all = await listHistory(db, ID);
    expect(all.length).toBeGreaterThan(15);
    const named = all.at(-3);
    if (!named) throw new Error('no version');
    await nameVersion(db, named, 'As in the rehearsal');
    clock += 3 * 1440 * MINUTE;
    await editedAt(1);
    const left = await listHistory(db, ID);
    expect(left.length).toBeLessThan(7);
    expect(left).toContainEqual({ ...named, name: 'As in the rehearsal' });
    // Without its name it goes with the others.
    await nameVersion(db, named, '');
    clock += 1440 * MINUTE;
    await editedAt(2);
    expect(await listHistory(db, ID)).not.toContainEqual(named);
  });

  it('keeps what is now under a name, and lets a version go and come back', async () => {
    const document = await open();
    const { rhythm } = document.getState().history.present;
    await keepVersion(db, { id: ID, rhythm }, 'Lantern walk');
    const [version] = await listHistory(db, ID);
    if (!version) throw new Error('no version');
    expect(version).toMatchObject({ name: 'Lantern walk', rhythm });
    const back = await dropVersion(db, version);
    expect(await listHistory(db, ID)).toEqual([]);
    await back();
    expect(await listHistory(db, ID)).toEqual([version]);
  });

  it('goes into the trash with its rhythm, and comes back with it', async () => {
    await editedAt(1, 3, 5);
    const before = await listHistory(db, ID);
    const thrown = await throwAway(db, 'rhythm', ID, 'Lantern steps');
    expect(await listHistory(db, ID)).toEqual([]);
    expect(await bringBack(db, thrown ?? '')).toBe('back');
    expect(await listHistory(db, ID)).toEqual(before);
  });
});
