import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rational } from '../time/index.ts';
import {
  beatStarts,
  beatsOf,
  beatsToPulses,
  cycleFromSpans,
  describeCycle,
  formatSpans,
  parseSpans,
  turnPulses,
} from './index.ts';

describe('spans', () => {
  it('reads uneven beats, shorthand and groups', () => {
    const uneven = cycleFromSpans('3+3+2');
    expect(beatsOf(uneven).map((beat) => beat.span)).toEqual([3, 3, 2]);
    expect(turnPulses(uneven)).toBe(8);
    expect(beatStarts(uneven)).toEqual([0, 3, 6]);
    const adi = cycleFromSpans('4x4, 4x2, 4x2');
    expect(adi.groups.map((group) => group.beats.length)).toEqual([4, 2, 2]);
    expect(turnPulses(adi)).toBe(32);
  });

  it('says where a cycle cannot be read, and what to write', () => {
    expect(parseSpans('')).toMatchObject({ ok: false, at: 0 });
    expect(parseSpans('3+q+2')).toMatchObject({ ok: false, at: 2, length: 1 });
    expect(parseSpans('4x4, 0')).toMatchObject({ ok: false, at: 5 });
    expect(parseSpans('3+999')).toMatchObject({ ok: false, at: 2, length: 3 });
    expect(parseSpans('1x500')).toMatchObject({ ok: false });
    const missing = parseSpans('3++2');
    expect(missing.ok === false && missing.message).toContain('such as 3+3+2');
    expect(() => cycleFromSpans('x')).toThrow(RangeError);
  });

  it('writes what it reads', () => {
    const groups = fc.array(
      fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 8 }),
      {
        minLength: 1,
        maxLength: 4,
      },
    );
    fc.assert(
      fc.property(groups, (spans) => {
        const cycle = cycleFromSpans(spans.map((group) => group.join('+')).join(', '));
        expect(cycleFromSpans(formatSpans(cycle))).toEqual(cycle);
        expect(cycle.groups.map((group) => group.beats.map((beat) => beat.span))).toEqual(spans);
      }),
    );
  });

  it('is said as a player would say it', () => {
    expect(describeCycle(cycleFromSpans('3+3+2'))).toBe('8 pulses: 3 + 3 + 2');
    expect(describeCycle(cycleFromSpans('4x4, 4x2, 4x2'))).toBe('8 beats of 4: 4 + 2 + 2');
    expect(describeCycle(cycleFromSpans('1x7'))).toBe('7 beats');
  });
});

describe('beatsToPulses', () => {
  it('takes places between beats in proportion and runs on over the seam', () => {
    const place = beatsToPulses(cycleFromSpans('3+3+2'));
    expect(place(rational(5, 2))).toEqual(rational(7));
    expect(place(rational(1, 2))).toEqual(rational(3, 2));
    expect(place(rational(3))).toEqual(rational(8));
    expect(place(rational(4))).toEqual(rational(11));
  });
});

describe('spans with gestures', () => {
  it('are read and written again, runs written short', () => {
    for (const text of ['4c+4fx3, 4c+4w, 4c+4w', '3c+2w', '1sx4', '2+3f']) {
      const result = parseSpans(text);
      if (!result.ok) throw new Error(result.message);
      expect(formatSpans(result.cycle)).toBe(text);
    }
    const result = parseSpans('3c+2w');
    expect(result.ok && beatsOf(result.cycle).map((beat) => beat.gesture)).toEqual([
      'clap',
      'wave',
    ]);
  });

  it('say what a meter leaves out', () => {
    expect(parseSpans('7/8')).toMatchObject({
      ok: false,
      message: expect.stringContaining('2+2+3'),
    });
    expect(parseSpans('4q')).toMatchObject({ ok: false, at: 0 });
  });
});
