import type { Page } from '@playwright/test';
import axe from 'axe-core';

const STANDARD = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

declare global {
  interface Window {
    readonly axe?: typeof axe;
  }
}

/**
 * What axe finds in the page, or within some of it: by rule, with the first places. Asked in the page itself and for
 * what is violated alone, which takes a fifth of the time of a full report.
 */
export async function violations(
  page: Page,
  {
    rules,
    without = [],
    within,
  }: {
    readonly rules?: readonly string[];
    readonly without?: readonly string[];
    readonly within?: string;
  } = {},
): Promise<readonly string[]> {
  if (await page.evaluate(() => !window.axe)) await page.evaluate(axe.source);
  return page.evaluate(
    async ([include, values, type, without]) => {
      const report = await window.axe?.run(include ? { include: [include] } : document, {
        runOnly: { type, values: [...values] },
        rules: Object.fromEntries(without.map((rule) => [rule, { enabled: false }])),
        resultTypes: ['violations'],
        // Only what is played of itself and what is turned with the screen is found by what it fetches first.
        preload: false,
      });
      if (!report) throw new Error('axe is not in the page');
      return report.violations.map(
        ({ id, nodes }) =>
          `${id}: ${nodes
            .map((node) => node.html)
            .slice(0, 3)
            .join(' ')}`,
      );
    },
    [within, rules ?? STANDARD, rules ? 'rule' : 'tag', without] as const,
  );
}
