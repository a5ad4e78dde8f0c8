import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { findInstrument } from '../instrument/index.ts';
import { checkRhythm, timeRhythm } from '../rhythm/index.ts';
import {
  askClosing,
  askOpening,
  type Begun,
  type Cadence,
  cadenceAsLayer,
  doubled,
  joined,
  leadOf,
  mendsOf,
  missOf,
  readSizes,
  recutsOf,
  sayCadence,
  sayMiss,
  saySections,
  sayUnit,
  sayUnits,
  solve,
  startOf,
  USUAL_QUESTION,
  USUAL_WORDS,
  unitsOf,
  usualTable,
  wordsFor,
  writeSizes,
} from './index.ts';

const SIXTEEN = cycleFromSpans('1x16');
const FIVES: Cadence = { sizes: [5, 5, 5], gaps: [1, 1], parts: 4, landing: 'on-last' };

const cadence: fc.Arbitrary<Cadence> = fc
  .array(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 5 })
  .chain((sizes) =>
    fc.record({
      sizes: fc.constant(sizes),
      gaps: fc.array(fc.integer({ min: 0, max: 6 }), {
        minLength: sizes.length - 1,
        maxLength: sizes.length - 1,
      }),
      parts: fc.integer({ min: 1, max: 6 }),
      landing: fc.constantFrom('on-last' as const, 'after-last' as const),
    }),
  )
  .filter((one) => leadOf(one) > 0);

describe('units', () => {
  it('are said by beat and part, or by pulse where beats are uneven', () => {
    expect(sayUnit(21, unitsOf(cycleFromSpans('1x10'), 4))).toBe('beat 6, second part');
    expect(sayUnit(0, unitsOf(SIXTEEN, 4))).toBe('the one');
    expect(sayUnit(9, unitsOf(cycleFromSpans('2+2+3'), 2))).toBe('pulse 5, second part');
    expect(unitsOf(cycleFromSpans('4x4'), 5)).toMatchObject({
      counts: 4,
      perTurn: 20,
      unit: { num: 4, den: 5 },
    });
  });
});

describe('does mine land', () => {
  it('says how far it is off, and mends what misses by one', () => {
    const begun = { cadence: { ...FIVES, gaps: [1, 2] }, at: 48 };
    expect(sayMiss(missOf(SIXTEEN, begun))).toBe('It ends one unit late, on beat 1, second part.');
    const mends = mendsOf(SIXTEEN, begun);
    expect(mends[0]?.text).toBe('Start on beat 12, fourth part.');
    expect(mends.map((mend) => mend.text)).toContain('The last gap one unit shorter: 1.');
    expect(mends.map((mend) => mend.text)).toContain('The last phrase one unit shorter: 4.');
    expect(mends.map((mend) => mend.text)).toContain(
      'Leave out the first unit of the first phrase.',
    );
    expect(sayMiss(missOf(SIXTEEN, { cadence: FIVES, at: 48 }))).toBe('It lands on the one.');
    expect(mendsOf(SIXTEEN, { cadence: FIVES, at: 48 })).toEqual([]);
  });

  it('begins later what ends early, and leaves nothing out of it', () => {
    const told = mendsOf(SIXTEEN, { cadence: FIVES, at: 47 }).map(({ text, cost }) => [text, cost]);
    expect(told[0]).toEqual(['Start on beat 13.', 1]);
    expect(told.join()).not.toContain('Leave out');
    const late = mendsOf(SIXTEEN, { cadence: FIVES, at: 50 });
    expect(late.find(({ text }) => text.startsWith('Leave out'))).toEqual({
      text: 'Leave out the first two units of the first phrase.',
      begun: { cadence: { ...FIVES, sizes: [3, 5, 5] }, at: 50 },
      cost: 3.5,
    });
  });

  it('at another speed is no mend at its own, and only where it lands', () => {
    const speeds = (begun: Begun) =>
      mendsOf(SIXTEEN, begun).flatMap(({ text, begun: { cadence } }) =>
        text.startsWith('At ') ? [[text, cadence.parts]] : [],
      );
    // Twelve units with none between: at three parts it would fill four beats, at four three.
    const three: Cadence = { sizes: [4, 4, 4], gaps: [0, 0], parts: 3, landing: 'after-last' };
    expect(speeds({ cadence: three, at: 39 })).toEqual([
      ['At 4 parts a beat it lands as it is.', 4],
    ]);
  });

  it('every mend lands, and none costs less than one before it', () => {
    fc.assert(
      fc.property(cadence, fc.nat({ max: 40 }), (one, at) => {
        const perTurn = unitsOf(SIXTEEN, one.parts).perTurn;
        const mends = mendsOf(SIXTEEN, { cadence: one, at: at % perTurn });
        mends.forEach((mend, index) => {
          expect(missOf(SIXTEEN, mend.begun).off).toBe(0);
          expect(mend.cost).toBeGreaterThanOrEqual(mends[index - 1]?.cost ?? 0);
          expect(Math.min(...mend.begun.cadence.sizes)).toBeGreaterThan(0);
        });
        if (missOf(SIXTEEN, { cadence: one, at: at % perTurn }).off !== 0) {
          expect(mends.length).toBeGreaterThan(0);
        }
      }),
    );
  });

  it('is told for each speed where it starts, and whether it lands from the same place', () => {
    const recuts = recutsOf(SIXTEEN, { cadence: FIVES, at: 48 });
    expect(recuts.map((one) => one.parts)).toEqual([4, 8, 16, 3, 5, 6, 7, 9]);
    expect(recuts[0]).toMatchObject({ start: 'beat 13', landsFromHere: true });
    expect(recuts[1]).toMatchObject({ start: 'beat 15', landsFromHere: false });
    // In threes: sixteen units before the one are five beats and a part.
    expect(recuts[3]).toMatchObject({ start: 'beat 11, third part', landsFromHere: false });
  });

  it('is typed as sizes with gaps in brackets, and written so', () => {
    expect(readSizes('5 (1) 5 (1) 5')).toMatchObject({ sizes: [5, 5, 5], gaps: [1, 1] });
    expect(readSizes('7+5 + 3')).toMatchObject({ sizes: [7, 5, 3], gaps: [0, 0] });
    const wrong = (text: string) => readSizes(text);
    expect(wrong('')).toMatchObject({ ok: false });
    expect(wrong('(2) 5')).toMatchObject({ message: expect.stringContaining('before a phrase') });
    expect(wrong('5 (1)')).toMatchObject({ message: expect.stringContaining('at the end') });
    expect(wrong('5 x')).toMatchObject({ message: expect.stringContaining('“x” is not a size') });
    expect(wrong('0')).toMatchObject({ ok: false });
    fc.assert(
      fc.property(cadence, (one) => {
        expect(readSizes(writeSizes(one))).toMatchObject({ sizes: one.sizes, gaps: one.gaps });
      }),
    );
  });
});

describe('words', () => {
  it('shrink from the front, or from the end', () => {
    const shrinking = { ...FIVES, sizes: [5, 4, 3], gaps: [0, 1] };
    const said = (change = {}) =>
      sayUnits(shrinking, { ...USUAL_WORDS, ...change }).map((one) => one.text ?? '.');
    expect(said().join(' ')).toBe('ta di gi na thom di gi na thom . gi na tam');
    expect(said({ shrinks: 'from the end', gaps: 'held', landing: '' }).join(' ')).toBe(
      'ta di gi na thom ta di gi na – ta di gi',
    );
  });

  it('are made for any size in any system, one for each unit', () => {
    expect(wordsFor(11, 'spoken-drum').join(' ')).toBe('ta ka di mi ta ka di mi ta ki ta');
    expect(wordsFor(5, 'ta-ka-di-mi').join(' ')).toBe('ta ka di mi ti');
    expect(wordsFor(7, 'ta-ka-di-mi').join(' ')).toBe('ta ka di mi ta ki da');
    expect(wordsFor(7, 'plain').join(' ')).toBe('1 e & a 2 & a');
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.constantFrom(
          'plain' as const,
          'la-li' as const,
          'ta-ka-di-mi' as const,
          'running' as const,
        ),
        (size, counting) => {
          expect(wordsFor(size, counting)).toHaveLength(size);
        },
      ),
    );
  });

  it('land on one unit, which is on the one', () => {
    fc.assert(
      fc.property(cadence, (one) => {
        const said = sayUnits(one, USUAL_WORDS);
        const lands = said.filter((unit) => unit.lands);
        expect(lands).toHaveLength(1);
        expect(lands[0]).toMatchObject({ unit: leadOf(one), text: 'tam' });
        expect(said.map((unit) => unit.unit)).toEqual(said.map((_, index) => index));
      }),
    );
  });

  it('at double speed are twice as many in the same time', () => {
    fc.assert(
      fc.property(cadence, (one) => {
        const twice = doubled(one);
        expect(leadOf(twice) / twice.parts).toBe(leadOf(one) / one.parts);
        if (one.landing === 'after-last') {
          expect(sayUnits(twice, USUAL_WORDS)).toHaveLength(
            2 * (sayUnits(one, USUAL_WORDS).length - 1) + 1,
          );
        }
      }),
    );
  });
});

describe('a cadence as a layer', () => {
  const drum = findInstrument('barrel-drum');
  if (!drum) throw new Error('no drum');

  it('is whole turns, and its landing is on a one', () => {
    fc.assert(
      fc.property(cadence, fc.constantFrom('1x16', '2+2+3', '4x4'), (one, spans) => {
        const cycle = cycleFromSpans(spans);
        const said = sayUnits(one, USUAL_WORDS);
        const syllables = [...new Set(said.flatMap((unit) => unit.text ?? []))];
        const table = usualTable(syllables, drum);
        const codes = drum.strokes.map((stroke) => stroke.code);
        expect(Object.values(table).every((code) => codes.includes(code))).toBe(true);
        const made = cadenceAsLayer({
          cycle,
          cadence: one,
          said,
          instrument: drum,
          table,
          name: 'Landing',
          before: 1,
        });
        if (!made.ok) return;
        const rhythm = {
          id: 'x',
          name: 'x',
          cycle,
          layers: [made.layer],
          tempo: { bpm: 60, per: 1 },
          target: 60,
          tags: [],
        };
        expect(checkRhythm(rhythm)).toMatchObject({ ok: true });
        const timed = timeRhythm(rhythm);
        if (!timed.ok) throw new Error(timed.message);
        const [grid] = timed.timing.layers;
        const loud = made.layer.strokes.filter((stroke) => stroke.force === 4);
        expect(loud).toHaveLength(1);
        expect(grid?.startTicks[loud[0]?.slot ?? -1]).toBe(made.turns * timed.timing.turnTicks);
      }),
    );
  });

  it('is refused where a beat has too many slots', () => {
    const said = sayUnits(FIVES, USUAL_WORDS);
    const cycle = cycleFromSpans('9+7');
    const asked = { cycle, said, instrument: drum, table: {}, name: 'x' };
    expect(cadenceAsLayer({ ...asked, cadence: { ...FIVES, parts: 9 } })).toMatchObject({
      ok: false,
      message: expect.stringContaining('at most 64 slots'),
    });
  });
});

describe('sections', () => {
  const closing: Cadence = { ...FIVES };

  it('are one sum, each solved with the other fixed', () => {
    const question = { ...USUAL_QUESTION, shapes: ['shrinking' as const], turns: 3 };
    const asked = askOpening(question, { closing, between: 2 });
    const [opening] = solve(SIXTEEN, asked).take(0, 1);
    if (!opening) throw new Error('no opening');
    const whole = joined({ opening, closing, between: 2 });
    const units = unitsOf(SIXTEEN, 4);
    expect(startOf(whole, units)).toEqual(startOf(opening, units));
    expect(saySections(SIXTEEN, { opening, closing, between: 2 }).at(-1)).toMatch(
      /^Together \d+ \+ 2 \+ 17 = \d+ units over one turn: start on/,
    );
    const at = startOf(opening, units).unit;
    const back = askClosing(SIXTEEN, { ...USUAL_QUESTION, turns: 3 }, { opening, between: 2 }, at);
    const found = solve(SIXTEEN, back);
    const sizes = found.take(0, found.found).map((one) => writeSizes(one));
    expect(sizes).toContain('5 (1) 5 (1) 5');
  });
});

describe('a cadence of one unit', () => {
  it('starts where it lands, on the one', () => {
    const cadence = { sizes: [1], gaps: [], parts: 4, landing: 'on-last' as const };
    const units = unitsOf(SIXTEEN, 4);
    expect(startOf(cadence, units)).toEqual({ unit: 0, turns: 0 });
    expect(sayCadence(cadence, units)).toBe('1, 1 unit: start on the one.');
    expect(missOf(SIXTEEN, { cadence, at: 0 }).off).toBe(0);
    expect(startOf({ ...cadence, landing: 'after-last' }, units).unit).toBe(units.perTurn - 1);
  });
});

describe('mends', () => {
  it('are each another cadence or another start', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 0, max: 4 }),
        fc.nat({ max: 63 }),
        (sizes, gap, at) => {
          const gaps = sizes.slice(1).map(() => gap);
          const cadence = { sizes, gaps, parts: 4, landing: 'on-last' as const };
          const keys = mendsOf(SIXTEEN, { cadence, at: at % unitsOf(SIXTEEN, 4).perTurn }).map(
            ({ begun }) => `${begun.at} ${JSON.stringify(begun.cadence)}`,
          );
          expect(new Set(keys).size).toBe(keys.length);
        },
      ),
    );
  });

  it('say far places in words that are English', () => {
    expect(sayUnit(20, unitsOf(cycleFromSpans('32'), 32))).toBe('beat 1, 21st part');
  });
});
