import { readRhythm, writeRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { StrideDatabase } from '../store/db.ts';
import { listCards, loadRhythm } from '../store/rhythms.ts';
import { bringIn } from './bring-in.ts';

let count = 0;
const fresh = () => {
  count += 1;
  return new StrideDatabase(`bring-in-${count}`);
};
const { rhythm } = readRhythm(
  'rhythm Lamp\ncycle 3+2\nlayer D : goblet drum\nplay D . T / K .',
  'a',
);

describe('a file that is brought in', () => {
  it('stands on the Shelf as a new rhythm, whatever it is called', async () => {
    const db = fresh();
    for (const name of ['lamp.stride', 'lamp.txt']) {
      const given = await bringIn(db, new File([writeRhythm(rhythm)], name));
      if (given.status !== 'kept') throw new Error(given.messages.join());
      expect(given.name).toBe('Lamp');
      expect(given.id).not.toBe('a');
      const kept = await loadRhythm(db, given.id);
      expect(kept.status === 'found' && kept.record.rhythm).toEqual({ ...rhythm, id: given.id });
    }
    expect(await listCards(db)).toHaveLength(2);
  });

  it('is refused with what is wrong, and nothing is kept', async () => {
    const db = fresh();
    const refused = async (name: string, text: string) => {
      const given = await bringIn(db, new File([text], name));
      return given.status === 'refused' ? [given.file, ...given.messages] : 'kept';
    };
    expect(await refused('empty.stride', '')).toEqual([
      'empty.stride',
      'Line 1, column 1: The text is empty. Begin with “rhythm” and a name, then cycle, tempo, layer and play.',
    ]);
    expect(await refused('picture.stride', 'PNG\u0000')).toEqual([
      'picture.stride',
      'It is not a text. A .stride file is plain text.',
    ]);
    expect(await refused('long.stride', 'x'.repeat(4_000_001))).toEqual([
      'long.stride',
      'It is 4.0 MB; a rhythm is a text of at most a million characters.',
    ]);
    expect(await refused('odd.json', '{')).toHaveLength(2);
    expect(await listCards(db)).toEqual([]);
  });
});
