import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { timeRhythm } from '../rhythm/index.ts';
import { timed } from '../text/timed.testkit.ts';
import {
  CLICK_LAYER,
  CLICKS,
  type ClickOn,
  type ClickPlan,
  isHeard,
  scoreRhythm,
  turnsOfReturn,
  withClick,
  withCompany,
} from './index.ts';

const { rhythm, timing } = timed(
  'rhythm A\ncycle 3+3+2\nlayer B : claves\nplay X . . / X . . / X . | X . . / . X . / . X\nlayer D : goblet drum\nplay D k t / T k t / O k | D k t / T k t / O k',
);
const [bell, drum] = rhythm.layers.map(({ id }) => id);
const score = scoreRhythm(rhythm, timing);

/** The pulses that are clicked over the two turns, from 0. */
function clicks(plan: Partial<ClickPlan> & Pick<ClickPlan, 'on'>, firstTurn = 0) {
  const made = withClick(score, rhythm.cycle, { level: 1, ...plan }, firstTurn);
  return made.events
    .filter(({ layer }) => layer === CLICK_LAYER)
    .map(({ ticks }) => ticks / made.ticksPerPulse);
}

describe('the click', () => {
  it.each<[Partial<ClickPlan> & Pick<ClickPlan, 'on'>, readonly number[]]>([
    [{ on: 'beats' }, [0, 3, 6, 8, 11, 14]],
    [{ on: 'one' }, [0, 8]],
    [{ on: 'off' }, [1.5, 4.5, 7, 9.5, 12.5, 15]],
    [{ on: 'half' }, [0, 6, 11]],
    [{ on: 'quarter' }, [0, 11]],
    [{ on: 'chosen', beats: [1, 2] }, [3, 6, 11, 14]],
    [{ on: 'chosen' }, []],
    [
      { on: 'parts', count: 3 },
      [0, 1, 2, 3, 4, 5, 6, 20 / 3, 22 / 3, 8, 9, 10, 11, 12, 13, 14, 44 / 3, 46 / 3],
    ],
    [{ on: 'pulses', count: 5 }, [0, 1.6, 3.2, 4.8, 6.4, 8, 9.6, 11.2, 12.8, 14.4]],
    [{ on: 'line', line: bell ?? '' }, [0, 3, 6, 8, 12, 15]],
    [{ on: 'beats', silent: { on: 1, off: 1 } }, [0, 3, 6]],
    [{ on: 'line', line: bell ?? '', silent: { on: 1, off: 1 } }, [0, 3, 6]],
  ])('on %j', (plan, pulses) => {
    const found = clicks(plan);
    expect(found).toHaveLength(pulses.length);
    found.forEach((pulse, at) => {
      expect(pulse).toBeCloseTo(pulses[at] ?? -1, 9);
    });
  });

  it('counts its silent turns and its second beats on from the turn it begins with', () => {
    expect(clicks({ on: 'half' }, 1)).toEqual([3, 8, 14]);
    expect(clicks({ on: 'beats', silent: { on: 1, off: 1 } }, 1)).toEqual([8, 11, 14]);
  });

  it('has a level, and tells the one from beats and parts', () => {
    const made = withClick(score, rhythm.cycle, { on: 'parts', count: 2, level: 0.4 });
    const some = made.events.filter(({ layer }) => layer === CLICK_LAYER).slice(0, 4);
    expect(some.map(({ sound, gain }) => [sound.kind, gain])).toEqual([
      ['strong', 0.4],
      ['second', 0.4],
      ['plain', 0.4],
      ['second', 0.4],
    ]);
  });

  it('between the parts of a score makes all of its grid finer', () => {
    const made = withClick(score, rhythm.cycle, { on: 'pulses', count: 5, level: 1 });
    // Eight pulses in five: each pulse in five parts.
    expect(made.ticksPerPulse).toBe(score.ticksPerPulse * 5);
    expect(made.turnTicks).toBe(score.turnTicks * 5);
    expect(made.lengthTicks).toBe(score.lengthTicks * 5);
    const ticks = made.events.map((event) => event.ticks);
    expect(ticks).toEqual(ticks.toSorted((a, b) => a - b));
    const choked = { ...score, events: score.events.map((one) => ({ ...one, dampTicks: 2 })) };
    const all = withClick(choked, rhythm.cycle, { on: 'pulses', count: 5, level: 1 }).events;
    expect(new Set(all.map(({ dampTicks }) => dampTicks))).toEqual(new Set([10, undefined]));
  });

  it('never moves what is played', () => {
    fc.assert(
      fc.property(
        arbitraryRhythm,
        fc.constantFrom(...(Object.keys(CLICKS) as ClickOn[])),
        fc.integer({ min: 2, max: 9 }),
        (any, on, count) => {
          const result = timeRhythm(any);
          fc.pre(result.ok);
          if (!result.ok) return;
          const before = scoreRhythm(any, result.timing);
          const after = withClick(before, any.cycle, {
            on,
            count,
            level: 1,
            line: any.layers[0]?.id,
          });
          const played = (one: typeof before) =>
            one.events
              .filter(({ layer }) => layer !== CLICK_LAYER)
              .map(({ ticks, sound }) => [(ticks / one.ticksPerPulse).toFixed(9), sound.kind]);
          expect(played(after)).toEqual(played(before));
          expect(after.lengthTicks / after.ticksPerPulse).toBe(
            before.lengthTicks / before.ticksPerPulse,
          );
          const clicked = after.events.filter(({ layer }) => layer === CLICK_LAYER);
          expect(clicked.every(({ ticks }) => Number.isInteger(ticks))).toBe(true);
        },
      ),
    );
  });
});

describe('what comes and goes', () => {
  const heard = (coming: Parameters<typeof isHeard>[0], turns: number) =>
    Array.from({ length: turns }, (_, turn) => (isHeard(coming, turn) ? 'x' : '.')).join('');

  it('is heard by its plan, and for longer and longer silent where it grows', () => {
    expect(heard(undefined, 3)).toBe('xxx');
    expect(heard({ on: 2, off: 1 }, 7)).toBe('xx.xx.x');
    expect(heard({ on: 1, off: 1, grows: true }, 10)).toBe('x.x..x...x');
    expect(turnsOfReturn({ on: 1, off: 1, grows: true }, 0, 10)).toEqual([2, 5, 9]);
    expect(turnsOfReturn({ on: 2, off: 2 }, 3, 3)).toEqual([4]);
    expect(turnsOfReturn(undefined, 0, 5)).toEqual([]);
  });

  it('drops a layer out of its turns alone', () => {
    const made = withCompany(score, new Map([[bell ?? '', { on: 1, off: 1 }]]));
    const of = (id: string | undefined) => made.events.filter(({ layer }) => layer === id);
    expect(of(bell).map(({ ticks }) => ticks)).toEqual([0, 3, 6]);
    expect(of(drum)).toHaveLength(16);
    expect(withCompany(score, new Map())).toBe(score);
  });
});
