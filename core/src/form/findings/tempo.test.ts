import { describe, expect, it } from 'vitest';
import { formOf } from '../fixture.testkit.ts';
import { found, mended, said, section } from './findings.testkit.ts';

describe('a change of tempo', () => {
  it('that cannot be counted across is told with the nearest that can', () => {
    const form = formOf(`${section('A', 2)}\n${section('B', 6, 'change to 84')}`);
    expect(said(form)).toEqual([
      'From 72 to 84 at once is 7 beats in the time of 6: no one can count that across. The nearest that can be found by ear is 4 in the time of 3, which is 96.',
    ]);
    expect([mended(form, 0), mended(form, 1)]).toEqual([[], []]);
    expect(found(form)[0]?.weight).toBe('look');
    expect(said(formOf(`${section('A', 2)}\n${section('B', 6, 'change to 96')}`))).toEqual([]);
  });

  it('is mended by ear only where that is a tempo', () => {
    const ways = (from: number, to: number) => {
      const form = formOf(`${section('A', 2)}\n${section('B', 6, `change to ${to}`)}`);
      return found({ ...form, tempo: { bpm: from, per: 3 } }).map(({ mends }) =>
        mends.map(({ label }) => label),
      );
    };
    const over = 'Go there over 4 turns';
    // Three to four is 400, the most; from 352 it would be 469.
    expect(ways(300, 350)).toEqual([['3 become 4', over]]);
    expect(ways(352, 400)).toEqual([[over]]);
    // Three to two is 10, the least; from 12 it would be 9.
    expect(ways(15, 11)).toEqual([['4 become 3', over]]);
    expect(ways(12, 10)).toEqual([[over]]);
  });
});
