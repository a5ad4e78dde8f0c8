import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { toNumber } from '../time/index.ts';
import {
  type BringIn,
  bringIn,
  cycleOf,
  type Notation,
  onGrid,
  proposeBringIn,
  proposeInstrument,
  sayUnsure,
  soundsOfNotes,
  type Unsure,
} from './index.ts';
import { barsOf, notationOf, partOf, quarters } from './written.testkit.ts';

const made = (notation: Notation, change: Partial<BringIn> = {}, at = 0) =>
  bringIn(notation, { ...nth(proposeBringIn(notation), at), ...change }, 'new').rhythm;

describe('names over bars', () => {
  it('stand over the turns of the stretch they are in, and over whole turns only', () => {
    const bars = barsOf('2/4', '2/4', '3/4', '3/4', '3/4').map((bar, at) => ({
      ...bar,
      ...(at === 0 ? {} : { label: `bar ${at + 1}` }),
    }));
    const notes = Array.from({ length: 13 }, (_, at) => [`${at}`, 'O'] as const);
    const notation = notationOf(bars, [partOf('Congas', notes)]);
    const names = (at: number) =>
      made(notation, {}, at).turns?.map(({ turn, name }) => `${turn} ${name}`) ?? [];
    const stretches = proposeBringIn(notation).map(({ stretch }) => [stretch.from, stretch.bars]);
    expect(stretches).toEqual([
      [0, 2],
      [2, 3],
    ]);
    expect(names(0)).toEqual(['1 bar 2']);
    expect(names(1)).toEqual(['0 bar 3', '1 bar 4', '2 bar 5']);
  });
});

describe('meters that come round together', () => {
  it('are one turn of as many groups, by their beats', () => {
    const bars = barsOf('3/4', '2/4', '3/4', '2/4');
    const [first, ...more] = proposeBringIn(
      notationOf(bars, [partOf('Congas', [['0', 'O'] as const, ['5', 'O'] as const])]),
    );
    expect(more).toEqual([]);
    expect(first?.stretch.cycle.groups.map(({ beats }) => beats.length)).toEqual([3, 2]);
    expect(first?.stretch.turns).toBe(2);
    const { cycle } = cycleOf([
      { beats: [3, 3, 2], under: 8 },
      { beats: [1, 1], under: 4 },
    ]);
    expect(cycle.name).toBe('3+3+2, 2+2');
    // Beats too many for one cycle stay bars of their own.
    const many = barsOf(...Array(4).fill(['65/8', '64/8']).flat());
    const apart = proposeBringIn(notationOf(many, [partOf('Congas', [['0', 'O'] as const])]));
    expect(apart.length).toBeGreaterThan(1);
  });
});

describe('what is unsure', () => {
  const one = (beat: number): Unsure => ({ part: 'Bell', turn: 1, beat, slots: 3, other: 4 });

  it('is said of three places, and of more how many they are', () => {
    expect(sayUnsure([])).toBe('');
    expect(sayUnsure([one(0)])).toBe('Unsure: Bell, turn 2, beat 1: 3 parts, or 4.');
    const three = sayUnsure([one(0), one(1), one(2)]);
    expect(three).toContain('beat 3');
    expect(three).not.toContain('more');
    expect(sayUnsure([one(0), one(1), one(2), one(3)])).toMatch(/, and 1 more\.$/);
  });
});

describe('notes that are put on a grid', () => {
  it('go to the nearest part of the beat they are in, by the beats of the cycle; the very end is the beginning', () => {
    const frame = { cycle: cycleFromSpans('3+2'), turns: 2, grid: 3 } as const;
    const at = (text: string) => ({
      at: quarters(text),
      kind: 'X',
      note: { at: quarters(text), sound: 'X', force: 3 as const },
    });
    const places = (...texts: readonly string[]) =>
      onGrid('Bell', texts.map(at), frame).notes.map((one) => Number(toNumber(one.at).toFixed(4)));
    // Parts are one pulse long in the beat of three, two thirds in that of two.
    expect(places('0', '9/10', '14/5')).toEqual([0, 1, 3]);
    expect(places('3', '18/5', '22/5')).toEqual([3, 3.6667, 4.3333]);
    expect(places('5', '8', '87/10')).toEqual([5, 8, 8.6667]);
    expect(places('99/10')).toEqual([0]);
  });
});

describe('the instrument that a part is for', () => {
  const named = (name: string, sounds: readonly object[] = [{}]) =>
    proposeInstrument({
      id: 'p',
      name,
      notes: [],
      sounds: sounds.map((one, at) => ({ key: `${at}`, name: `sound ${at}`, count: 1, ...one })),
    }).name;

  it('is known by words that are not its name', () => {
    expect(['Tumba', 'Quinto', 'Tumbadora 2'].map((name) => named(name))).toEqual(
      Array(3).fill('conga'),
    );
    expect(['Drums', 'Drum set', 'Kit'].map((name) => named(name))).toEqual(
      Array(3).fill('drum kit'),
    );
    expect(['Cow bell part', 'Campana', 'Gong', 'Gongs'].map((name) => named(name))).toEqual([
      'hand bell',
      'hand bell',
      'hand bell',
      'hand bell',
    ]);
    expect(['Vocal', 'Konnakol'].map((name) => named(name))).toEqual(Array(2).fill(named('Voice')));
  });

  it('is the one that most of its notes are of', () => {
    expect(
      named('', [
        { note: 75, count: 3 },
        { note: 63, count: 1 },
      ]),
    ).toBe('claves');
    expect(
      named('', [
        { note: 75, count: 1 },
        { note: 63, count: 2 },
        { note: 64, count: 2 },
      ]),
    ).toBe('congas');
  });
});

describe('the sounds of notes', () => {
  it('are counted, and stand from low to high, then by their keys', () => {
    const heights: Readonly<Record<string, number>> = { bell: 5, low: -2 };
    const notes = ['bell', 'b', 'low', 'a', 'bell', 'c', 'bell'].map((sound) => ({ sound }));
    const sounds = soundsOfNotes(notes, (key) => {
      const height = heights[key];
      return { name: key, ...(height !== undefined && { height }) };
    });
    expect(sounds.map(({ key, count }) => `${key} ${count}`)).toEqual([
      'low 1',
      'a 1',
      'b 1',
      'c 1',
      'bell 3',
    ]);
  });
});
