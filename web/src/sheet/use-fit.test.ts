import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Fit, nextFit } from './use-fit.ts';

/** Tries until nothing changes, on a sheet whose height follows from how large it is drawn. */
function settle(heightAt: (shrink: number) => number, room: number): { fit: Fit; tries: number } {
  let fit: Fit = { shrink: 1, pages: 1 };
  for (let tries = 0; tries < 40; tries += 1) {
    const next = nextFit(fit, heightAt(fit.shrink), room);
    if (next === fit) return { fit, tries };
    fit = next;
  }
  throw new Error('it goes on for ever');
}

describe('bringing a sheet onto one page', () => {
  it('leaves what fits as large as it is', () => {
    expect(settle(() => 900, 1000).fit).toEqual({ shrink: 1, pages: 1 });
  });

  it('draws a little too much a little smaller', () => {
    const { fit } = settle((shrink) => 1250 * shrink, 1000);
    expect(fit.pages).toBe(1);
    expect(fit.shrink).toBeCloseTo(0.8, 1);
  });

  it('draws far too much as large as it should be, on several pages, without trying', () => {
    const { fit, tries } = settle((shrink) => 2400 * shrink, 1000);
    expect(fit).toEqual({ shrink: 1, pages: 3 });
    expect(tries).toBe(1);
  });

  it('is soon there', () => {
    // A drawing that is laid out anew in the room it wins is as high as its size squared.
    expect(settle((shrink) => 1400 * shrink ** 2, 1000).tries).toBeLessThanOrEqual(2);
    expect(settle((shrink) => 1250 * shrink, 1000).tries).toBeLessThanOrEqual(5);
  });

  it('always comes to an end: on one page where it fits, else at full size', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 9000, noNaN: true }),
        // A drawing that is laid out anew in more room shrinks faster than it is scaled, or in jumps.
        fc.double({ min: 0.8, max: 2.5, noNaN: true }),
        fc.boolean(),
        (full, power, jumps) => {
          const heightAt = (shrink: number) => {
            const height = full * shrink ** power;
            return jumps ? Math.ceil(height / 180) * 180 : height;
          };
          const { fit, tries } = settle(heightAt, 1000);
          expect(tries).toBeLessThan(20);
          if (fit.pages === 1) expect(heightAt(fit.shrink)).toBeLessThanOrEqual(1000);
          else expect(fit).toEqual({ shrink: 1, pages: Math.ceil(heightAt(1) / 1000) });
        },
      ),
    );
  });
});
