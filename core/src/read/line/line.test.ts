import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findInstrument } from '../../instrument/index.ts';
import { timeRhythm } from '../../rhythm/index.ts';
import { readRhythm } from '../../text/index.ts';
import {
  composite,
  highShare,
  leastRotation,
  type ReadFrom,
  readLayer,
  registerOf,
  sayBalance,
  sayWeight,
  spreadOf,
  strides,
  sumVector,
  syncopation,
  USUAL_READING,
  weightOf,
  wrists,
} from '../index.ts';

const SON = [0, 3, 6, 10, 12];
const RUMBA = [0, 3, 7, 10, 12];
const BELL = [0, 2, 4, 5, 7, 9, 11];

const onsets = fc
  .uniqueArray(fc.nat({ max: 23 }), { minLength: 1 })
  .map((picked) => picked.sort((a, b) => a - b));

/** The same line begun `by` later. */
const turned = (line: readonly number[], by: number, span: number) =>
  line.map((onset) => (onset + by) % span).sort((a, b) => a - b);

/** Whether two lines have the same strides, begun anywhere. */
const sameFamily = (a: readonly number[], b: readonly number[], span: number) =>
  leastRotation(strides(a, span)).join() === leastRotation(strides(b, span)).join();

describe('evenness and balance', () => {
  it('give section 6’s numbers', () => {
    expect(spreadOf(SON, 16).evenness).toBeCloseTo(0.9877, 4);
    expect(spreadOf(SON, 16).balance).toBeCloseTo(0.9835, 4);
    expect(spreadOf(RUMBA, 16).evenness).toBeCloseTo(0.9816, 4);
    expect(spreadOf(RUMBA, 16).balance).toBeCloseTo(0.9057, 4);
    expect(spreadOf(BELL, 12).evenness).toBeCloseTo(0.9888, 4);
    expect(spreadOf(BELL, 12).balance).toBeCloseTo(0.9617, 4);
  });

  it('lie between 0 and 1 and do not change with where the line begins', () => {
    fc.assert(
      fc.property(onsets, fc.nat({ max: 23 }), (line, by) => {
        const other = turned(line, by, 24);
        const later = spreadOf(other, 24);
        const spread = spreadOf(line, 24);
        for (const figure of ['evenness', 'balance'] as const) {
          expect(spread[figure]).toBeGreaterThanOrEqual(-1e-9);
          expect(spread[figure]).toBeLessThanOrEqual(1 + 1e-9);
          expect(later[figure]).toBeCloseTo(spread[figure], 9);
        }
      }),
    );
    expect(spreadOf([0, 4, 8], 12).evenness).toBeCloseTo(1, 12);
    expect(spreadOf([], 12)).toEqual({ evenness: 0, balance: 0 });
  });

  it('are the sums of arrows that define them', () => {
    fc.assert(
      fc.property(onsets, (line) => {
        const size = (share: (at: number) => number) =>
          Math.hypot(...sumVector(line.length, share)) / line.length;
        const place = (at: number) => (line[at] ?? Number.NaN) / 24;
        const { evenness, balance } = spreadOf(line, 24);
        expect(evenness).toBeCloseTo(
          size((at) => place(at) - at / line.length),
          9,
        );
        expect(balance).toBeCloseTo(1 - size(place), 9);
      }),
    );
  });
});

describe('rotations', () => {
  it('find the family of section 6', () => {
    const family = [2, 1, 2, 1, 2];
    expect(leastRotation(family)).toEqual(leastRotation([2, 2, 1, 2, 1]));
    expect(sameFamily([0, 2, 3, 5, 6], [0, 2, 4, 5, 7], 8)).toBe(true);
    expect(sameFamily(SON, RUMBA, 16)).toBe(false);
  });

  it('are the least of all, whatever the row', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 1, maxLength: 12 }),
        (gaps) => {
          const all = gaps.map((_, by) => [...gaps.slice(by), ...gaps.slice(0, by)]);
          const [least] = all.sort((a, b) => {
            const at = a.findIndex((gap, index) => gap !== b[index]);
            return at < 0 ? 0 : (a[at] ?? 0) - (b[at] ?? 0);
          });
          expect(leastRotation(gaps)).toEqual(least);
        },
      ),
    );
    fc.assert(
      fc.property(onsets, fc.nat({ max: 23 }), (line, by) => {
        expect(sameFamily(line, turned(line, by, 24), 24)).toBe(true);
      }),
    );
  });
});

describe('syncopation', () => {
  const fours = [0, 4, 8, 12];
  it('gives section 6’s numbers', () => {
    expect(syncopation(SON, 16, fours).whole).toBeCloseTo(14 / 5, 12);
    expect(syncopation(RUMBA, 16, fours).whole).toBeCloseTo(3.6, 12);
    expect(syncopation([0, 4, 6, 10, 12], 16, fours).whole).toBeCloseTo(1.2, 12);
    expect(syncopation(BELL, 12, [0, 3, 6, 9]).whole).toBeCloseTo(3, 12);
  });

  it('takes the beats of the next rounds where a turn has only one', () => {
    // T is 3/8; the stroke lasts past the next beat, at 8, and not past the one after, at 16.
    expect(syncopation([3], 8, [0]).whole).toBeCloseTo(2 / (3 / 8), 12);
    const twice = syncopation([3, 11], 16, [0, 8]).whole;
    expect(syncopation([3], 8, [0]).whole).toBeCloseTo(twice, 12);
  });

  it('is nothing on the beat, and tells the busier half', () => {
    expect(syncopation(fours, 16, fours)).toEqual({ whole: 0, firstHalf: 0, secondHalf: 0 });
    const { firstHalf, secondHalf } = syncopation(SON, 16, fours);
    expect(firstHalf).toBeCloseTo(4, 12);
    expect(secondHalf).toBeCloseTo(1, 12);
  });
});

describe('wrists', () => {
  it('go as section 6 says, over the seam', () => {
    expect(wrists([4, 1, 1, 4, 3, 3, 1, 4]).join(' ')).toBe('down tap up full full down up full');
    expect(wrists([1])).toEqual(['tap']);
    expect(wrists([])).toEqual([]);
  });
});

describe('composite', () => {
  it('knows who meets and who is alone, until everything comes round', () => {
    const { rhythm } = readRhythm(
      'rhythm A\ncycle 1x4\nlayer A : hand bell\nplay X / . / X / .\nlayer B : hand bell\nplay X / . / .\nloop own',
    );
    const result = timeRhythm(rhythm);
    if (!result.ok) throw new Error(result.message);
    const { meetings, strides: gaps } = composite(rhythm, result.timing);
    expect(meetings).toEqual([
      { ticks: 0, layers: [0, 1] },
      { ticks: 2, layers: [0] },
      { ticks: 3, layers: [1] },
      { ticks: 4, layers: [0] },
      { ticks: 6, layers: [0, 1] },
      { ticks: 8, layers: [0] },
      { ticks: 9, layers: [1] },
      { ticks: 10, layers: [0] },
    ]);
    expect(gaps.reduce((sum, gap) => sum + gap, 0)).toBe(12);
    expect(strides([0, 2], 4)).toEqual([2, 2]);
  });
});

describe('the sentences', () => {
  it('say the accents alone, the wrists and the meetings of the demo', () => {
    const { rhythm } = readRhythm(`rhythm Lantern steps
cycle 3+3+2
tempo 72 to 104 per 3
layer Bell : hand bell
play  X! . . / X . . / X . | X! . . / X . . / X .
layer Walker : goblet drum
play  D! (k) (t) / T (t) (k) / O! O- | D (k) O / T! (t) (k) / O! T
hand  each R L`);
    const texts = (title: string) =>
      readLayer(rhythm, 1)
        .find((group) => group.title === title)
        ?.findings.map((finding) => finding.text);
    expect(texts('Accents alone')).toEqual([
      'Pulses 1, 7, 12, 15: strides 6 5 3 2.',
      'All 4 fall with Bell.',
    ]);
    expect(texts('Wrists')).toEqual([
      'Right: down tap up full full down up full.',
      'Left: up down tap tap up down up down.',
    ]);
    expect(texts('Together')).toEqual(['6 of 16 strokes fall with Bell.']);
    expect(texts('Strides')?.at(-1)).toBe('Evenness 1.00, balance 1.00.');
    expect(texts('Off the beat')?.[0]).toMatch(/^Syncopation \d\.\d/);
  });
});

describe('weight', () => {
  const layers = (play: string) =>
    readRhythm(`rhythm A\ncycle 4\nlayer D : goblet drum\nplay ${play}`).rhythm.layers;

  const shareOf = (play: string) => layers(play).map((layer) => highShare(layer))[0];

  it('shares the summed force among the families', () => {
    const weight = weightOf(layers('D! D! T! T!'));
    expect(weight.bass).toBe(0.5);
    expect(weight.slap).toBe(0.5);
    expect(weight.open).toBe(0);
    expect(weightOf([]).bass).toBe(0);
  });

  it('says so when the high sounds take over', () => {
    expect(sayWeight(weightOf(layers('D T! T! T!')))).toBe('Slap 80 %, bass 20 %.');
    expect(sayWeight(weightOf(layers('D D D D')))).toBeUndefined();
    const said = (share: number, least = 0, most = 0.6) => sayBalance(share, { least, most }).text;
    expect(said(0.28)).toBe('Low 72, high 28, as you want.');
    expect(said(0.8)).toBe('Low 20, high 80: the high sounds take over, you want at most 60.');
    expect(said(0.1, 0.2)).toBe('Low 90, high 10: the high sounds are few, you want at least 20.');
    expect(sayBalance(0.8, { least: 0, most: 0.8 }).isWanted).toBe(true);
  });

  it('counts edges and fingers as high, heels and closed basses as low', () => {
    const register = (id: string, code: string) => {
      const kind = findInstrument(id)?.strokes.find((one) => one.code === code);
      return kind && registerOf(kind);
    };
    expect(['E', 'f', 'h', 'B', 'S'].map((code) => register('box-drum', code))).toEqual([
      'high',
      'high',
      'low',
      'low',
      'high',
    ]);
    expect(['t', 'k', 'M', 'P', 'D', 'T'].map((code) => register('goblet-drum', code))).toEqual([
      'high',
      'high',
      'low',
      'low',
      'low',
      'high',
    ]);
    expect(['g', 'M', 'k'].map((code) => register('barrel-drum', code))).toEqual([
      'low',
      'high',
      'low',
    ]);
    expect(register('tall-hand-drum', 'M')).toBe('low');
    expect(shareOf('D T! T! T!')).toBe(0.8);
    expect(shareOf('D t . .')).toBe(0.5);
    expect(shareOf('D D . .')).toBeUndefined();
  });

  it('is said by turn where turns differ, with those that are not as wanted', () => {
    const { rhythm } = readRhythm(
      'rhythm A\ncycle 2x2\nlayer D : goblet drum\nplay D . / T . | D . / D T | D T! / T! T!',
    );
    const [group] = readLayer(rhythm, 0).filter(({ title }) => title === 'Weight');
    expect(group?.findings.map(({ text, tone, slots }) => [text, tone, slots.length])).toEqual([
      ['Slap 60 %, bass 40 %.', 'plain', 0],
      ['Low 40, high 60, as you want.', 'good', 0],
      ['Turn 1 low 50, high 50; turn 2 low 67, high 33; turn 3 low 20, high 80.', 'plain', 0],
      ['Not as you want in turn 3.', 'warn', 4],
    ]);
  });
});

describe('the strokes that lead a line', () => {
  const said = (play: string, from: ReadFrom = 'plain strokes') => {
    const { rhythm, problems } = readRhythm(`rhythm A\ncycle 4x4\nlayer D : darbuka\nplay ${play}`);
    expect(problems).toEqual([]);
    return readLayer(rhythm, 0, { ...USUAL_READING, from }).find(
      ({ title }) => title === 'Off the beat',
    )?.findings[0]?.text;
  };
  const CLAVE = 'D . . D / . . D . / . . D . / D . . .';

  it('are plain ones and accents, since light ones keep time', () => {
    const filled = 'D (k) (t) D / (t) (k) D (k) / (t) (k) D (k) / D (k) (t) (k)';
    expect(said(CLAVE)).toMatch(/^Syncopation 2\.8; /);
    expect(said(filled)).toMatch(/^Syncopation 2\.8, read from plain strokes and accents; /);
    expect(said(filled, 'every stroke')).not.toMatch(/^Syncopation 2\.8/);
  });

  it('are the accents of a line that fills its slots', () => {
    const sixteen = 'D! D D D / D! D D D / D! D D D / D! D D D';
    expect(said(sixteen)).toBe('On the beat, read from the accents.');
    expect(said('D D D! D / D D D! D / D D D! D / D D D! D')).toMatch(
      /^Syncopation \d\.\d, read from the accents; both halves alike\.$/,
    );
    // Without an accent there is nothing else to go by, and it says nothing of what it is read from.
    expect(said(sixteen.replaceAll('!', ''))).toMatch(/^Syncopation \d\.\d; /);
  });

  it('are every stroke where none is plain, and what the player wants', () => {
    expect(said('(k) . . (k) / . . (k) . / . . (k) . / (k) . . .')).toMatch(/^Syncopation 2\.8; /);
    expect(said('D! . . D / . . D . / . . D . / D . . .', 'accents')).toBe(
      'On the beat, read from the accents.',
    );
  });
});

describe('strides in parts of the beat', () => {
  const said = (play: string, cycle = '4x2') =>
    readLayer(
      readRhythm(`rhythm A\ncycle ${cycle}\nlayer D : hand bell\nplay ${play}`).rhythm,
      0,
    ).find(({ title }) => title === 'Strides')?.findings[0]?.text;

  it('are said where some lie between the pulses, each in its own division', () => {
    expect(said('X . X X / X . X')).toBe('5 strokes, in parts of the beat: 2/4 1/4 1/4 2/3 1/3.');
    expect(said('. X . X / X X X')).toBe(
      '5 strokes, in parts of the beat: 2/4 1/4 1/3 1/3 1/3+1/4.',
    );
    expect(said('X X X / X X X', '3x2')).toBe('6 strokes: 1, 6 times.');
    expect(said('X X X / X X X')).toBe('6 strokes, in parts of the beat: 1/3, 6 times.');
    expect(said('<2> X X X', '4x2')).toBe('3 strokes: 8/3, 3 times.');
  });
});
