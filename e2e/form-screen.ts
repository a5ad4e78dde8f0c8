import type { Page } from '@playwright/test';
import { expect } from './kit.ts';

export const SET = 'Look at the set of the Lantern Street Players';
export const section = (page: Page, name: string) =>
  page.getByRole('button', { name: new RegExp(`^${name}, \\d`) });
export const opened = (page: Page, name: string) =>
  page.getByRole('region', { name: `Section ${name}` });

/** Opens the set that is there to look at. */
export async function openSet(page: Page): Promise<void> {
  await page.goto('/form');
  await page.getByRole('button', { name: SET }).click();
  await expect(section(page, 'Gather')).toBeVisible();
}
