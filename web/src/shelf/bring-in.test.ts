import { writeJson } from '@stride/core/formats';
import { findInstrument, knowInstruments, TIMBRES } from '@stride/core/instrument';
import { writeRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { StrideDatabase } from '../store/db.ts';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { bringIn } from './bring-in.ts';

const db = new StrideDatabase('bring-in');
const file = (name: string, text: string) => new File([text], name);

describe('bringIn', () => {
  it('keeps every demo rhythm from both formats under a new id', async () => {
    for (const rhythm of DEMO_RHYTHMS) {
      for (const [name, text] of [
        ['a.stride', writeRhythm(rhythm)],
        ['a.json', writeJson(rhythm)],
      ] as const) {
        const result = await bringIn(db, file(name, text));
        if (result.status !== 'kept') throw new Error(result.messages.join(' '));
        expect(result.id).not.toBe(rhythm.id);
        const kept = await db.rhythms.get(result.id);
        const layers = kept?.rhythm.layers.map((layer) => ({ ...layer, id: '' }));
        expect(layers).toEqual(rhythm.layers.map((layer) => ({ ...layer, id: '' })));
        expect(kept?.rhythm).toMatchObject({
          name: rhythm.name,
          tags: rhythm.tags,
          notes: rhythm.notes,
        });
      }
    }
  });

  it('refuses the rest with a place or a reason, and keeps nothing', async () => {
    const before = await db.rhythms.count();
    const says = async (name: string, text: string) => {
      const result = await bringIn(db, file(name, text));
      return result.status === 'refused' ? result.messages.join(' ') : 'kept';
    };
    expect(await says('a.stride', '')).toContain('The text is empty');
    expect(await says('a.stride', 'rhythm A\ncycle 9+z')).toContain('Line 2, column 9');
    expect(await says('a.stride', `\u0000`)).toContain('not a text');
    expect(await says('a.stride', 'x'.repeat(4_100_000))).toContain('4.1 MB');
    expect(await says('a.json', '{"format":"humble-stride","version":2}')).toContain(
      'newer version',
    );
    const many = `rhythm A\ncycle 1x1\nlayer B : hand bell\nplay ${'Q '.repeat(12)}`;
    expect(await says('a.stride', many)).toContain('And 6 more.');
    expect(await db.rhythms.count()).toBe(before);
  });

  it('keeps a rhythm with its instruments or neither', async () => {
    const own = {
      id: 'own-lid',
      name: 'lid',
      note: '',
      strokes: [
        {
          code: 'X',
          name: 'tap',
          family: 'metal' as const,
          hand: 'either' as const,
          how: '',
          sound: { timbre: TIMBRES[0], pitch: 400 },
        },
      ],
    };
    const [demo] = DEMO_RHYTHMS;
    if (!demo) throw new Error('no demo');
    const layers = demo.layers.slice(0, 1).map((layer) => ({
      ...layer,
      instrument: own.id,
      strokes: [{ slot: 0, kind: 'X', force: 3 as const }],
    }));
    const rhythm = { ...demo, layers };
    const text = JSON.stringify({
      format: 'humble-stride',
      version: 1,
      instruments: [own],
      rhythm,
    });
    const put = db.cards.bulkPut;
    db.cards.bulkPut = (() => {
      throw new Error('no room');
    }) as typeof db.cards.bulkPut;
    expect((await bringIn(db, file('a.json', text))).status).toBe('refused');
    db.cards.bulkPut = put;
    expect(await db.instruments.count()).toBe(0);
    expect(findInstrument('own-lid')).toBeUndefined();
    expect((await bringIn(db, file('a.json', text))).status).toBe('kept');
    expect(await db.instruments.count()).toBe(1);
    knowInstruments([]);
  });
});
