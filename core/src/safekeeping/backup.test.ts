import fc from 'fast-check';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { TIN } from '../instrument/tin.testkit.ts';
import { withoutOwn } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { type BackupResult, readBackup, writeBackup } from './backup.ts';
import { crc32 } from './crc.ts';
import { answersTo, answerToReplace, planRestore } from './plan.ts';
import { NO_ROWS, type Row, type Tables } from './tables.ts';

const rhythm = (id: string, name: string) => ({
  ...readRhythm(
    `rhythm ${name}\ncycle 4x4\ntempo 90 per 4\nlayer Bell : hand bell\nplay X . . . / X . . . / X . . . / X . . .`,
    id,
  ).rhythm,
});
const kept = (id: string, name: string, more: object = {}): Row => ({
  id,
  rhythm: rhythm(id, name),
  drafts: {},
  revision: 3,
  updated: 1_764_000_000_000,
  ...more,
});
const { rhythm: TINS } = readRhythm(
  'rhythm Tins\ncycle 2\nlayer Tin : biscuit tin\nplay X Y',
  'c',
  [TIN],
);
const wav = strToU8('RIFF sound of a run');
const LIBRARY: Tables = {
  ...NO_ROWS,
  rhythms: [kept('b', 'Stairs: up/down'), kept('a', 'Wet cobbles')],
  recordings: [{ id: 'r', rhythm: 'a', name: 'Walker', made: 5, seconds: 2, wav }],
  trash: [
    {
      id: 't',
      kind: 'rhythm',
      name: 'Old',
      at: 7,
      rows: {
        recordings: [{ id: 'x', rhythm: 'a', name: 'Walker', made: 5, seconds: 2, wav }],
        steps: [{ id: 'a', at: 1 }],
      },
    },
  ],
  settings: [{ key: 'other-handed', value: true }],
};
const MADE = Date.UTC(2026, 10, 27);
const zipped = () => writeBackup({ made: MADE, tables: LIBRARY });
const messageOf = (result: BackupResult) => (result.ok ? 'read' : result.message);
/** The backup with some of its files otherwise. */
const altered = (change: (files: Record<string, Uint8Array>) => void) => {
  const files = unzipSync(zipped());
  change(files);
  return zipSync(files);
};

describe('a backup', () => {
  it('holds texts to read, data, and sounds; the same library is the same bytes', () => {
    const files = unzipSync(zipped());
    expect(Object.keys(files)).toEqual(
      expect.arrayContaining([
        'library.json',
        'README.txt',
        'data/rhythms.json',
        'rhythms/Stairs updown.stride',
        'rhythms/Wet cobbles.stride',
      ]),
    );
    expect(new TextDecoder().decode(files['rhythms/Wet cobbles.stride'])).toContain('Wet cobbles');
    // What is played on an instrument of one's own names it, and is written with those that lie beside it.
    const named = { ...kept('c', 'Tins'), rhythm: withoutOwn(TINS) };
    const tins = unzipSync(
      writeBackup({
        made: MADE,
        tables: { ...LIBRARY, rhythms: [named], instruments: [TIN as never] },
      }),
    );
    expect(new TextDecoder().decode(tins['rhythms/Tins.stride'])).toContain(
      'layer Tin : biscuit tin',
    );
    const turned = { ...LIBRARY, rhythms: [...LIBRARY.rhythms].reverse() };
    expect(writeBackup({ made: MADE, tables: turned })).toEqual(zipped());
    // A sound that two rows speak of lies in it once.
    expect(Object.keys(files).filter((name) => name.endsWith('.wav'))).toHaveLength(1);
  });

  it('comes back whole, and goes out again as the same bytes', () => {
    const read = readBackup(zipped());
    if (!read.ok) throw new Error(read.message);
    expect(read.problems).toEqual([]);
    expect(read.library.made).toBe(MADE);
    expect(read.library.tables.recordings).toEqual(LIBRARY.recordings);
    expect(read.library.tables.trash).toEqual(LIBRARY.trash);
    expect(writeBackup(read.library)).toEqual(zipped());
  });

  it('says what is wrong with what is none, cut off, damaged, or newer', () => {
    const whole = zipped();
    expect(messageOf(readBackup(new Uint8Array()))).toContain('no zip file');
    expect(messageOf(readBackup(strToU8('rhythm "A"')))).toContain('no zip file');
    expect(messageOf(readBackup(zipSync({ 'a.txt': wav })))).toContain('no list of what is in it');
    for (const share of [0.1, 0.3, 0.5]) {
      const cut = whole.slice(0, Math.floor(whole.length * share));
      expect(messageOf(readBackup(cut))).toMatch(/cut off|damaged|no backup/);
    }
    expect(
      messageOf(readBackup(altered((files) => Reflect.deleteProperty(files, 'data/rhythms.json')))),
    ).toContain('is missing, the first data/rhythms.json');
    const bent = altered((files) => {
      files['data/settings.json'] = strToU8(
        new TextDecoder().decode(files['data/settings.json']).replace('true', 'null'),
      );
    });
    expect(messageOf(readBackup(bent))).toContain('data/settings.json is not what was written');
    const newer = altered((files) => {
      const list = JSON.parse(new TextDecoder().decode(files['library.json']));
      files['library.json'] = strToU8(JSON.stringify({ ...list, version: 2 }));
    });
    expect(messageOf(readBackup(newer))).toContain('newer version');
  });

  it('leaves out rows of another shape, says which, and takes nothing from a prototype', () => {
    const odd = {
      ...LIBRARY,
      rhythms: [...LIBRARY.rhythms, { id: 'c', rhythm: 'none' } as Row],
      forms: [{ id: 'f', form: { odd: true }, revision: 1, updated: 1 }],
      trash: [{ id: 't', kind: 'run', name: 'x', at: 7, rows: { runs: [{ id: 'odd' }] } }],
      settings: [{ key: 'x', value: JSON.parse('{"__proto__":{"bad":true}}') }],
    };
    const read = readBackup(writeBackup({ made: MADE, tables: odd }));
    if (!read.ok) throw new Error(read.message);
    expect(read.problems).toHaveLength(3);
    expect(read.problems.join()).toMatch(
      /rhythms.json, row 3.*forms.json, row 1.*trash.json, row 1/,
    );
    expect(read.library.tables.rhythms).toHaveLength(2);
    expect(JSON.stringify(read.library.tables.settings)).not.toContain('bad');
    expect(Reflect.get({}, 'bad')).toBeUndefined();
  });

  it('is never more than a sentence where bytes of it are bent', () => {
    const whole = zipped();
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(whole.length - 1), fc.nat(255)), { minLength: 1, maxLength: 6 }),
        (bends) => {
          const bent = whole.slice();
          for (const [at, byte] of bends) bent[at] = byte;
          const read = readBackup(bent);
          if (read.ok) expect(writeBackup(read.library)).toEqual(whole);
          else expect(read.message).toMatch(/^It /);
        },
      ),
      { numRuns: process.env.SOAK ? 200_000 : 100 },
    );
  });
});

describe('a zip', () => {
  it('has the check sum of the standard', () => {
    expect(crc32(strToU8('123456789'))).toBe(0xcbf43926);
    expect(crc32(new Uint8Array())).toBe(0);
  });
});

describe('what would come of a backup', () => {
  const here: Tables = {
    ...NO_ROWS,
    rhythms: [
      kept('a', 'Wet cobbles'),
      kept('b', 'Stairs: up/down', { rhythm: { ...rhythm('b', 'Stairs'), target: 140 } }),
      kept('mine', 'Mine'),
    ],
  };

  it('is said thing by thing', () => {
    const there = { ...LIBRARY, rhythms: [...LIBRARY.rhythms, kept('new', 'New')] };
    const { items, beside } = planRestore(here, there);
    expect(Object.fromEntries(items.map(({ id, state }) => [id, state]))).toEqual({
      a: 'same',
      b: 'differs',
      new: 'new',
      mine: 'only here',
    });
    expect(items.map(({ name }) => name)).toContain('Stairs: up/down, here Stairs');
    expect(beside).toMatchObject({ recordings: 1, trash: 1, settings: 1, runs: 0 });
  });

  it('offers first what loses nothing; to replace takes theirs', () => {
    const differs = { thing: 'rhythm', state: 'differs' } as const;
    expect(answersTo(differs)).toEqual(['both', 'keep', 'take']);
    expect(answerToReplace(differs)).toBe('take');
    expect(answersTo({ thing: 'cycle', state: 'differs' })[0]).toBe('keep');
    expect(answerToReplace({ thing: 'cycle', state: 'only here' })).toBe('trash');
    expect(answerToReplace({ thing: 'cycle', state: 'same' })).toBe('keep');
  });
});
