import { JSON_VERSION, writeJson } from '@stride/core/formats';
import { GOBLET_DRUM } from '@stride/core/instrument';
import { readRhythm, writeRhythm } from '@stride/core/text';
import { beforeEach, describe, expect, it } from 'vitest';
import 'fake-indexeddb/auto';
import { database } from '../store/db.ts';
import { listCards, loadRhythm } from '../store/rhythms.ts';
import { closeToast, toasts } from '../ui/toasts.ts';
import { type About, bringApi } from './bring-api.ts';
import { alreadyThere, readGiven } from './reading.ts';
import { remembered, withChoices } from './stroke-memory.ts';
import { takeIn } from './take-in.ts';

const { rhythm } = readRhythm(
  'rhythm Lamp\ncycle 3+2\nlayer D : goblet drum\nplay D . T / K .',
  'a',
);
const look = (name: string, content: BlobPart) =>
  readGiven({ key: 'k', name, file: new File([content], name) });
const refusal = async (name: string, content: BlobPart) => {
  const found = await look(name, content);
  return found.kind === 'refused' ? found.messages.join(' ') : found.kind;
};

describe('a file that is looked at', () => {
  it('is read by what it holds, whatever it is called', async () => {
    for (const [name, text] of [
      ['lamp.mid', writeRhythm(rhythm)],
      ['lamp', writeJson(rhythm)],
    ] as const) {
      const found = await look(name, text);
      expect(found.kind === 'rhythm' && found.rhythm).toEqual({ ...rhythm, id: 'k' });
    }
    expect((await look('a.txt', 'form A\nsection B\n')).kind).not.toBe('rhythm');
    expect((await look('all.zip', `PK\u0003\u0004${' '.repeat(26)}data/rhythms.json`)).kind).toBe(
      'library',
    );
  });

  it('is refused with what is wrong', async () => {
    expect(await refusal('a.stride', '')).toBe('The file is empty.');
    expect(await refusal('a.stride', 'rhythm A\ncycle 3++2')).toContain('Line 2, column 9');
    expect(await refusal('a.stride', 'PNG\u0000')).toContain('none of what can be brought in');
    expect(await refusal('a.json', '{')).toContain('not JSON');
    expect(
      await refusal('a.json', `{"format":"humble-stride","version":${JSON_VERSION + 9}}`),
    ).toContain('newer');
    expect(await refusal('a.stride', 'x'.repeat(5_000_001))).toBe(
      'It is 5.0 MB; 5 MB is the most.',
    );
  });

  it('is named where the same is there already, or another of its name', () => {
    const other = { ...rhythm, tempo: { ...rhythm.tempo, bpm: 61 } };
    expect(alreadyThere(rhythm, [{ ...rhythm, id: 'there' }])).toBe('the same');
    expect(alreadyThere(rhythm, [other])).toBe('its name');
    expect(alreadyThere(rhythm, [{ ...rhythm, name: 'Night' }])).toBeUndefined();
  });
});

describe('what is taken in', () => {
  beforeEach(() => {
    for (const { id } of toasts.now()) closeToast(id);
  });

  it('stands on the Shelf under ids of its own, and goes again by undo', async () => {
    const before = (await listCards(database)).length;
    const ids = await takeIn([
      { rhythm, instruments: [] },
      { rhythm: { ...rhythm, name: 'Night' }, instruments: [] },
    ]);
    const kept = await loadRhythm(database, ids[1] ?? '');
    expect(kept.status === 'found' && kept.record.rhythm.name).toBe('Night');
    const [said] = toasts.now();
    expect(said?.text).toBe('2 rhythms are on the Shelf.');
    said?.undo?.();
    await expect
      .poll(async () => (await listCards(database)).length)
      .toBeGreaterThanOrEqual(before);
    await expect
      .poll(async () => (await loadRhythm(database, ids[0] ?? '')).status)
      .toBe('missing');
  });
});

describe('notes of another program', () => {
  const score = `<score-partwise><part-list><score-part id="P"><part-name>Congas</part-name></score-part></part-list><part id="P"><measure number="1"><attributes><divisions>1</divisions><time><beats>2</beats><beat-type>4</beat-type></time></attributes>${[
    'C',
    'E',
  ]
    .map(
      (step) =>
        `<note><unpitched><display-step>${step}</display-step><display-octave>5</display-octave></unpitched><duration>1</duration></note>`,
    )
    .join('')}</measure></part></score-partwise>`;
  const opened = (): About => {
    const result = bringApi.open('k', 'score', new TextEncoder().encode(score), 'x', []);
    if (!result.ok) throw new Error(result.message);
    return result.about;
  };

  it('are made anew with other bars, another cycle and other strokes, as long as they are looked at', () => {
    const about = opened();
    const [own] = about.proposed;
    if (!own) throw new Error('nothing proposed');
    const strokes = { 'C5 normal': 'S', 'E5 normal': null };
    const [, cycle] = bringApi.cycles(own.stretch);
    if (!cycle) throw new Error('no other cycle');
    const chosen = {
      ...own,
      from: 0,
      bars: 1,
      cycle,
      parts: own.parts.map((part) => ({ ...part, strokes })),
    };
    const made = bringApi.make('k', chosen);
    expect(made?.rhythm.layers[0]?.strokes.map(({ kind }) => kind)).toEqual(['S']);
    expect(made?.rhythm.cycle.name).toBe(cycle.cycle.name);
    expect(made?.lost).toEqual(['Congas: 1 note of “E5” left out.']);
    bringApi.close('k');
    expect(bringApi.make('k', chosen)).toBeUndefined();
  });

  it('get the strokes that were chosen for the same sounds before', () => {
    const { parts, proposed } = opened();
    const own = proposed[0]?.parts ?? [];
    const chosen = own.map((part) => ({
      ...part,
      instrument: GOBLET_DRUM,
      strokes: { 'C5 normal': 'K', 'E5 normal': null },
    }));
    expect(remembered(withChoices({}, parts, chosen), parts, own)).toEqual(chosen);
    // Nothing is known of other parts, and of strokes there are no more.
    expect(remembered({ Bell: 'congas' }, parts, own)).toEqual(own);
    const gone = { Congas: 'tall-drums', 'Congas|C5': 'gone' };
    expect(remembered(gone, parts, own)).toEqual(own);
  });
});
