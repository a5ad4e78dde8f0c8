import { strFromU8, strToU8, unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { TIN } from '../instrument/tin.testkit.ts';
import { readRhythm } from '../text/index.ts';
import { readBackup, writeBackup } from './backup.ts';
import { keyOfRow, NO_ROWS, problemOf, type Row, type TableName } from './tables.ts';

const { rhythm } = readRhythm('rhythm Steps\ncycle 2\nlayer B : hand bell\nplay X .', 'a');
const kept: Row = { id: 'a', rhythm, drafts: {}, revision: 1, updated: 5 };

/** A row that is as it should be, and how it is not, each with a part of what is said of it. */
const ROWS: readonly (readonly [TableName, Row, ...(readonly [object, RegExp])[]])[] = [
  ['rhythms', kept, [{ revision: 1.5 }, /revision/], [{ drafts: { a: 3 } }, /drafts/]],
  [
    'history',
    { id: 'a', at: 5, rhythm },
    [{ at: 'now' }, /at/],
    [{ name: 3 }, /name/],
    [{ rhythm: 3 }, /rhythm/],
  ],
  ['instruments', { ...TIN }, [{ strokes: [] }, /The instrument cannot be read/]],
  [
    'setups',
    { id: 's', screen: 'crossing', name: 'Three to two', value: {}, updated: 5 },
    [{ screen: 'shelf' }, /screen/],
    [{ updated: undefined }, /updated/],
  ],
  ['versions', { mark: 'abc', rhythm }, [{ mark: 'x'.repeat(65) }, /mark/], [{ mark: 3 }, /mark/]],
  ['settings', { key: 'other-handed', value: true }, [{ key: 3 }, /key/]],
  [
    'trash',
    {
      id: 't',
      kind: 'rhythm',
      name: 'Steps',
      at: 5,
      rows: { rhythms: [kept], steps: [{ odd: 1 }] },
    },
    [{ rows: { rhythms: [kept, { ...kept, revision: 'x' }] } }, /Something in it cannot be read/],
    [{ rows: { rhythms: [{ ...kept, revision: 'x' }, kept] } }, /Something in it cannot be read/],
    [{ rows: { elsewhere: [] } }, /rows/],
  ],
];

describe('a row of a backup', () => {
  for (const [table, row, ...odd] of ROWS) {
    it(`of ${table} is taken as it should be, and else says what of it is not`, () => {
      expect(problemOf(table, row)).toBeUndefined();
      expect(problemOf(table, 'a row')).toBeDefined();
      for (const [change, said] of odd)
        expect(problemOf(table, { ...row, ...change })).toMatch(said);
    });
  }

  it('may be a set-up of either screen, and of no other', () => {
    const setup = (screen: string) =>
      problemOf('setups', { id: 's', screen, name: 'A', value: 1, updated: 5 });
    expect([setup('crossing'), setup('landing')]).toEqual([undefined, undefined]);
    expect(setup('')).toBeDefined();
  });

  it('is known by its id, its mark, its key, or its id and its time', () => {
    const row = { id: 'i', mark: 'm', key: 'k', at: 5 };
    const keys = (['rhythms', 'versions', 'settings', 'history', 'goals'] as const).map((table) =>
      keyOfRow(table, row),
    );
    expect(keys).toEqual(['i', 'm', 'k', 'i 5', 'i']);
  });
});

describe('a backup as a file', () => {
  const wav = strToU8('RIFF'.repeat(2000));
  const named = (id: string): Row => ({ ...kept, id });
  const zip = writeBackup({
    made: 5,
    tables: {
      ...NO_ROWS,
      rhythms: [named('b'), named('a'), named('c')],
      recordings: [{ id: 'r', rhythm: 'a', name: 'Run', made: 5, seconds: 2, wav }],
    },
  });

  it('gives rhythms of one name files of their own', () => {
    const names = Object.keys(unzipSync(zip)).filter((name) => name.startsWith('rhythms/'));
    expect(names.sort()).toEqual([
      'rhythms/Steps 2.stride',
      'rhythms/Steps 3.stride',
      'rhythms/Steps.stride',
    ]);
  });

  it('packs texts and not sounds, which are named where they are spoken of', () => {
    const files = unzipSync(zip);
    const [sound] = Object.keys(files).filter((name) => name.endsWith('.wav'));
    // In its directory a zip says how each file is packed: 0 as it is, 8 deflated.
    const view = new DataView(zip.buffer, zip.byteOffset);
    const packed = new Map<string, number>();
    for (let at = 0; at + 46 < zip.length; at += 1) {
      if (view.getUint32(at, true) !== 0x02014b50) continue;
      const length = view.getUint16(at + 28, true);
      packed.set(strFromU8(zip.subarray(at + 46, at + 46 + length)), view.getUint16(at + 10, true));
    }
    expect(packed.get(sound ?? '')).toBe(0);
    expect(packed.get('data/rhythms.json')).toBe(8);
    expect(strFromU8(files['data/recordings.json'] ?? new Uint8Array())).toContain(
      `{"$file":"${sound}"}`,
    );
    const read = readBackup(zip);
    expect(read.ok && read.library.tables.recordings[0]?.wav).toEqual(wav);
  });
});
