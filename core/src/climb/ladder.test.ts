import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rational } from '../time/index.ts';
import {
  type ClimbEvent,
  type ClimbState,
  LADDER_LIMITS,
  type Ladder,
  ladderMinutes,
  ladderProblem,
  nextClimb,
  rungs,
} from './index.ts';

const ladder: fc.Arbitrary<Ladder> = fc
  .record({
    from: fc.integer({ min: 30, max: 200 }),
    more: fc.integer({ min: 0, max: 150 }),
    percent: fc.boolean(),
    value: fc.integer({ min: 1, max: 25 }),
    passes: fc.integer({ min: 1, max: 8 }),
  })
  .map(({ from, more, percent, value, passes }) => ({
    from,
    to: from + more,
    step: { kind: percent ? ('percent' as const) : ('bpm' as const), value },
    passes,
  }));

describe('any ladder', () => {
  it('can be climbed: it begins where it is told, rises, and its steps are small', () => {
    fc.assert(
      fc.property(ladder, (one) => {
        expect(ladderProblem(one)).toBeUndefined();
        const tempos = rungs(one);
        expect(tempos.at(-1)).toBe(one.to);
        if (one.to > one.from) expect(tempos[0]).toBe(one.from);
        tempos.forEach((tempo, index) => {
          const before = tempos[index - 1];
          if (before === undefined) return;
          expect(tempo).toBeGreaterThan(before);
          const step =
            one.step.kind === 'percent' ? (before * one.step.value) / 100 : one.step.value;
          // Rounding, and a last rung that takes up half of the step that was left out.
          const half = one.step.kind === 'percent' ? 0.5 + one.step.value / 200 : 0.5;
          expect(tempo - before).toBeLessThanOrEqual(step * (1 + half) + 2);
        });
      }),
    );
  });

  it('takes longer with more passes, and shorter from a higher start', () => {
    fc.assert(
      fc.property(ladder, (one) => {
        const minutes = ladderMinutes(one, rational(16), 4);
        expect(minutes).toBeGreaterThan(0);
        expect(ladderMinutes({ ...one, passes: one.passes * 2 }, rational(16), 4)).toBeCloseTo(
          minutes * 2,
          9,
        );
        expect(ladderMinutes(one, rational(16), 4, 8)).toBeGreaterThan(minutes);
        expect(ladderMinutes({ ...one, from: one.to }, rational(16), 4)).toBeLessThanOrEqual(
          minutes,
        );
      }),
    );
  });

  it('is refused outside its ranges, with what to change', () => {
    const base: Ladder = { from: 60, to: 92, step: { kind: 'percent', value: 5 }, passes: 2 };
    const said = (change: Partial<Ladder>) => ladderProblem({ ...base, ...change });
    expect(said({})).toBeUndefined();
    expect(said({ from: 5 })).toContain('Start between');
    expect(said({ to: 999 })).toContain('to reach lies between');
    expect(said({ to: 50 })).toContain('a climb goes up');
    expect(said({ passes: 0 })).toContain('1 to 32 times');
    expect(said({ passes: 1.5 })).toContain('1 to 32 times');
    expect(said({ step: { kind: 'bpm', value: LADDER_LIMITS.bpm.max + 1 } })).toContain('A step');
    expect(said({ from: Number.NaN })).toContain('Start between');
  });
});

describe('a climb', () => {
  const events: fc.Arbitrary<ClimbEvent> = fc.oneof(
    fc.constantFrom(
      { type: 'counted-in' } as const,
      { type: 'pass-ended' } as const,
      { type: 'up' } as const,
      { type: 'down' } as const,
      { type: 'stay' } as const,
    ),
    fc.constant({ type: 'start' } as const),
  );
  const plan = { passes: [2, 2, 2, 2, 2] };

  it('never leaves its ladder, and never goes up while it is asked to stay', () => {
    fc.assert(
      fc.property(fc.array(events, { maxLength: 60 }), (all) => {
        let state: ClimbState = { status: 'ready' };
        for (const event of all) {
          const before = state;
          state = nextClimb(state, event, plan);
          if (state.status === 'ready') continue;
          expect(state.rung).toBeGreaterThanOrEqual(0);
          expect(state.rung).toBeLessThan(plan.passes.length);
          if (before.status === 'playing' && before.staying && event.type === 'pass-ended') {
            expect(state).toMatchObject({ status: 'playing', rung: before.rung });
          }
          if (before.status !== 'ready' && event.type !== 'start') {
            expect(Math.abs(state.rung - before.rung)).toBeLessThanOrEqual(1);
          }
        }
      }),
    );
  });

  it('left alone reaches its tempo after every pass of every rung', () => {
    let state = nextClimb({ status: 'ready' }, { type: 'start' }, plan);
    let passes = 0;
    while (state.status !== 'reached') {
      state = nextClimb(
        state,
        { type: state.status === 'counting-in' ? 'counted-in' : 'pass-ended' },
        plan,
      );
      if (state.status === 'playing') passes += 1;
      if (passes > 99) throw new Error('it never arrives');
    }
    expect(passes).toBe(10);
    expect(state.rung).toBe(plan.passes.length - 1);
  });

  it('stopped or reached, only a start sets it going again', () => {
    for (const status of ['stopped', 'reached'] as const) {
      const still: ClimbState = { status, rung: 2 };
      for (const type of ['up', 'down', 'stay', 'pass-ended', 'counted-in'] as const) {
        expect(nextClimb(still, { type }, plan)).toBe(still);
      }
      expect(nextClimb(still, { type: 'start', rung: 3 }, plan)).toMatchObject({
        status: 'counting-in',
        rung: 3,
      });
    }
  });
});
