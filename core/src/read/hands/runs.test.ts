import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Hand } from '../../rhythm/index.ts';
import { Runs } from './runs.ts';

function followed(row: readonly Hand[]): Runs {
  const runs = new Runs();
  for (const hand of row) runs.add(hand);
  return runs;
}

describe('runs of one hand', () => {
  it('go on over the seam, and are no longer than the row', () => {
    expect(followed([...'RRLRR'] as Hand[]).longest()).toEqual({ hand: 'R', length: 4 });
    expect(followed([...'LLL'] as Hand[]).longest()).toEqual({ hand: 'L', length: 3 });
    expect(followed([...'RLLR'] as Hand[]).longest()).toEqual({ hand: 'L', length: 2 });
    expect(followed([]).longest()).toEqual({ hand: undefined, length: 0 });
  });

  it('end where both hands strike together', () => {
    expect(followed([...'RBRR'] as Hand[]).longest()).toEqual({ hand: 'R', length: 3 });
    expect(followed([...'BB'] as Hand[]).longest().length).toBe(1);
    expect(followed([...'RBL'] as Hand[]).hasBoth).toBe(true);
    expect(followed([...'RL'] as Hand[]).hasBoth).toBe(false);
  });

  it('are as long as in the row written twice', () => {
    const hands = fc.array(fc.constantFrom<Hand>('R', 'L', 'B'), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(hands, (row) => {
        const found = `${row.join('')}${row.join('')}`.match(/R+|L+|B/g) ?? [];
        const most = Math.min(row.length, Math.max(...found.map((run) => run.length)));
        const longest = followed(row).longest();
        expect(longest.length).toBe(most);
        if (most > 1)
          expect(found.some((run) => run.length >= most && run[0] === longest.hand)).toBe(true);
      }),
    );
  });
});
