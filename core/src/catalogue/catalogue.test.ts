import { describe, expect, it } from 'vitest';
import { beatsOf, turnPulses } from '../cycle/index.ts';
import { findInstrument, strokeKind } from '../instrument/index.ts';
import { spelling } from '../wording/index.ts';
import {
  CATALOGUE,
  type CatalogueEntry,
  entryNamed,
  entryOf,
  entryWords,
  findEntry,
  LAGHU_SIZES,
  pulseOf,
  searchCatalogue,
  TALA_FAMILIES,
  TALA_SPEEDS,
  talaCycle,
} from './index.ts';

const of = (tradition: string) => CATALOGUE.filter((entry) => entry.tradition === tradition);
const gesturesOf = (name: string) =>
  entryNamed(name)?.cycle.groups.map((group) => group.beats.map((beat) => beat.gesture).join(' '));

describe('South Indian talas', () => {
  const beats = (laghu: number) =>
    (Object.keys(TALA_FAMILIES) as (keyof typeof TALA_FAMILIES)[]).map(
      (family) => beatsOf(talaCycle(family, laghu, 1)).length,
    );

  it('have the beats of the table, by family and laghu', () => {
    expect(beats(3)).toEqual([11, 8, 5, 6, 7, 10, 3]);
    expect(beats(4)).toEqual([14, 10, 6, 7, 8, 12, 4]);
    expect(beats(5)).toEqual([17, 12, 7, 8, 9, 14, 5]);
    expect(beats(7)).toEqual([23, 16, 9, 10, 11, 18, 7]);
    expect(beats(9)).toEqual([29, 20, 11, 12, 13, 22, 9]);
  });

  it('are 35, each in five speeds, and the short uneven ones', () => {
    const entries = of('south-indian');
    expect(entries.filter((entry) => entry.speed !== undefined)).toHaveLength(35 * 5);
    for (const speed of TALA_SPEEDS) {
      expect(entries.filter((entry) => entry.speed === speed)).toHaveLength(35);
    }
    const sizes = (name: string) =>
      entryNamed(name)?.cycle.groups.map((group) => group.beats.map((beat) => beat.span));
    expect(sizes('khanda chapu')).toEqual([[2], [1, 2]]);
    expect(gesturesOf('khanda chapu')).toEqual(['clap', 'clap clap']);
    expect(sizes('khanda chapu 2+3')).toEqual([[2, 3]]);
    expect(sizes('viloma chapu')).toEqual([[2, 2], [3]]);
    expect(sizes('misra chapu')).toEqual([[3], [2, 2]]);
    expect(sizes('sankirna chapu')).toEqual([[4, 5]]);
    expect(Object.values(LAGHU_SIZES)).toEqual([3, 4, 5, 7, 9]);
  });

  it('are shown with claps, fingers and waves', () => {
    expect(gesturesOf('adi')).toEqual(['clap finger finger finger', 'clap wave', 'clap wave']);
    expect(gesturesOf('chatusra jhampa 3')).toEqual([
      'clap finger finger finger',
      'clap',
      'clap wave',
    ]);
  });
});

describe('North Indian tals', () => {
  it.each([
    ['teental', 16, '4 4 4 4', '1 5 13', '9'],
    ['jhaptal', 10, '2 3 2 3', '1 3 8', '6'],
    ['rupak', 7, '3 2 2', '4 6', '1'],
    ['dadra', 6, '3 3', '1', '4'],
    ['ektal', 12, '2 2 2 2 2 2', '1 5 9 11', '3 7'],
    ['dhamar', 14, '5 2 3 4', '1 6 11', '8'],
    ['deepchandi', 14, '3 4 3 4', '1 4 11', '8'],
    ['ada chautal', 14, '2 2 2 2 2 2 2', '1 3 7 11', '5 9 13'],
    ['sultal', 10, '2 2 2 2 2', '1 5 7', '3 9'],
    ['tivra', 7, '3 2 2', '1 4 6', ''],
  ])('%s has its beats, groups, claps and empty beats', (name, size, groups, claps, empty) => {
    const cycle = entryNamed(name)?.cycle;
    if (!cycle) throw new Error(name);
    const beats = beatsOf(cycle);
    const places = (gesture: string) =>
      beats.flatMap((beat, index) => (beat.gesture === gesture ? [index + 1] : [])).join(' ');
    expect(beats).toHaveLength(size);
    expect(cycle.groups.map((group) => group.beats.length).join(' ')).toBe(groups);
    expect(places('clap')).toBe(claps);
    expect(places('wave')).toBe(empty);
  });

  it('are at least twelve, each with a spoken pattern', () => {
    expect(of('north-indian').length).toBeGreaterThanOrEqual(12);
    const untold = of('north-indian').filter((entry) => entry.skeleton === undefined);
    expect(untold.map(({ name }) => name)).toEqual(['pancham sawari', 'rupakra']);
    for (const { skeleton, instrument = '' } of of('north-indian')) {
      const drum = findInstrument(instrument);
      for (const { say, kinds = [] } of skeleton ?? []) {
        expect(say).toMatch(/^[a-z]+$/);
        expect(kinds.length).toBeGreaterThan(0);
        for (const kind of kinds) expect(drum && strokeKind(drum, kind)).toBeDefined();
      }
    }
    const say = entryNamed('teental')?.skeleton?.map((stroke) => stroke.say);
    expect(say?.slice(8, 12)).toEqual(['dha', 'tin', 'tin', 'ta']);
  });
});

describe('the catalogue', () => {
  it('has every sort in the numbers that were asked for', () => {
    expect(of('plain').length).toBeGreaterThanOrEqual(25);
    expect(of('usul').length).toBeGreaterThanOrEqual(12);
    expect(of('timeline').length).toBeGreaterThanOrEqual(20);
    expect(of('compas').length).toBeGreaterThanOrEqual(8);
    expect(CATALOGUE.length).toBeGreaterThanOrEqual(250);
  });

  it('has unique ids, texts, tempos in range, and marks inside the turn', () => {
    expect(new Set(CATALOGUE.map((entry) => entry.id)).size).toBe(CATALOGUE.length);
    for (const entry of CATALOGUE) {
      const pulses = turnPulses(entry.cycle);
      expect(entry.text).toMatch(/^[A-Z0-9].*\.$/);
      expect(entry.tempos).toHaveLength(2);
      for (const { bpm } of entry.tempos) expect(bpm).toBeGreaterThanOrEqual(20);
      for (const stroke of entry.skeleton ?? []) {
        expect(pulseOf(stroke)).toBeLessThan(pulses * (entry.turns ?? 1));
      }
      for (const pulse of entry.accents ?? []) expect(pulse).toBeLessThan(pulses);
    }
  });

  it('holds the worked timelines', () => {
    const line = (name: string) => entryNamed(name)?.skeleton?.map((stroke) => stroke.pulse);
    expect(line('son clave')).toEqual([0, 3, 6, 10, 12]);
    expect(line('rumba clave')).toEqual([0, 3, 7, 10, 12]);
    expect(line('seven-stroke bell')).toEqual([0, 2, 4, 5, 7, 9, 11]);
    expect(line('cinquillo')).toEqual([0, 2, 3, 5, 6]);
    expect(entryNamed('son clave')?.side).toBe('3-2');
    expect(entryNamed('tresillo')?.side).toBeUndefined();
    // From the other side, and as two bars of four beats of two.
    expect(line('son clave 2-3')).toEqual([2, 4, 8, 11, 14]);
    expect(entryNamed('son clave 2-3')?.side).toBe('2-3');
    expect(line('son clave 2-3 in two bars')).toEqual([2, 4, 8, 11, 14]);
    expect(entryNamed('son clave in two bars')).toMatchObject({ turns: 2, side: '3-2' });
  });

  it.each([
    ['tintal', 'teental'],
    ['Teen Taal', 'teental'],
    ['jhaptaal', 'jhaptal'],
    ['adachautal', 'ada chautal'],
    ['adi tala', 'adi'],
    ['tishra triputa', 'tisra triputa'],
    ['chaturasra rupaka', 'rupaka'],
    ['mishra chaapu', 'misra chapu'],
    ['dhruva', 'chatusra dhruva'],
    ['matya 4', 'chatusra matya'],
    ['rupaka', 'rupaka'],
    ['jhampa', 'jhampa'],
    ['triputa', 'tisra triputa'],
    ['ata', 'ata'],
    ['eka 3', 'chatusra eka'],
    ['bossa', 'brazilian clave'],
    ['six-eight son', 'son clave in twelve'],
    ['son clave 2-3', 'son clave 2-3'],
    ['buleria', undefined],
    ['bulerias', 'twelve from 12'],
    ['maksum', 'maqsum'],
    ['rachenitsa', 'seven 2+2+3'],
    ['kopanitsa', 'eleven 2+2+3+2+2'],
    ['tumbao', 'conga tumbao'],
  ])('%s is %s', (written, name) => {
    expect(entryNamed(written)?.name).toBe(name);
  });

  it('has no two entries with one name, however it is spelled', () => {
    const keys = CATALOGUE.filter(({ speed }) => speed === undefined || speed === 4).flatMap(
      ({ id, name, also }) => [name, ...also].map((one) => ({ id, key: spelling(one) })),
    );
    for (const { id, key } of keys) {
      const same = keys.filter((one) => one.key === key).map((one) => one.id);
      expect(new Set(same), key).toEqual(new Set([id]));
    }
  });

  it('is searched by any spelling as well', () => {
    const first = (text: string) => searchCatalogue({ text })[0]?.name;
    expect(first('tintal')).toBe('teental');
    expect(first('jhap taal')).toBe('jhaptal');
    expect(first('six-eight son')).toBe('son clave in twelve');
    expect(first('son clave 2-3')).toBe('son clave 2-3');
    expect(first('bossa')).toBe('brazilian clave');
  });

  it('finds an entry by any of its names, and writes it so that it is found again', () => {
    for (const entry of CATALOGUE) {
      expect(entryNamed(entryWords(entry))).toBe(entry);
      expect(findEntry(entry.id)).toBe(entry);
      expect(entryOf(entry.cycle)).toBe(entry);
    }
    expect(entryNamed('Chatusra Triputa 5')?.name).toBe('adi');
    expect(entryNamed('no such cycle')).toBeUndefined();
  });

  it('is searched by words, by number and by sort', () => {
    const names = (text: string) => searchCatalogue({ text }).map((entry) => entry.name);
    expect(names('teen')[0]).toBe('teental');
    expect(names('bembe')).toContain('seven-stroke bell');
    expect(names('bulerías')).toEqual(names('bulerias'));
    const sevens = searchCatalogue({ text: '7' });
    expect(sevens.map((entry) => entry.name)).toContain('misra chapu');
    expect(
      sevens.every(({ cycle }) => [turnPulses(cycle), beatsOf(cycle).length].includes(7)),
    ).toBe(true);
    const fast = searchCatalogue({ text: '', tradition: 'south-indian', speed: 5 });
    expect(fast.every((entry) => entry.speed === 5 || entry.speed === undefined)).toBe(true);
  });
});

describe('two-sided timelines', () => {
  it('of one length agree on which half is the three-side', () => {
    const sided = CATALOGUE.filter((entry) => entry.side === '3-2');
    const line = (entry?: CatalogueEntry) => entry?.skeleton?.map((stroke) => stroke.pulse) ?? [];
    for (const [turn, clave] of [
      [16, entryNamed('son clave')],
      [12, entryNamed('son clave in twelve')],
    ] as const) {
      const claves = line(clave);
      const alike = sided.filter((entry) => turnPulses(entry.cycle) === turn);
      expect(alike.length).toBeGreaterThanOrEqual(3);
      for (const entry of alike) {
        const meets = (shift: number) =>
          line(entry).filter((pulse) => claves.includes((pulse + shift) % turn)).length;
        expect(meets(0), entry.name).toBeGreaterThan(meets(turn / 2));
      }
    }
  });
});
