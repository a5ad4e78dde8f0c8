import type { Page } from '@playwright/test';
import { cycleFromSpans } from '@stride/core/cycle';
import { type Question, solve } from '@stride/core/landing';
import type { Figure } from './figure.ts';

/** Everything of the six shapes, sizes to 16, gaps to 8, repeats to 5, in 16 beats of 4 over 4 turns. */
const EVERYTHING: Question = {
  shapes: ['same', 'shrinking', 'growing', 'hourglass', 'barrel', 'nested'],
  sizes: { least: 1, most: 16 },
  gaps: { least: 0, most: 8 },
  gapsDiffer: false,
  repeats: { least: 2, most: 5 },
  landing: 'on-last',
  start: { kind: 'any' },
  turns: 4,
  parts: [4],
};
const UNITS = 64;

/** The same by trying every row of sizes, keeping those that have a shape, and sorting what lands. */
function plainly(): number {
  const found: { sizes: readonly number[]; gaps: readonly number[]; length: number }[] = [];
  const consider = (sizes: readonly number[], gaps: readonly number[]) => {
    const length =
      sizes.reduce((sum, size) => sum + size, 0) + gaps.reduce((sum, gap) => sum + gap, 0);
    if (length - 1 <= EVERYTHING.turns * UNITS) found.push({ sizes, gaps, length });
  };
  const visit = (row: readonly number[], count: number): void => {
    if (row.length < count) {
      for (let size = 1; size <= 16; size += 1) visit([...row, size], count);
      return;
    }
    const steps = row.slice(1).map((size, at) => size - (row[at] ?? 0));
    const [first = 0] = steps;
    const even = steps.every((step) => step === first);
    const middle = (count - 1) / 2;
    const turns =
      count % 2 === 1 &&
      first !== 0 &&
      steps.every((step, at) => step === (at < middle ? first : -first));
    if (!even && !turns) return;
    for (let inner = 0; inner <= 8; inner += 1) {
      const gaps = Array<number>(count - 1).fill(inner);
      consider(row, gaps);
      for (let outer = 0; outer <= 8; outer += 1) {
        if (even && first === 0 && inner === outer) continue;
        consider([...row, ...row, ...row], [...gaps, outer, ...gaps, outer, ...gaps]);
      }
    }
  };
  for (let count = 2; count <= 5; count += 1) visit([], count);
  const rank = ({ sizes, gaps, length }: (typeof found)[number]) => [
    new Set(sizes).size,
    gaps.reduce((sum, gap) => sum + gap, 0),
    (UNITS * 4 - length + 1) % 4 === 0 ? 0 : 1,
    sizes.length,
    length,
  ];
  found.sort((a, b) => {
    const other = rank(b);
    for (const [at, one] of rank(a).entries()) {
      const apart = one - (other[at] ?? 0);
      if (apart !== 0) return apart;
    }
    return 0;
  });
  return found.length;
}

/** All cadences within large bounds, solved and enumerated plainly. */
export function landingFigure(): Figure {
  const cycle = cycleFromSpans('1x16');
  const times: number[] = [];
  let count = 0;
  for (let round = 0; round < 20; round += 1) {
    const start = performance.now();
    const solutions = solve(cycle, EVERYTHING);
    count = solutions.take(0, 1000).length > 0 ? solutions.found : 0;
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  const quick = times[Math.floor(times.length / 2)] ?? Number.NaN;
  const start = performance.now();
  const plain = plainly();
  const slow = performance.now() - start;
  return {
    what: 'all cadences of six shapes, sizes to 16, gaps to 8, in 16 beats of 4 over 4 turns, median',
    value: `${quick.toFixed(1)} ms (${(slow / quick).toFixed(0)} × quicker than trying every row; ${count.toLocaleString('en')} found, ${plain.toLocaleString('en')} by trying)`,
    limit: '50 ms, 20 ×',
    ok: quick < 50 && slow / quick >= 20 && count === plain,
  };
}

/** From a changed word of the question to the first results on screen, the slowest of several. */
export async function landingOnScreen(page: Page, address: string): Promise<Figure> {
  await page.goto(`${address}/landing`);
  await page.getByText('30 land.').waitFor();
  const slowest = await page.evaluate(async () => {
    const status = () =>
      document.querySelector('section[aria-label="Solutions"] [role=status]')?.textContent ?? '';
    const shape = document.querySelector<HTMLSelectElement>('select[aria-label=Shape]');
    const set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value')?.set;
    let worst = 0;
    for (const value of ['nested', 'any', 'same', 'nested', 'shrinking', 'any', 'hourglass']) {
      const before = status();
      const start = performance.now();
      set?.call(shape, value);
      shape?.dispatchEvent(new Event('change', { bubbles: true }));
      while (status() === before || status().includes('…')) {
        await new Promise((resolve) => setTimeout(resolve, 1));
        if (performance.now() - start > 3000) return Number.POSITIVE_INFINITY;
      }
      worst = Math.max(worst, performance.now() - start);
      await new Promise((resolve) => setTimeout(resolve, 300));
    }
    return worst;
  });
  return {
    what: 'a changed question of Landing to its first results on screen, slowest of seven',
    value: `${slowest.toFixed(0)} ms`,
    limit: '100 ms',
    ok: slowest < 100,
  };
}
