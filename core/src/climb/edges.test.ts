import { describe, expect, it } from 'vitest';
import { rational } from '../time/index.ts';
import {
  type ClimbEvent,
  type ClimbState,
  ladderMinutes,
  ladderProblem,
  nextClimb,
  rungs,
  type Step,
} from './index.ts';

const PLAN = { passes: [2, 2, 2] };
type Plain = Exclude<ClimbEvent['type'], 'judged'>;
const go = (state: ClimbState, ...events: readonly Plain[]) =>
  events.reduce((now, type) => nextClimb(now, { type }, PLAN), state);
const counting = (rung: number): ClimbState => ({
  status: 'counting-in',
  rung,
  staying: false,
  tries: 0,
});
const playing = (rung: number, pass: number, staying = false): ClimbState => ({
  status: 'playing',
  rung,
  pass,
  staying,
  tries: 0,
});

describe('a climb at its ends', () => {
  it('starts where it is told, inside the ladder', () => {
    const start = (rung?: number) =>
      nextClimb(
        { status: 'stopped', rung: 0 },
        { type: 'start', ...(rung === undefined ? {} : { rung }) },
        PLAN,
      );
    expect([start(), start(2), start(9), start(-1)]).toEqual([
      counting(0),
      counting(2),
      counting(2),
      counting(0),
    ]);
  });

  it('goes up and down by a rung, and not over the ends', () => {
    expect(go(playing(0, 1), 'up')).toEqual(counting(1));
    expect(go(playing(1, 2), 'up')).toEqual(counting(2));
    expect(go(playing(2, 1), 'up')).toEqual(playing(2, 1));
    expect(go(playing(2, 1), 'down')).toEqual(counting(1));
    expect(go(playing(1, 1), 'down')).toEqual(counting(0));
    expect(go(playing(0, 1), 'down')).toEqual(playing(0, 1));
    expect(go(counting(0), 'down')).toEqual(counting(0));
    expect(go(counting(1), 'down')).toEqual(counting(0));
  });

  it('goes up by itself after the passes, and has reached the tempo after those of the last rung', () => {
    expect(go(playing(0, 1), 'pass-ended')).toEqual(playing(0, 2));
    expect(go(playing(0, 2), 'pass-ended')).toEqual(counting(1));
    expect(go(playing(1, 2), 'pass-ended')).toEqual(counting(2));
    expect(go(playing(2, 1), 'pass-ended')).toEqual(playing(2, 2));
    expect(go(playing(2, 2), 'pass-ended')).toEqual({ status: 'reached', rung: 2 });
  });

  it('stays until it is asked again, and then owes no more passes than there are', () => {
    expect(go(playing(0, 1), 'stay')).toEqual(playing(0, 1, true));
    expect(go(playing(0, 2), 'stay', 'pass-ended', 'pass-ended')).toEqual(playing(0, 4, true));
    expect(go(playing(0, 4, true), 'stay')).toEqual(playing(0, 2));
    expect(go(playing(0, 1, true), 'stay')).toEqual(playing(0, 1));
    expect(go(counting(1), 'stay')).toEqual({ ...counting(1), staying: true });
    expect(go(counting(1), 'stay', 'stay')).toEqual(counting(1));
    expect(go(counting(1), 'stay', 'counted-in')).toEqual(playing(1, 1, true));
  });

  it('takes no notice of what has no meaning in a state', () => {
    expect(go(playing(0, 2), 'counted-in')).toEqual(playing(0, 2));
    expect(go(counting(0), 'pass-ended')).toEqual(counting(0));
    const reached: ClimbState = { status: 'reached', rung: 2 };
    const stopped: ClimbState = { status: 'stopped', rung: 1 };
    for (const type of ['counted-in', 'pass-ended', 'up', 'down', 'stay', 'stop'] as const) {
      expect(go(reached, type)).toBe(reached);
      expect(go(stopped, type)).toBe(stopped);
    }
    expect(go(playing(1, 1), 'stop')).toEqual(stopped);
    expect(go(counting(1), 'stop')).toEqual(stopped);
  });
});

describe('rungs', () => {
  const tempos = (from: number, to: number, kind: Step['kind'], value: number) =>
    rungs({ from, to, step: { kind, value } });

  it('end on the target, without one nearer to it than half a step', () => {
    expect(tempos(60, 92, 'percent', 5)).toEqual([60, 63, 66, 69, 73, 77, 80, 84, 89, 92]);
    expect(tempos(60, 80, 'bpm', 5)).toEqual([60, 65, 70, 75, 80]);
    expect(tempos(60, 82, 'bpm', 5)).toEqual([60, 65, 70, 75, 82]);
    expect(tempos(60, 82.5, 'bpm', 5)).toEqual([60, 65, 70, 75, 80, 82.5]);
    expect(tempos(60, 61, 'bpm', 5)).toEqual([60, 61]);
    expect(tempos(60, 60, 'bpm', 5)).toEqual([60]);
    expect(tempos(80, 60, 'bpm', 5)).toEqual([60]);
    expect(tempos(100, 109, 'percent', 10)).toEqual([100, 109]);
    expect(tempos(100, 116, 'percent', 10)).toEqual([100, 110, 116]);
    expect(tempos(100, 115, 'percent', 10)).toEqual([100, 115]);
  });

  it('of a step that is too small to be told are each there once', () => {
    expect(tempos(20, 23, 'percent', 1)).toEqual([20, 21, 22, 23]);
    expect(tempos(60, 70, 'bpm', 0)).toEqual([70]);
    expect(tempos(60.6, 61, 'bpm', 0.2)).toEqual([61]);
  });

  it('add up to the minutes of the whole, with what is counted in', () => {
    const ladder = { from: 60, to: 120, step: { kind: 'bpm', value: 60 }, passes: 2 } as const;
    // 2 × 16 pulses at 60 and at 120 for 4: 8 s and 4 s.
    expect(ladderMinutes(ladder, rational(16), 4)).toBeCloseTo(12 / 60, 12);
    expect(ladderMinutes(ladder, rational(16), 4, 16)).toBeCloseTo(18 / 60, 12);
  });
});

describe('a ladder that cannot be climbed', () => {
  const ladder = { from: 60, to: 90, step: { kind: 'percent', value: 5 }, passes: 2 } as const;
  const say = (change: Partial<Parameters<typeof ladderProblem>[0]>) =>
    ladderProblem({ ...ladder, ...change });

  it('is told why, and the ends of its ranges can be', () => {
    expect(say({})).toBeUndefined();
    expect(say({ from: 10 })).toBeUndefined();
    expect(say({ from: 400, to: 400 })).toBeUndefined();
    expect(say({ from: 10, to: 10 })).toBeUndefined();
    expect(say({ from: 9 })).toBe('Start between 10 and 400 beats a minute.');
    expect(say({ from: 401 })).toBe('Start between 10 and 400 beats a minute.');
    expect(say({ from: Number.NaN })).toBe('Start between 10 and 400 beats a minute.');
    expect(say({ to: 401 })).toBe('The tempo to reach lies between 10 and 400.');
    expect(say({ to: 9 })).toBe('The tempo to reach lies between 10 and 400.');
    expect(say({ to: 59 })).toBe(
      'The tempo to reach (59) is slower than the start (60); a climb goes up.',
    );
    expect(say({ to: 60 })).toBeUndefined();
    for (const value of [1, 25]) expect(say({ step: { kind: 'percent', value } })).toBeUndefined();
    for (const seconds of [5, 600]) expect(say({ seconds })).toBeUndefined();
    for (const seconds of [4, 601, Number.NaN]) {
      expect(say({ seconds })).toBe('Play each rung for 5 to 600 seconds.');
    }
    for (const value of [1, 40]) expect(say({ step: { kind: 'bpm', value } })).toBeUndefined();
    for (const value of [0, 26, Number.NaN]) {
      expect(say({ step: { kind: 'percent', value } })).toBe('A step lies between 1 and 25%.');
    }
    for (const value of [0.5, 41]) {
      expect(say({ step: { kind: 'bpm', value } })).toBe(
        'A step lies between 1 and 40 beats a minute.',
      );
    }
    for (const passes of [1, 32]) expect(say({ passes })).toBeUndefined();
    for (const passes of [0, 33, 1.5])
      expect(say({ passes })).toBe('Play each rung 1 to 32 times.');
  });
});
