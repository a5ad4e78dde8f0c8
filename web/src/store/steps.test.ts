import { findInstrument } from '@stride/core/instrument';
import {
  addLayer,
  editLayer,
  type Rhythm,
  removeLayer,
  renameLayer,
  setTempo,
} from '@stride/core/rhythm';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { StrideDatabase } from './db.ts';
import { openDocument, type RhythmDocument } from './document.ts';
import { loadRhythm, seedOnce } from './rhythms.ts';
import { MOST_STEPS, packStep, stepsOf, unpackStep } from './steps.ts';
import { bringBack, throwAway } from './trash.ts';

const ID = 'wet-cobbles';
let count = 0;
let db: StrideDatabase;

beforeEach(async () => {
  count += 1;
  db = new StrideDatabase(`steps-${count}`);
  await seedOnce(db);
});

afterEach(() => vi.useRealTimers());

/** As a reload of the page opens it. */
async function open(): Promise<RhythmDocument> {
  const result = await loadRhythm(db, ID);
  if (result.status !== 'found') throw new Error(result.status);
  return openDocument(db, result.record, { steps: await stepsOf(db, ID) });
}

const now = (document: RhythmDocument): Rhythm => document.getState().history.present.rhythm;
const bpm = (document: RhythmDocument): number => now(document).tempo.bpm;
const change =
  (edit: (rhythm: Rhythm) => Rhythm) =>
  <T extends { readonly rhythm: Rhythm }>(draft: T): T => ({
    ...draft,
    rhythm: edit(draft.rhythm),
  });
const tempo = (to: number) => change((rhythm) => setTempo(rhythm, to));

const named = (rhythm: Rhythm, id: string, name: string): Rhythm =>
  editLayer(rhythm, id, (layer) => renameLayer(layer, name));
const claves = findInstrument('claves') ?? expect.fail('no claves');

async function edited(...tempos: number[]): Promise<void> {
  const document = await open();
  for (const to of tempos) document.type(tempo(to));
  await document.settled();
}

/** Undoes once, and waits for what has to be read for it. */
async function back(document: RhythmDocument): Promise<number> {
  document.undo();
  await document.settled();
  return bpm(document);
}

describe('undo over a reload', () => {
  it('goes back through every edit to the beginning, and no further', async () => {
    await edited(80, 90);
    await edited(100);
    const document = await open();
    expect(document.getState()).toMatchObject({ earlier: 3, history: { past: [] } });
    document.type(tempo(110));
    const seen = [];
    for (let step = 0; step < 6; step += 1) seen.push(await back(document));
    expect(seen).toEqual([100, 90, 80, 84, 84, 84]);
    expect(document.getState().earlier).toBe(0);
    document.redo();
    expect(bpm(document)).toBe(80);
  });

  it('counts every press, also those that come while it reads', async () => {
    await edited(80, 90, 100);
    const document = await open();
    document.undo();
    document.undo();
    await document.settled();
    expect(bpm(document)).toBe(80);
  });

  it('keeps a run of small edits together, as it was', async () => {
    // Edits are together that follow each other within a second, however long keeping them takes here.
    vi.useFakeTimers({ toFake: ['Date'] });
    const first = await open();
    first.type(tempo(70));
    await first.settled();
    for (const to of [71, 72, 73]) {
      first.type(tempo(to), 'tempo');
      await first.settled();
    }
    const document = await open();
    expect([await back(document), await back(document)]).toEqual([70, 84]);
  });

  it('is cut off where an undone step was followed by another edit', async () => {
    const first = await open();
    for (const to of [80, 90]) first.type(tempo(to));
    await first.settled();
    first.undo();
    first.type(tempo(95));
    await first.settled();
    const document = await open();
    expect([await back(document), await back(document)]).toEqual([80, 84]);
  });

  it('finds any rhythm again, whatever was done to its layers', async () => {
    const edits: fc.Arbitrary<(rhythm: Rhythm) => Rhythm> = fc.oneof(
      fc.integer({ min: 40, max: 200 }).map((to) => (rhythm: Rhythm) => setTempo(rhythm, to)),
      fc.string({ minLength: 1, maxLength: 4 }).map((name) => (rhythm: Rhythm) => {
        const [layer] = rhythm.layers;
        return layer ? named(rhythm, layer.id, name) : rhythm;
      }),
      fc.constant((rhythm: Rhythm) => ({ ...rhythm, layers: rhythm.layers.toReversed() })),
      fc.constant((rhythm: Rhythm) => removeLayer(rhythm, rhythm.layers[0]?.id ?? '')),
      fc.constant((rhythm: Rhythm) => addLayer(rhythm, claves)),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(edits, { maxLength: 8 }), fc.nat(), async (all, reload) => {
        count += 1;
        db = new StrideDatabase(`steps-${count}`);
        await seedOnce(db);
        let document = await open();
        const states = [now(document)];
        for (const [index, edit] of all.entries()) {
          if (index === reload % 8) document = await open();
          document.type(change(edit));
          await document.settled();
          if (now(document) !== states.at(-1)) states.push(now(document));
        }
        document = await open();
        for (const state of states.toReversed()) {
          expect(now(document)).toEqual(state);
          await back(document);
        }
        db.close();
      }),
      { numRuns: 3 },
    );
  });
});

describe('kept steps', () => {
  it('are so many and no more', async () => {
    const document = await open();
    for (let step = 0; step < MOST_STEPS + 20; step += 1) {
      document.type(tempo(60 + (step % 2)));
      if (step % 30 === 0) await document.settled();
    }
    await document.settled();
    expect(await db.steps.count()).toBe(MOST_STEPS);
    const again = await open();
    expect(again.getState().earlier).toBe(MOST_STEPS);
  });

  it('hold only what differs from the state after them', async () => {
    await edited(80);
    const [step] = await db.steps.toArray();
    expect(step?.layers).toEqual([0, 1, 2]);
    expect(step?.rhythm.tempo.bpm).toBe(84);
  });

  it('that are damaged end the way back, and nothing is lost', async () => {
    await edited(80, 90, 100);
    const [, second] = await db.steps.toArray();
    if (!second) throw new Error('a step');
    await db.steps.put({ ...second, layers: [7] });
    const document = await open();
    expect([await back(document), await back(document)]).toEqual([90, 90]);
    expect(document.getState().earlier).toBe(0);
  });

  it('of another tab are not mixed with one’s own', async () => {
    const mine = await open();
    await edited(111, 112);
    mine.type(tempo(55));
    await mine.settled();
    mine.takeTheirs();
    mine.type(tempo(60));
    await mine.settled();
    const document = await open();
    const seen = [];
    for (let step = 0; step < 3; step += 1) seen.push(await back(document));
    expect(seen).toEqual([112, 55, 84]);
  });

  it('go and come back with their rhythm', async () => {
    await edited(80, 90);
    const thrown = await throwAway(db, 'rhythm', ID, 'Steps');
    expect([await db.steps.count(), await db.rhythms.count()]).toEqual([0, 4]);
    await bringBack(db, thrown ?? '');
    const document = await open();
    expect([bpm(document), await back(document)]).toEqual([90, 80]);
  });
});

describe('packing', () => {
  it('names shared layers by their place, and keeps the others whole', async () => {
    const { history } = (await open()).getState();
    const before = history.present;
    const [first] = before.rhythm.layers;
    if (!first) throw new Error('a layer');
    const after = { ...before, rhythm: named(before.rhythm, first.id, 'Other') };
    const packed = packStep(ID, 3, before, after);
    expect(packed.layers).toEqual([first, 1, 2]);
    expect(unpackStep(packed, after)).toEqual(before);
    expect(unpackStep({ ...packed, layers: [9] }, after)).toBeUndefined();
  });
});

it('undo that waits for earlier steps does not take back what is written meanwhile', async () => {
  await edited(80);
  const document = await open();
  document.undo();
  document.type(tempo(99));
  await document.settled();
  await document.settled();
  expect(bpm(document)).toBe(99);
  expect(await back(document)).toBe(80);
});
