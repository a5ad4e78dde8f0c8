import { describe, expect, it } from 'vitest';
import { codesUsed, readPlaces } from '../rhythm/index.ts';
import { timed } from '../text/timed.testkit.ts';
import {
  applyChain,
  type Chained,
  combinationsOf,
  figuresOf,
  type Settings,
  setOf,
  suggest,
} from './index.ts';
import { drum, line, moved, SON, slots } from './moved.testkit.ts';

describe('moves as they are written', () => {
  it('accent by a rule, over and over, from where one likes', () => {
    const plain = line('D k t D / k t D k', '4x2', 'goblet drum');
    const accents = (made: Chained) =>
      made.layer.strokes.filter(({ force }) => force === 4).map(({ slot }) => slot);
    expect(accents(moved(plain, 'accents', { by: 'rule' }))).toEqual([0, 3, 6]);
    expect(accents(moved(plain, 'accents', { by: 'rule', rule: '2+1' }))).toEqual([0, 2, 3, 5, 6]);
    expect(accents(moved(plain, 'accents', { by: 'rule', rule: '3', from: 2 }))).toEqual([1, 4, 7]);
    // On a stretch it begins with the stretch.
    const second = applyChain(
      plain,
      0,
      [{ move: 'accents', settings: { by: 'rule', rule: '3' } }],
      { from: { num: 4, den: 1 }, to: { num: 8, den: 1 } },
    );
    expect(second && accents(second)).toEqual([4, 7]);
    // What is no rule is as if nothing were written.
    expect(accents(moved(plain, 'accents', { by: 'rule', rule: '3+' }))).toEqual([0, 3, 6]);
  });

  it('go along a melody, take fours to threes by a table of one’s own', () => {
    const plain = line('D k t D / k t D k', '4x2', 'goblet drum');
    const walked = moved(plain, 'walk', { way: 'steps', steps: '0 2 9' });
    const [low, , high] = codesUsed(plain.layers[0] ?? walked.layer);
    expect(walked.layer.strokes.slice(0, 3).map(({ kind }) => kind)).toEqual([low, high, high]);
    const own = moved(SON, 'threes', { table: 'own', fours: '0 0 1 2' });
    expect(slots(own)).toEqual([0, 2, 4, 7, 9]);
    const back = moved(own.rhythm, 'threes', { to: 'fours', table: 'own', threes: '0 1 2' });
    expect(slots(back)).toEqual([0, 2, 5, 9, 12]);
    expect(readPlaces('0 1 1 2', 4)).toEqual([0, 1, 1, 2]);
    for (const text of ['0 1 2', '0 2 1 2', '0 1 2 3', 'a', '0 1 1 2 2'])
      expect(readPlaces(text, 4)).toBeUndefined();
    expect(readPlaces('0 2 3', 3)).toEqual([0, 2, 3]);
  });

  it('leave out one kind, one stroke, ornaments by chance; fill by a rule of hands', () => {
    const plain = line("D 'k t D / 'k t 'D k", '4x2', 'goblet drum');
    expect(slots(moved(plain, 'thin', { what: 'kind', kind: 'k' }))).toEqual([0, 2, 3, 5, 6]);
    expect(slots(moved(plain, 'thin', { what: 'one', stroke: 3 }))).toEqual([0, 1, 3, 4, 5, 6, 7]);
    const ornaments = (settings: Settings) =>
      moved(plain, 'optional', { what: 'ornaments', ...settings }).layer.strokes.filter(
        ({ ornament }) => ornament,
      ).length;
    expect([ornaments({ how: 'on' }), ornaments({ how: 'off' }), ornaments({ share: 0 })]).toEqual([
      3, 0, 0,
    ]);
    const counts = Array.from({ length: 100 }, (_, at) => ornaments({ seed: at + 1 }));
    expect(counts.reduce((sum, one) => sum + one, 0) / 100).toBeCloseTo(1.5, 0);
    const rests = line('D . . . / T . . .', '4x2', 'goblet drum');
    const hands = (rule: string) =>
      moved(rests, 'fill', { hands: rule })
        .layer.strokes.filter(({ force }) => force === 1)
        .map(({ hand }) => hand)
        .join('');
    expect(hands('weak')).toBe('LLLLLL');
    expect(hands('strong')).toBe('RRRRRR');
    expect(new Set(hands('free').slice(0, 3)).size).toBe(1);
    expect(new Set(hands('turn'))).toEqual(new Set(['R', 'L']));
  });

  it('speak anew at double speed', () => {
    const made = moved(line('D k t D / k t D k', '4x2', 'goblet drum'), 'speed', { words: 'anew' });
    expect(made.layer.strokes.slice(0, 4).map(({ say }) => say)).toEqual(['ta', 'ka', 'di', 'mi']);
  });
});

describe('every set of what may be left out', () => {
  it('is 2 to the number of them, each once, from none to all, the plainest first', () => {
    const rhythm = line('X X? . X? / X X? . . / X? . X? X? / X . . X?', '4x4');
    const all = combinationsOf(rhythm, 0);
    expect(all).toHaveLength(2 ** 7);
    expect(new Set(all.map(({ step }) => step.settings.set)).size).toBe(2 ** 7);
    expect(all.map(({ strokes }) => strokes)).toEqual(
      all.map(({ strokes }) => strokes).sort((a, b) => a - b),
    );
    expect([all[0]?.strokes, all.at(-1)?.strokes]).toEqual([3, 10]);
    const counts = Array.from(
      { length: 8 },
      (_, played) => all.filter((one) => one.played === played).length,
    );
    expect(counts).toEqual([1, 7, 21, 35, 35, 21, 7, 1]);
    for (const { step, strokes, offBeat } of all.filter((_, at) => at % 9 === 0)) {
      const made = applyChain(rhythm, 0, [step]);
      const figures = made && figuresOf(made.rhythm, 0);
      expect(figures?.strokes).toBe(strokes);
      expect(figures?.offBeat).toBeCloseTo(offBeat, 9);
    }
    expect(combinationsOf(SON, 0)).toEqual([]);
  });

  it('is listed from the thinnest to the fullest, so many as can be looked through', () => {
    const twelve = line(Array(4).fill('X X? X? X?').join(' / '), '4x4');
    expect(combinationsOf(twelve, 0)).toHaveLength(4096);
    const listed = setOf(twelve, 0, 'optional');
    expect(listed).toHaveLength(32);
    const strokes = listed.map((step) => applyChain(twelve, 0, [step])?.layer.strokes.length ?? 0);
    expect([strokes[0], strokes.at(-1)]).toEqual([4, 16]);
    // Of those with as many strokes the one with the fewest off the beat comes first.
    const three = line('X X? X? X?', '4');
    const sets = combinationsOf(three, 0);
    expect(sets.map(({ strokes }) => strokes)).toEqual([1, 2, 2, 2, 3, 3, 3, 4]);
    for (const [at, { strokes, offBeat }] of sets.slice(1).entries()) {
      const before = sets[at];
      if (before?.strokes === strokes) expect(before.offBeat).toBeLessThanOrEqual(offBeat);
    }
    expect(new Set(sets.map(({ offBeat }) => offBeat)).size).toBeGreaterThan(1);
    expect(setOf(SON, 0, 'left out')).toHaveLength(5);
  });

  it('is every shift of the line but none, and the line begun on each stroke but the first', () => {
    expect(setOf(line('X . . X', '4'), 0, 'shifts')).toEqual(
      [1, 2, 3].map((by) => ({ move: 'shift', settings: { by, hold: 'nothing' } })),
    );
    expect(setOf(SON, 0, 'shifts')).toHaveLength(15);
    expect(setOf(SON, 0, 'beginnings')).toEqual(
      [2, 3, 4, 5].map((stroke) => ({ move: 'rotate', settings: { stroke } })),
    );
  });
});

describe('another phrase', () => {
  const plain = line('D k t D / k t D k', '4x2', 'goblet drum');

  it('takes the place of the line, or of a stretch of whole beats, of the same length', () => {
    const whole = moved(plain, 'phrase', { rows: "'D T / <1/2> k k k / <1/2> O" });
    expect(whole.told.flat()).toEqual([]);
    expect(whole.layer.cells.map((cell) => cell.slots)).toEqual([2, 3, 1]);
    expect(drum(whole)).toBe('0D 1T 2k 3k 4k 5O');
    const second = applyChain(plain, 0, [{ move: 'phrase', settings: { rows: 'T T T' } }], {
      from: { num: 4, den: 1 },
      to: { num: 8, den: 1 },
    });
    expect(second?.layer.cells.map((cell) => cell.slots)).toEqual([4, 3]);
    expect(second?.layer.strokes.map(({ kind }) => kind).join('')).toBe('DktDTTT');
    // What was on the line before stays out of it: no stroke of the phrase stands beside an old one.
    expect(drum(moved(plain, 'phrase', { rows: '. T . . / . . . O' }))).toBe('1T 7O');
    for (const [from, to] of [
      [4, 6],
      [2, 8],
    ] as const) {
      const cut = applyChain(plain, 0, [{ move: 'phrase', settings: { rows: 'T T T' } }], {
        from: { num: from, den: 1 },
        to: { num: to, den: 1 },
      });
      expect(cut?.told.flat()).toEqual(['A phrase takes the place of whole beats.']);
      expect(cut?.layer).toEqual(plain.layers[0]);
    }
  });

  it('is refused where it is of another length, or does not read', () => {
    expect(moved(plain, 'phrase', { rows: 'D T' }).told.flat()).toEqual([
      'The phrase has 1 beats, and 2 are to be filled.',
    ]);
    expect(moved(plain, 'phrase', { rows: 'D Q / T' }).told.flat()[0]).toContain(
      '“Q” is not a stroke',
    );
    expect(moved(plain, 'phrase').told.flat()).toEqual([
      'Write a phrase, or choose one of your own.',
    ]);
  });

  it('brings only its syllables, one for each stroke, over and over', () => {
    const said = moved(plain, 'phrase', { what: 'syllables', rows: 'ta ki / ta' });
    expect(said.layer.strokes.map(({ say }) => say)).toEqual([
      'ta',
      'ki',
      'ta',
      'ta',
      'ki',
      'ta',
      'ta',
      'ki',
    ]);
    expect(said.layer.strokes.map(({ kind }) => kind).join('')).toBe('DktDktDk');
  });
});

describe('what is wanted of a line', () => {
  const SIDED = timed(
    'rhythm A\ncycle 4x4\nlayer D : goblet drum\nplay D . . D / . . D . / . . k . / k . . .\nlayer Clave : claves\nplay X . . X / . . X . / . . X . / X . . .\nas 3-2',
  ).rhythm;

  it('is the other side of the timeline: what brings it there, with both figures', () => {
    const found = suggest(SIDED, 0, 'side');
    expect(found.map(({ step }) => step.move)).toContain('swap');
    for (const { step, why } of found) {
      const made = applyChain(SIDED, 0, [step]);
      const after = made && figuresOf(made.rhythm, 0);
      expect(after?.side?.by ?? 0).toBeLessThan(0);
      expect(why).toMatch(/^sits with (2-3 by|either side).* instead of 3-2 by /);
    }
    expect(suggest(SON, 0, 'side')).toEqual([]);
  });

  it('is harder to hear: fewer of its beats sound', () => {
    const before = figuresOf(SIDED, 0);
    expect([before?.beats, before?.onBeats]).toEqual([4, 2]);
    const found = suggest(SIDED, 0, 'harder');
    expect(found.length).toBeGreaterThan(0);
    for (const { step, why } of found) {
      const made = applyChain(SIDED, 0, [step]);
      const after = made && figuresOf(made.rhythm, 0);
      expect((after?.onBeats ?? 9) / (after?.beats ?? 1)).toBeLessThan(0.5);
      expect(why).toContain(`${after?.onBeats} of ${after?.beats} beats sound instead of 2 of 4`);
    }
  });
});
