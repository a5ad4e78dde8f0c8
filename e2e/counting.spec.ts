import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { expect, gains, scheduled, slot, test } from './kit.ts';

/** 72 for three pulses. */
const PULSE = 60 / 72 / 3;

test('two countings stand under one line, are heard apart and printed', async ({ page }) => {
  await page.goto('/bench/lantern-steps/frame');
  const second = page.getByLabel(/^And counted a second way/);
  await second.fill('in 3');
  await expect(page.getByText(/A turn of 8 pulses is not 3 equal counts/)).toBeVisible();
  await second.fill('in 4 plain; 2 = 1 mi');
  await second.press('Enter');
  await page.getByRole('link', { name: 'Write' }).click();
  const line = page.locator('.stride-row').first();
  await expect(line.locator('[data-second]')).toHaveText([
    '1',
    'mi',
    '2',
    'mi',
    '3',
    'mi',
    '4',
    'mi',
    '1',
    'mi',
    '2',
    'mi',
    '3',
    'mi',
    '4',
    'mi',
  ]);
  await expect(line.locator('text.count:not([data-second])').first()).toHaveText('1');

  await page.getByRole('button', { name: 'in 4', exact: true }).click();
  await page.getByRole('button', { name: 'Play' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(40);
  const all = await scheduled(page);
  const [first = { at: 0 }] = all;
  const turn = all.filter(({ at }) => at < first.at + 8 * PULSE - 1e-6);
  const byGain = new Map<number, typeof turn>();
  for (const one of turn) byGain.set(one.gain, [...(byGain.get(one.gain) ?? []), one]);
  const counts = [...byGain].find(
    ([, sounds]) => sounds.length === 4 && new Set(sounds.map(({ sound }) => sound)).size === 1,
  );
  const places = counts?.[1].map(({ at }) => Number(((at - first.at) / PULSE).toFixed(3)));
  expect(places).toEqual([0, 2, 4, 6]);
  const levels = await gains(page);
  expect(levels[counts?.[0] ?? -1]).toBe(1);
  // The click on the beats is another one, and off.
  const beats = [...byGain].find(
    ([gain, sounds]) => gain !== counts?.[0] && sounds.length === 3 && levels[gain] === 0,
  );
  expect(beats).toBeDefined();
  await page.getByRole('button', { name: 'in 4', exact: true }).click();
  await expect.poll(async () => (await gains(page))[counts?.[0] ?? -1]?.toFixed(2)).toBe('0.00');
  await page.getByRole('button', { name: 'Stop' }).click();

  await page.getByRole('link', { name: 'Sheet' }).click();
  await expect(page.getByText('One page.', { exact: true })).toBeVisible();
  const pdf = await page.pdf({ preferCSSPageSize: true, printBackground: true });
  const paper = await getDocument({
    data: new Uint8Array(pdf),
    useSystemFonts: true,
    verbosity: 0,
  }).promise;
  const { items } = await (await paper.getPage(1)).getTextContent();
  const words = items.map((item) => ('str' in item ? item.str.trim() : ''));
  expect(words.filter((word) => word === 'mi')).toHaveLength(8);
  expect(words).toContain('in 4');
});

test('marks go to the stroke just placed, by the keys that are written for them', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await slot(page, 'Bell', 1).click();
  await page.keyboard.type("Y'!");
  const rows = page.getByRole('textbox', { name: 'Typed rows of Bell' });
  await expect(rows).toContainText("X! 'Y! . / X");
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.type('(/^');
  await expect(rows).toContainText("X! '(Y)?^ . / X");
  await page.keyboard.type("'~");
  await expect(rows).toContainText('X! ~(Y)?^ . / X');
});
