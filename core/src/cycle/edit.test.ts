import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryCycle } from '../rhythm/arbitrary.testkit.ts';
import {
  addBeat,
  beatsOf,
  beginsGroup,
  type Cycle,
  cycleFromSpans,
  formatSpans,
  GESTURES,
  parseSpans,
  removeBeat,
  setBeat,
  toggleGroup,
} from './index.ts';

const after = (spans: string, edit: (cycle: Cycle) => Cycle) =>
  formatSpans(edit(cycleFromSpans(spans)));

describe('a cycle of one’s own, beat by beat', () => {
  it('gets longer and shorter beats, and gestures', () => {
    expect(after('3+2', (cycle) => setBeat(cycle, 1, { span: 4, gesture: 'wave' }))).toBe('3+4w');
    expect(after('3c+2w, 2c', (cycle) => setBeat(cycle, 2, { gesture: 'silent' }))).toBe(
      '3c+2w, 2s',
    );
    expect(after('3', (cycle) => setBeat(cycle, 0, { span: 0 }))).toBe('1');
    expect(after('3', (cycle) => setBeat(cycle, 0, { span: 999 }))).toBe('64');
  });

  it('gets more beats and fewer, and keeps one', () => {
    expect(after('3, 2w', addBeat)).toBe('3, 2w+2w');
    expect(after('3, 2w', (cycle) => removeBeat(cycle, 1))).toBe('3');
    expect(after('3+2, 2', (cycle) => removeBeat(cycle, 0))).toBe('2, 2');
    expect(after('3', (cycle) => removeBeat(cycle, 0))).toBe('3');
    const full = cycleFromSpans('1x128');
    expect(addBeat(full)).toBe(full);
  });

  it('is cut into groups and put together again', () => {
    expect(after('3+2+2', (cycle) => toggleGroup(cycle, 1))).toBe('3, 2+2');
    expect(after('3, 2+2', (cycle) => toggleGroup(cycle, 1))).toBe('3+2+2');
    expect(after('3+2', (cycle) => toggleGroup(cycle, 0))).toBe('3+2');
    const cut = cycleFromSpans('3, 2+2');
    expect([0, 1, 2].map((at) => beginsGroup(cut, at))).toEqual([true, true, false]);
  });

  it('is always one that can be written and read, and leaves the other beats alone', () => {
    fc.assert(
      fc.property(
        arbitraryCycle,
        fc.nat({ max: 7 }),
        fc.integer({ min: 1, max: 64 }),
        fc.constantFrom(...GESTURES),
        (cycle, which, span, gesture) => {
          const index = which % beatsOf(cycle).length;
          const changed = setBeat(cycle, index, { span, gesture });
          expect(beatsOf(changed)).toEqual(beatsOf(cycle).with(index, { span, gesture }));
          expect(beatsOf(toggleGroup(cycle, index))).toEqual(beatsOf(cycle));
          expect(formatSpans(toggleGroup(toggleGroup(cycle, index), index))).toBe(
            formatSpans(cycle),
          );
          for (const one of [changed, addBeat(cycle), removeBeat(cycle, index)]) {
            expect(parseSpans(formatSpans(one))).toEqual({ ok: true, cycle: one });
          }
        },
      ),
    );
  });
});
