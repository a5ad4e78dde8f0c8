import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { timed } from '../text/timed.testkit.ts';
import {
  AIMS,
  type Aim,
  alternate,
  applyChain,
  ChainSchema,
  figuresOf,
  MOVES,
  type MoveId,
  type Step,
  sayChain,
  sayChange,
  sayStep,
  setOf,
  suggest,
} from './index.ts';

const SON = timed(
  'rhythm A\ncycle 4x4\nlayer X : claves\nplay X . . X / . . X . / . . X . / X . . .',
).rhythm;
const WALKER = timed(
  'rhythm W\ncycle 3+3+2\ntempo 72 to 104 per 3\nlayer D : goblet drum\nplay D! (k) (t) / T (t) (k) / O! O- | D (k) O / T! (t) (k) / O! T\nhand each R L',
).rhythm;
const SHIFTED: Step = { move: 'shift', settings: { by: 1, hold: 'end', held: 2 } };
const CHASED: Step = { move: 'chase', settings: { kind: 't' } };
const THREES: Step = { move: 'threes', settings: {} };

describe('a chain of moves', () => {
  it('is one after another, in its order, without those that are off', () => {
    const slots = (steps: readonly Step[]) =>
      applyChain(SON, 0, steps)?.layer.strokes.map(({ slot }) => slot);
    expect(slots([])).toEqual([0, 3, 6, 10, 12]);
    expect(slots([SHIFTED, THREES])).toEqual([1, 3, 5, 7, 9]);
    expect(slots([THREES, SHIFTED])).toEqual([1, 3, 5, 7, 9]);
    expect(slots([THREES, { ...SHIFTED, off: true }])).toEqual([0, 2, 4, 7, 9]);
    const thinned: Step = { move: 'thin', settings: { what: 'not accents' } };
    const accented: Step = { move: 'accents', settings: { every: 2 } };
    expect(slots([accented, thinned])).toEqual([0, 6, 12]);
    expect(slots([thinned, accented])).toEqual([]);
  });

  it('tells where each stroke went, which came, and what each move could not do', () => {
    const made = applyChain(WALKER, 0, [
      SHIFTED,
      { ...CHASED, off: true },
      { move: 'thin', settings: {} },
      CHASED,
    ]);
    expect(made?.told.map((one) => one.length)).toEqual([0, 0, 0, 1]);
    expect(made?.went.find(({ from }) => from === 0)).toEqual({ from: 0, to: 1 });
    expect(made?.went.filter(({ from, to }) => from === to).map(({ from }) => from)).toEqual([
      14, 15,
    ]);
    expect(made?.came.length).toBeGreaterThan(0);
    // What is kept knows nothing of it.
    expect(made?.layer.strokes.some((stroke) => 'was' in stroke)).toBe(false);
    expect(applyChain(WALKER, 4, [])).toBeUndefined();
  });

  it('leaves the line as it is where a stretch lies beyond its end', () => {
    const beyond = { from: { num: 16, den: 1 }, to: { num: 20, den: 1 } };
    for (const move of Object.keys(MOVES) as MoveId[]) {
      const made = applyChain(SON, 0, [{ move, settings: {} }], beyond);
      expect(made?.layer, move).toEqual(SON.layers[0]);
      expect(made?.told).toEqual([['Nothing of the line is left there: choose another part.']]);
    }
  });

  it('passes over a move whose result could not be kept, and says why', () => {
    const twice: Step = { move: 'speed', settings: {} };
    const made = applyChain(SON, 0, Array(9).fill(twice));
    expect(made?.told.flat().length).toBeGreaterThan(0);
    expect(made?.layer.cells.length).toBeLessThan(4096);
  });

  it('is said in few words, and is kept as plain data', () => {
    expect(sayChain([SHIFTED, { ...CHASED, off: true }, THREES])).toBe(
      'Shift 1 part, keep the last 2, then Threes for fours',
    );
    expect(sayStep({ move: 'shift', settings: { by: -2, unit: 'pulse', hold: 'nothing' } })).toBe(
      'Shift 2 pulses back',
    );
    expect(sayStep(CHASED)).toBe('Chase the accents, 1 part later');
    expect(v.safeParse(ChainSchema, [SHIFTED, THREES]).success).toBe(true);
    expect(v.safeParse(ChainSchema, [{ move: 'nothing', settings: {} }]).success).toBe(false);
    expect(v.safeParse(ChainSchema, Array(25).fill(THREES)).success).toBe(false);
  });
});

describe('a set of one move', () => {
  it('is every shift, or the line begun on each of its strokes', () => {
    const slots = (step: Step) => applyChain(SON, 0, [step])?.layer.strokes.map(({ slot }) => slot);
    expect(setOf(SON, 0, 'shifts')).toHaveLength(15);
    expect(setOf(SON, 0, 'beginnings').map(slots)).toEqual([
      [0, 3, 7, 9, 13],
      [0, 4, 6, 10, 13],
      [0, 2, 6, 9, 12],
      [0, 4, 7, 10, 14],
    ]);
    const half = { from: { num: 0, den: 1 }, to: { num: 8, den: 1 } };
    expect(setOf(SON, 0, 'shifts', half)).toHaveLength(7);
    expect(setOf(SON, 4, 'shifts')).toEqual([]);
    // A speed is of the whole line.
    expect(applyChain(SON, 0, [{ move: 'speed', settings: {} }], half)?.told.flat()).toHaveLength(
      1,
    );
  });
});

describe('home and the variation', () => {
  it('come in turns, two whole turns each, and the other lines stay', () => {
    const made = applyChain(SON, 0, [THREES]);
    const both = made && alternate(SON, made.rhythm, 0);
    const [layer] = both?.layers ?? [];
    expect(layer?.cells.map(({ slots }) => slots)).toEqual([
      ...Array(8).fill(4),
      ...Array(8).fill(3),
    ]);
    expect(layer?.strokes.map(({ slot }) => slot)).toEqual([
      0, 3, 6, 10, 12, 16, 19, 22, 26, 28, 32, 34, 36, 39, 41, 44, 46, 48, 51, 53,
    ]);
    // A line that has become longer is heard whole.
    const slow = applyChain(WALKER, 0, [{ move: 'speed', settings: { speed: 'half' } }]);
    const longer = slow && alternate(WALKER, slow.rhythm, 0);
    expect(longer?.layers[0]?.strokes).toHaveLength(2 * 16 + 16);
    expect(alternate(SON, SON, 3)).toBeUndefined();
  });
});

describe('what a variation changes', () => {
  const change = (steps: readonly Step[]) => {
    const [before, made] = [figuresOf(WALKER, 0), applyChain(WALKER, 0, steps)];
    const after = made && figuresOf(made.rhythm, 0);
    return before && after ? sayChange(before, after, WALKER.target) : [];
  };

  it('is said in strokes, against the beat, and by hand', () => {
    expect(figuresOf(WALKER, 0)).toMatchObject({
      strokes: 16,
      accents: 4,
      onTheOne: true,
      perTurn: { R: 4, L: 4 },
    });
    expect(change([])).toEqual([]);
    expect(change([{ move: 'thin', settings: {} }])).toEqual([
      '9 strokes, 7 fewer',
      'easier on the right',
      'easier on the left',
    ]);
    expect(change([SHIFTED])[0]).toBe('more off the beat');
    expect(figuresOf(WALKER, 3)).toBeUndefined();
  });

  it('is suggested by what is wanted: every suggestion does it, those first that do it most', () => {
    for (const aim of Object.keys(AIMS) as Aim[]) {
      const found = suggest(WALKER, 0, aim);
      // There is no timeline beside it whose side it could be on.
      expect([aim, found.length > 0]).toEqual([aim, aim !== 'side']);
      if (found.length === 0) continue;
      expect(found.map(({ gain }) => gain)).toEqual(
        found.map(({ gain }) => gain).toSorted((a, b) => b - a),
      );
      const [first] = found;
      const made = first && applyChain(WALKER, 0, [first.step]);
      const [before, after] = [figuresOf(WALKER, 0), made && figuresOf(made.rhythm, 0)];
      if (!before || !after) throw new Error('no figures');
      if (aim === 'simpler') expect(after.strokes).toBeLessThan(before.strokes);
      if (aim === 'fuller') expect(after.density).toBeGreaterThan(before.density);
      if (aim === 'left') expect(after.perTurn.L).toBeLessThan(before.perTurn.L);
      if (aim === 'off beat') expect(after.offBeat).toBeGreaterThan(before.offBeat);
    }
    expect(suggest(WALKER, 0, 'simpler')[0]?.why).toMatch(/^[\d.]+ strokes a turn instead of 8$/);
    expect(suggest(WALKER, 7, 'simpler')).toEqual([]);
  });
});
