import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { rational, toNumber } from '../time/index.ts';
import { formOf, RHYTHMS } from './fixture.testkit.ts';
import {
  arriveAt,
  bpmOf,
  exactly,
  isByEar,
  layOut,
  nearestByEar,
  relationOf,
  sayChange,
} from './index.ts';

const walk = cycleFromSpans('3+3+2');
const seven = cycleFromSpans('2+2+3');
const from72 = exactly({ bpm: 72, per: 3 });

describe('a relation', () => {
  it('is exact: three beats become two', () => {
    const { tempo } = arriveAt({ kind: 'ratio', before: 3, now: 2 }, from72, walk, true);
    expect([bpmOf(tempo), tempo.pulse]).toEqual([48, rational(5, 12)]);
    // Three beats of before in the time of two: both take 2.5 s.
    expect((3 * 60) / 72).toBe((2 * 60) / bpmOf(tempo));
    // 72 · 2/3 · 2/3 = 32, where a rounded 48 · 2/3 would be too; 100 · 2/3 has no end and is kept exactly.
    const third = arriveAt(
      { kind: 'ratio', before: 3, now: 2 },
      exactly({ bpm: 100, per: 1 }),
      walk,
      true,
    );
    expect(third.tempo.pulse).toEqual(rational(9, 10));
    const back = arriveAt({ kind: 'ratio', before: 2, now: 3 }, third.tempo, walk, true);
    expect(bpmOf(back.tempo)).toBe(100);
  });

  it('goes on where no fraction is small enough to be kept, and into a beat of another length', () => {
    let tempo = from72;
    for (let change = 0; change < 20; change += 1) {
      tempo = arriveAt({ kind: 'ratio', before: 13, now: 12 }, tempo, walk, true).tempo;
    }
    expect(bpmOf(tempo)).toBeCloseTo(72 * (12 / 13) ** 20, 6);
    const other = arriveAt({ kind: 'ratio', before: 13, now: 12 }, tempo, seven, false).tempo;
    expect([bpmOf(other), other.per]).toEqual([expect.closeTo(72 * (12 / 13) ** 21, 6), 2]);
    const beat = arriveAt({ kind: 'beat' }, tempo, seven, false).tempo;
    expect([bpmOf(beat), beat.per]).toEqual([expect.closeTo(bpmOf(tempo), 6), 2]);
  });

  it('of the same pulse or the same beat keeps that, in another cycle too', () => {
    const pulse = arriveAt({ kind: 'pulse' }, from72, seven, false).tempo;
    expect([bpmOf(pulse), pulse.per, pulse.pulse]).toEqual([108, 2, from72.pulse]);
    const beat = arriveAt({ kind: 'beat' }, from72, seven, false).tempo;
    expect([bpmOf(beat), beat.per]).toEqual([72, 2]);
    expect(arriveAt(undefined, from72, seven, false).tempo).toEqual(pulse);
    expect(bpmOf(arriveAt({ kind: 'at', bpm: 90 }, from72, seven, false).tempo)).toBe(90);
  });

  it('is said as it comes into a section', () => {
    const said = (change: string, cycle = '3+3+2') => {
      const form = formOf(
        `section A\ncycle 3+3+2\nturns 2\nlevel full\nsection B\ncycle ${cycle}\nturns 4\nlevel full\n${change}`,
      );
      const [first, second] = layOut(form, RHYTHMS).spans;
      return first && second && [sayChange(first, undefined), sayChange(second, first)];
    };
    expect(said('')).toEqual(['72 a minute', undefined]);
    const into = (change: string, cycle?: string) => said(change, cycle)?.[1];
    expect(into('change 3 become 2')).toBe('72 to 48, 3 beats become 2');
    expect(into('change to 96')).toBe('72 to 96, at once');
    expect(into('change to 96 over 3')).toBe('72 to 96, over 3 turns');
    expect(into('', '2+2+3')).toBe('72 to 108, same pulse');
    expect(into('change same beat', '2+2+3')).toBe('72 stays, same beat');
  });

  it('beyond what can be played is brought back, and said', () => {
    const fast = arriveAt({ kind: 'ratio', before: 1, now: 6 }, from72, walk, true);
    expect([fast.beyond, bpmOf(fast.tempo)]).toEqual([432, 400]);
    const slow = arriveAt({ kind: 'ratio', before: 8, now: 1 }, from72, walk, true);
    expect([slow.beyond, bpmOf(slow.tempo)]).toEqual([9, 10]);
    expect(arriveAt({ kind: 'at', bpm: 400 }, from72, walk, true).beyond).toBeUndefined();
  });

  it('after a hundred others is still near', () => {
    let tempo = from72;
    for (let turn = 0; turn < 100; turn += 1) {
      const there = { kind: 'ratio', before: 7, now: 5 } as const;
      const back = { kind: 'ratio', before: 5, now: 7 } as const;
      tempo = arriveAt(turn % 2 === 0 ? there : back, tempo, walk, true).tempo;
    }
    expect(bpmOf(tempo)).toBeCloseTo(72, 6);
  });

  it('can be found by ear where its numbers are small, in beats or in pulses', () => {
    const at = (bpm: number, per = 3) => exactly({ bpm, per });
    expect(relationOf(at(84), at(96))).toEqual({ before: 7, now: 8 });
    expect([isByEar(at(84), at(96)), isByEar(at(72), at(96)), isByEar(at(72), at(72))]).toEqual([
      false,
      true,
      true,
    ]);
    // 72 per 3 to 108 per 2: the same pulse.
    expect(isByEar(at(72), at(108, 2))).toBe(true);
    expect(nearestByEar(at(84), at(96))).toEqual({ before: 3, now: 4, bpm: 112 });
    expect(nearestByEar(at(96), at(50))).toEqual({ before: 2, now: 1, bpm: 48 });
  });

  it('that is nearest is never further than any other, and never to stay', () => {
    const bpm = fc.integer({ min: 30, max: 300 });
    fc.assert(
      fc.property(bpm, bpm, (a, b) => {
        const near = nearestByEar(exactly({ bpm: a, per: 1 }), exactly({ bpm: b, per: 1 }));
        const off = (to: number) => Math.abs(Math.log(to / b));
        expect(near.bpm).not.toBe(a);
        for (const [before, now] of [
          [1, 2],
          [2, 3],
          [3, 4],
          [4, 3],
          [3, 2],
          [2, 1],
        ] as const)
          expect(off(near.bpm)).toBeLessThanOrEqual(off((a * now) / before) + 1e-9);
      }),
    );
  });

  it('is as long as the ratio says, whatever it is', () => {
    const small = fc.integer({ min: 1, max: 6 });
    fc.assert(
      fc.property(small, small, fc.integer({ min: 60, max: 70 }), (before, now, bpm) => {
        const start = exactly({ bpm, per: 3 });
        const { tempo, beyond } = arriveAt({ kind: 'ratio', before, now }, start, walk, true);
        if (beyond === undefined)
          expect(toNumber(tempo.pulse) * now).toBeCloseTo(toNumber(start.pulse) * before, 12);
      }),
    );
  });
});
