import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { readRhythm, writeRhythm } from '../text/index.ts';
import { checkRhythm, readEduppu, recast, withEduppu, writeEduppu } from './index.ts';

const EIGHT = cycleFromSpans('4x8');

describe('an eduppu', () => {
  it.each([
    ['1/2', '1/2'],
    ['½', '1/2'],
    ['1½', '3/2'],
    ['1 1/2', '3/2'],
    ['0.75', '3/4'],
    ['2', '2'],
    ['6/4', '3/2'],
    ['11/2', '11/2'],
    ['.5', '1/2'],
  ])('%s is %s beats after the one', (text, written) => {
    const read = readEduppu(text, EIGHT);
    const eduppu = 'eduppu' in read ? read.eduppu : undefined;
    expect(eduppu && writeEduppu(eduppu)).toBe(written);
    expect(eduppu && readEduppu(writeEduppu(eduppu), EIGHT)).toEqual({ eduppu });
  });

  it('is none on the one itself', () => {
    expect(readEduppu('', EIGHT)).toEqual({ eduppu: undefined });
    expect(readEduppu('0', EIGHT)).toEqual({ eduppu: undefined });
  });

  it.each([
    ['half', 'Write how many beats after the one it begins, such as 1/2, 1 1/2 or 2.'],
    ['1/0', 'Write how many beats after the one it begins, such as 1/2, 1 1/2 or 2.'],
    ['8', 'A turn has 8 beats; it begins before they are over.'],
    ['0.333', 'Parts of a beat are at most 64ths; write a fraction such as 1/3.'],
  ])('%s is refused', (text, message) => {
    expect(readEduppu(text, EIGHT)).toEqual({ message });
  });

  it('is written and read, kept where another cycle has room for it, and refused beyond the turn', () => {
    const { rhythm, problems } = readRhythm(
      'rhythm A\ncycle 4x8\neduppu 1 1/2\nlayer B : claves\nplay X . . . / . / . / . / . / . / . / .',
    );
    expect(problems).toEqual([]);
    expect(rhythm.eduppu).toEqual({ num: 3, den: 2 });
    expect(writeRhythm(rhythm)).toContain('\neduppu 3/2\n');
    expect(recast(rhythm, cycleFromSpans('4x2')).rhythm.eduppu).toEqual({ num: 3, den: 2 });
    expect(recast(rhythm, cycleFromSpans('4x1')).rhythm.eduppu).toBeUndefined();
    expect(checkRhythm(withEduppu(rhythm, { num: 9, den: 1 }))).toMatchObject({ ok: false });
    expect(withEduppu(rhythm, undefined).eduppu).toBeUndefined();
  });
});
