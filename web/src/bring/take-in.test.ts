import 'fake-indexeddb/auto';
import { readJson, writeJson } from '@stride/core/formats';
import { readRhythm } from '@stride/core/text';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { database, StrideDatabase, setDatabase } from '../store/db.ts';
import { knownInstrument, ownInstruments } from '../store/known-instruments.ts';
import { openRhythm } from '../store/open-documents.ts';
import { TIN } from '../store/tin.testkit.ts';
import { takeIn } from './take-in.ts';

const { rhythm } = readRhythm('rhythm A\ncycle 2\nlayer L : tin\nplay X X', 'a', [TIN]);
let count = 0;

beforeEach(() => {
  count += 1;
  setDatabase(new StrideDatabase(`take-in-${count}`));
});
afterEach(() => {
  database.close();
  ownInstruments.set([]);
});

/** A rhythm as it comes in a file, to somebody who knows these instruments. */
function coming(own = ownInstruments.now()) {
  const read = readJson(writeJson(rhythm), own);
  if (!read.ok) throw new Error(read.messages.join(' '));
  return read;
}

it('what comes with an instrument of one’s own opens at once, and the instrument is there', async () => {
  const [id = ''] = await takeIn([coming()]);
  expect(knownInstrument('own-tin')).toEqual(TIN);
  const opened = await openRhythm(id);
  if (opened.status !== 'open') throw new Error(opened.status);
  expect(opened.document.getState().history.present.rhythm.layers[0]?.own).toEqual(TIN);
});

it('an instrument that is there already stays as it is, also where it was not known when the file was read', async () => {
  const mine = { ...TIN, name: 'my tin' };
  await database.instruments.put(mine);
  const [id = ''] = await takeIn([coming([])]);
  expect(await database.instruments.toArray()).toEqual([mine]);
  const opened = await openRhythm(id);
  if (opened.status !== 'open') throw new Error(opened.status);
  expect(opened.document.getState().history.present.rhythm.layers[0]?.own).toEqual(mine);
});
