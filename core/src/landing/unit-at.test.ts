import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { unitAt, unitsOf } from './index.ts';

const at = (text: string, spans: string, parts: number) => {
  const cycle = cycleFromSpans(spans);
  const found = unitAt(text, cycle, unitsOf(cycle, parts));
  return found.ok ? [found.count, found.part] : found.message;
};

describe('a unit by its counted place', () => {
  it.each([
    ['1', [0, 0]],
    ['beat 6', [5, 0]],
    ['e of 6', [5, 1]],
    ['& of 3', [2, 2]],
    ['just before 2', [0, 3]],
    ['just before 1', [9, 3]],
    ['right after 10', [9, 1]],
  ])('%s in ten beats of four', (text, expected) => {
    expect(at(text, '4x10', 4)).toEqual(expected);
  });

  it('is a pulse where beats are uneven', () => {
    expect(at('beat 3', '2+2+3', 1)).toEqual([4, 0]);
    expect(at('pulse 6', '2+2+3', 2)).toEqual([5, 0]);
    expect(at('right after 2', '2+2+3', 2)).toEqual([2, 1]);
  });

  it('says what is not there', () => {
    expect(at('11', '4x10', 4)).toContain('no beat 11');
    expect(at('li of 2', '4x10', 4)).toContain('no “li”');
    expect(at('bar 2', '4x10', 4)).toContain('no bar 2');
    expect(at('soon', '4x10', 4)).toContain('not a place');
  });
});
