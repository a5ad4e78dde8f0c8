import { describe, expect, it } from 'vitest';
import { TAKE_GROUPS } from '../voice/index.ts';
import { createTakes, TAKES } from './index.ts';

describe('takes', () => {
  const thousand = (name: string) => {
    const takeOf = createTakes();
    return Array.from({ length: 1000 }, () => takeOf(name));
  };

  it('are never of one group twice in a row, and all come', () => {
    const all = thousand('claves/X/3');
    for (const [at, take] of all.entries())
      if (at > 0) expect(take % TAKE_GROUPS).not.toBe((all[at - 1] ?? 0) % TAKE_GROUPS);
    for (let take = 0; take < TAKES; take += 1)
      expect(all.filter((one) => one === take).length).toBeGreaterThan(1000 / TAKES / 2);
  });

  it('have no pattern over a thousand strokes: no distance at which they come again', () => {
    const all = thousand('claves/X/3');
    for (let lag = 2; lag < 200; lag += 1) {
      const again = all.filter((take, at) => at >= lag && take === all[at - lag]).length;
      // By chance one in six; a loop would be all of them.
      expect(again / (1000 - lag), `after ${lag}`).toBeLessThan(lag === 2 ? 0.36 : 0.27);
    }
  });

  it('come the same way each time, differ from sound to sound, and are among those that are there', () => {
    expect(thousand('a')).toEqual(thousand('a'));
    expect(thousand('a')).not.toEqual(thousand('b'));
    const takeOf = createTakes();
    for (let at = 0; at < 20; at += 1)
      expect([0, 4]).toContain(takeOf('a', (take) => take % 4 === 0));
    expect(takeOf('a', () => false)).toBe(0);
  });
});
