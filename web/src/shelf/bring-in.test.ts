import 'fake-indexeddb/auto';
import { writeJson } from '@stride/core/formats';
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
});
