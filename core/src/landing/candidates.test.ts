import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { eachTotal, gapRows, rowsFor, speedOf } from './candidates.ts';
import {
  leadOf,
  type Question,
  rowsOf,
  SIMPLE_SHAPES,
  startOf,
  sum,
  USUAL_QUESTION,
  unitsOf,
} from './index.ts';
import type { Range } from './shapes.ts';

const range = (least: number, most: number, width: number) =>
  fc
    .tuple(fc.integer({ min: least, max: most }), fc.nat({ max: width }))
    .map(([from, more]) => ({ least: from, most: from + more }));

describe('rows of sizes', () => {
  it('have the worked shapes', () => {
    const of = (shape: (typeof SIMPLE_SHAPES)[number], count: number) =>
      rowsOf(shape, { least: 1, most: 5 }, { least: count, most: count }).map((row) =>
        row.join(' '),
      );
    expect(of('same', 3)).toEqual(['1 1 1', '2 2 2', '3 3 3', '4 4 4', '5 5 5']);
    expect(of('shrinking', 5)).toEqual(['5 4 3 2 1']);
    expect(of('shrinking', 3)).toEqual(['3 2 1', '4 3 2', '5 4 3', '5 3 1']);
    expect(of('growing', 3)).toContain('1 3 5');
    expect(of('hourglass', 5)).toEqual(['3 2 1 2 3', '4 3 2 3 4', '5 4 3 4 5', '5 3 1 3 5']);
    expect(of('barrel', 3)).toContain('1 5 1');
    expect(of('hourglass', 4)).toEqual([]);
  });

  it('stay within their bounds, none twice, backwards of one another', () => {
    fc.assert(
      fc.property(range(1, 8, 6), range(2, 5, 3), (sizes, repeats) => {
        for (const shape of SIMPLE_SHAPES) {
          const rows = rowsOf(shape, sizes, repeats);
          expect(new Set(rows.map(String)).size).toBe(rows.length);
          const within = (value: number, bounds: Range) =>
            value >= bounds.least && value <= bounds.most;
          const outside = rows.filter(
            (row) => !within(row.length, repeats) || !row.every((size) => within(size, sizes)),
          );
          expect(outside).toEqual([]);
        }
        const backwards = rowsOf('shrinking', sizes, repeats).map((row) => row.toReversed().join());
        expect(backwards.sort()).toEqual(rowsOf('growing', sizes, repeats).map(String).sort());
      }),
    );
  });
});

describe('rows of gaps', () => {
  it('are all that have a total, none twice', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), range(0, 3, 4), (count, gaps) => {
        let all = 0;
        for (let total = 0; total <= count * gaps.most; total += 1) {
          const rows = [...gapRows(count, total, gaps)];
          const isWrong = (row: readonly number[]) =>
            sum(row) !== total || !row.every((gap) => gap >= gaps.least && gap <= gaps.most);
          expect(rows.filter(isWrong)).toEqual([]);
          expect(new Set(rows.map(String)).size).toBe(rows.length);
          all += rows.length;
        }
        expect(all).toBe((gaps.most - gaps.least + 1) ** count);
      }),
    );
  });

  it('are counted without being written down', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 5 }), range(0, 3, 4), (phrases, gaps) => {
        const question: Question = {
          ...USUAL_QUESTION,
          sizes: { least: 3, most: 3 },
          repeats: { least: phrases, most: phrases },
          gaps,
          gapsDiffer: true,
        };
        const [row] = rowsFor(question);
        if (!row) throw new Error('no row');
        eachTotal(row, question, (total, ways) => {
          expect([...gapRows(phrases - 1, total, gaps)]).toHaveLength(ways);
        });
      }),
    );
  });
});

describe('which lengths land', () => {
  it('is what the start of a cadence of that length says', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('1x10', '2+2+3', '4x4', '1x5'),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 4 }),
        fc.constantFrom('on-last' as const, 'after-last' as const),
        fc.nat({ max: 9 }),
        (spans, parts, turns, landing, after) => {
          const cycle = cycleFromSpans(spans);
          const units = unitsOf(cycle, parts);
          const question: Question = {
            ...USUAL_QUESTION,
            landing,
            turns,
            parts: [parts],
            after,
            start: { kind: 'beat' },
          };
          const { lands } = speedOf(cycle, question, parts);
          for (let length = 1; length < turns * units.perTurn + 4; length += 1) {
            const cadence = { sizes: [length], gaps: [], parts, landing, after };
            if (leadOf(cadence) < 1) continue;
            const start = startOf(cadence, units);
            const fits = start.turns <= turns && start.unit % parts === 0;
            expect((lands[length] ?? 0) > 0, `${length}`).toBe(fits);
          }
        },
      ),
    );
  });
});
