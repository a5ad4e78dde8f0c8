import { describe, expect, it } from 'vitest';
import { entryNamed, entryOf, findEntry, searchCatalogue } from './index.ts';
import { idOf, namesOf, skeletonOf, temposOf } from './rows.ts';

describe('a name', () => {
  it('becomes an id in small letters without accents, with dashes', () => {
    expect(idOf('Bulerías por Soleá')).toBe('bulerias-por-solea');
    expect(idOf(' Türk aksağı, 5/8! ')).toBe('turk-aksagi-5-8');
    expect(idOf('-a - b-')).toBe('a-b');
    expect(idOf('Ağır kıla')).toBe('agir-kila');
  });

  it('means an entry, whatever its case, with a speed where it has one', () => {
    expect(entryNamed('ADI 3')?.speed).toBe(3);
    expect(entryNamed('adi')?.speed).toBe(4);
    expect(entryNamed(' adi  9 ')?.speed).toBe(9);
    expect(entryNamed('adi 6')).toBeUndefined();
    expect(entryNamed('teental 4')).toBeUndefined();
    expect(entryNamed('adi-5')?.id).toBe('adi-5');
    expect(entryNamed('nine 2+2+2+3')?.name).toBe('nine 2+2+2+3');
    const long = 'a'.repeat(200);
    expect(entryNamed(long)).toBeUndefined();
    expect(entryNamed(`son clave${' '.repeat(191)}`)?.id).toBe('son-clave');
    expect(entryNamed(`son clave${' '.repeat(192)}`)).toBeUndefined();
  });

  it('of a cycle counts only while its beats and gestures are the entry’s', () => {
    const adi = entryNamed('adi');
    if (!adi) throw new Error('no adi');
    expect(entryOf({ ...adi.cycle })).toBe(adi);
    expect(entryOf({ ...adi.cycle, groups: adi.cycle.groups.slice(1) })).toBeUndefined();
    expect(entryOf({ ...adi.cycle, id: 'other' })).toBeUndefined();
    expect(findEntry('adi')).toBeUndefined();
  });
});

describe('cells of the tables', () => {
  it('are tempos, names and skeletons', () => {
    expect(temposOf('96/1 66/4')).toEqual([
      { bpm: 96, per: 1 },
      { bpm: 66, per: 4 },
    ]);
    expect(() => temposOf('96/1')).toThrow(RangeError);
    expect(namesOf('ektal, ekta , eka tala')).toEqual({
      id: 'ektal',
      name: 'ektal',
      also: ['ekta', 'eka tala'],
    });
    expect(skeletonOf('D .  T X')).toEqual([
      { pulse: 0, sound: 'low' },
      { pulse: 2, sound: 'high' },
      { pulse: 3, sound: 'plain' },
    ]);
  });
});

describe('searching', () => {
  const found = (query: Parameters<typeof searchCatalogue>[0]) =>
    searchCatalogue(query).map(({ id }) => id);

  it('finds all words, names that begin with the first before the others', () => {
    const sons = found({ text: 'son clave' });
    expect(sons[0]).toBe('son-clave');
    const begun = sons.filter((id) => id.startsWith('son-clave'));
    expect(sons.slice(0, begun.length)).toEqual(begun);
    expect(sons.slice(begun.length)).toEqual(
      expect.arrayContaining(['soukous', 'gahu', 'rumba-clave']),
    );
    expect(found({ text: 'clave' }).slice(0, 2)).not.toContain('tresillo');
    expect(found({ text: 'BULERIAS' })).toEqual(found({ text: 'bulerías' }));
    expect(found({ text: 'open-handed barrel', tradition: 'north-indian' })).toEqual([
      'sultal',
      'chautal',
    ]);
    expect(found({ text: '3+3+2' })).toContain('eight-3-3-2');
    // Other names count as the first does; two letters begin too much for that.
    expect(found({ text: 'six' }).slice(0, 2)).toEqual(['six-twos', 'son-clave-in-twelve']);
    expect(found({ text: 'kal' }).slice(0, 2)).toEqual(['seven-3-2-2', 'khaliji']);
    expect(found({ text: 'ko' })[0]).toBe('five-2-3');
    // What is written as a name begins is found though its number is no size.
    expect(found({ text: 'nine 3' })).toEqual(['nine-3-2-2-2']);
    expect(found({ text: 'no such thing' })).toEqual([]);
    const plain = found({ text: '', tradition: 'plain' });
    expect(plain[0]).toBe('two-fours');
  });

  it('takes a number for the size of the turn, in pulses or beats, and speeds as they are', () => {
    expect(found({ text: '13', tradition: 'plain' })).toEqual([
      'thirteen-3-3-3-2-2',
      'thirteen-2-2-2-3-2-2',
    ]);
    expect(found({ text: '7', tradition: 'north-indian' })).toEqual(['rupak', 'tivra']);
    expect(found({ text: 'x7', tradition: 'north-indian' })).toEqual([]);
    expect(found({ text: 'adi', tradition: 'south-indian', speed: 3 })[0]).toBe('adi-3');
    expect(found({ text: 'adi', speed: 3 }).filter((id) => /^adi-\d$/.test(id))).toEqual(['adi-3']);
    expect(found({ text: 'adi' }).filter((id) => /^adi-\d$/.test(id))).toHaveLength(5);
    expect(found({ text: 'chapu', speed: 3 })).toContain('khanda-chapu');
    expect(found({ text: 'teental', speed: 3 })).toContain('teental');
  });
});
