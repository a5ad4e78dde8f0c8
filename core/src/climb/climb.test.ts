import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rational } from '../time/index.ts';
import {
  type ClimbEvent,
  type ClimbState,
  ladderMinutes,
  ladderProblem,
  nextClimb,
  rungs,
} from './index.ts';

const percent = (value: number) => ({ kind: 'percent', value }) as const;

describe('rungs', () => {
  it('climbs as section 8 says', () => {
    expect(rungs({ from: 60, to: 92, step: percent(5) })).toEqual([
      60, 63, 66, 69, 73, 77, 80, 84, 89, 92,
    ]);
  });

  it('leaves out a rung nearer to the target than half a step', () => {
    expect(rungs({ from: 72, to: 104, step: percent(4) })).toEqual([
      72, 75, 78, 81, 84, 88, 91, 95, 99, 104,
    ]);
    expect(rungs({ from: 60, to: 81, step: { kind: 'bpm', value: 10 } })).toEqual([60, 70, 81]);
  });

  it('always ends on the target and always rises', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 400 }),
        fc.integer({ min: 0, max: 300 }),
        fc.integer({ min: 1, max: 25 }),
        fc.constantFrom('percent' as const, 'bpm' as const),
        (from, more, value, kind) => {
          const to = Math.min(400, from + more);
          const tempos = rungs({ from, to, step: { kind, value } });
          expect(tempos.at(-1)).toBe(to);
          if (to > from) expect(tempos[0]).toBe(from);
          for (const [at, tempo] of tempos.entries()) {
            if (at > 0) expect(tempo).toBeGreaterThan(tempos[at - 1] ?? 0);
          }
        },
      ),
    );
  });
});

describe('minutes', () => {
  it('are passes × length ÷ tempo', () => {
    const ladder = { from: 60, to: 60, step: percent(5), passes: 4 };
    // Four passes of sixteen pulses, four pulses a beat, sixty beats a minute: sixteen seconds.
    expect(ladderMinutes(ladder, rational(16), 4)).toBeCloseTo(16 / 60, 10);
    expect(ladderMinutes(ladder, rational(16), 4, 16)).toBeCloseTo(20 / 60, 10);
  });
});

describe('problems', () => {
  it('says what to change', () => {
    const good = { from: 60, to: 92, step: percent(5), passes: 2 };
    expect(ladderProblem(good)).toBeUndefined();
    expect(ladderProblem({ ...good, from: 0 })).toContain('between 10 and 400');
    expect(ladderProblem({ ...good, to: 50 })).toContain('slower than the start');
    expect(ladderProblem({ ...good, step: percent(0) })).toContain('A step lies');
    expect(ladderProblem({ ...good, passes: 1.5 })).toContain('1 to 32 times');
    expect(ladderProblem({ ...good, from: Number.NaN })).toBeDefined();
  });
});

describe('nextClimb', () => {
  const plan = { passes: [2, 2, 2] };
  const run = (events: readonly ClimbEvent['type'][], from: ClimbState = { status: 'ready' }) =>
    events.reduce<ClimbState>(
      (state, type) => nextClimb(state, { type } as ClimbEvent, plan),
      from,
    );

  it('counts in, plays its passes, goes up by itself and reaches the target', () => {
    expect(run(['start'])).toEqual({
      status: 'counting-in',
      rung: 0,
      staying: false,
      tries: 0,
    });
    expect(run(['start', 'counted-in', 'pass-ended'])).toMatchObject({ rung: 0, pass: 2 });
    expect(run(['start', 'counted-in', 'pass-ended', 'pass-ended'])).toMatchObject({
      status: 'counting-in',
      rung: 1,
    });
    const rung = ['counted-in', 'pass-ended', 'pass-ended'] as const;
    expect(run(['start', ...rung, ...rung, ...rung])).toEqual({ status: 'reached', rung: 2 });
  });

  it('stays when asked, until asked again', () => {
    const staying = run(['start', 'counted-in', 'stay', 'pass-ended', 'pass-ended', 'pass-ended']);
    expect(staying).toMatchObject({ status: 'playing', rung: 0, pass: 4, staying: true });
    expect(run(['stay', 'pass-ended'], staying)).toMatchObject({ status: 'counting-in', rung: 1 });
    expect(run(['stay', 'counted-in', 'pass-ended', 'pass-ended'], run(['start']))).toMatchObject({
      rung: 0,
      pass: 3,
    });
  });

  it('goes up, down and stops by key, and never leaves the ladder', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.constantFrom<ClimbEvent['type']>(
            'start',
            'counted-in',
            'pass-ended',
            'up',
            'down',
            'stay',
            'stop',
          ),
        ),
        (events) => {
          const state = run(events);
          if (state.status === 'ready') return;
          expect(state.rung).toBeGreaterThanOrEqual(0);
          expect(state.rung).toBeLessThan(plan.passes.length);
        },
      ),
    );
    expect(run(['start', 'up', 'up', 'up'])).toMatchObject({ rung: 2 });
    expect(run(['start', 'down'])).toMatchObject({ rung: 0 });
    expect(run(['start', 'stop', 'up'])).toEqual({ status: 'stopped', rung: 0 });
  });
});
