import type { Page } from '@playwright/test';
import { expect, scheduled, slot, test } from './kit.ts';

/** 200 for three pulses: quick, since whole turns are waited for. */
const PULSE = 60 / 200 / 3;
/** 72 for three pulses, where something is said for the length of a stretch. */
const WRITTEN = 60 / 72 / 3;

async function open(page: Page): Promise<void> {
  await page.goto('/bench/lantern-steps/write');
  await page.getByLabel('Tempo', { exact: true }).fill('200');
}

const hundredths = (pulses: number) => Math.abs(Math.round(pulses * 100) / 100);

test('a chosen stretch comes round alone, and what is asked for next waits for its end', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  // What the menu says follows the choice.
  await slot(page, 'Walker', 8).click();
  await page.getByRole('button', { name: 'All of it, or a part' }).click();
  await expect(page.getByRole('menuitem', { name: /^Only turn 2/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await slot(page, 'Walker', 3).click();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+Enter');
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(20);
  const all = await scheduled(page);
  const [first = { at: 0 }] = all;
  const round = (number: number) =>
    all
      .filter(({ at }) => Math.floor((at - first.at) / WRITTEN / 3 + 1e-6) === number)
      .map(({ at, sound }) => `${(hundredths((at - first.at) / WRITTEN) % 3).toFixed(2)} ${sound}`);
  expect(round(0).length).toBeGreaterThan(3);
  expect(round(1)).toEqual(round(0));
  expect(round(2)).toEqual(round(0));
  const places = new Set(round(0).map((one) => one.split(' ')[0]));
  expect([...places]).toEqual(['0.00', '1.00', '2.00']);

  // Once to the end: the stretch is finished first, then everything comes once, and it stops.
  await page.getByRole('button', { name: 'All of it, or a part' }).click();
  await page.getByRole('menuitem', { name: /^Once, to the end/ }).click();
  await expect(page.getByText(/^Once, to the end: it comes when/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  const after = (await scheduled(page)).map(({ at }) => at);
  const last = Math.max(...after);
  const pulses = (last - first.at) / WRITTEN;
  // The last stroke lies one pulse before the end of sixteen that began with a round of three.
  expect(Math.abs((pulses + 1 - 16) / 3 - Math.round((pulses + 1 - 16) / 3))).toBeLessThan(1e-6);
});

test('playing begins here, and a call comes the first time only', async ({ page }) => {
  await open(page);
  await slot(page, 'Walker', 8).click();
  await page.keyboard.press('Shift+Space');
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(20);
  await expect
    .poll(async () => Number(await page.getByTestId('playhead').getAttribute('data-pulse')))
    .toBeGreaterThan(8);
  const [first = { at: 0, sound: 0 }] = await scheduled(page);
  await expect
    .poll(async () => Math.max(...(await scheduled(page)).map(({ at }) => at)))
    .toBeGreaterThan(first.at + 16 * PULSE);
  const all = await scheduled(page);
  // It began with the second turn: after eight pulses comes the first one, with its own strokes.
  const kinds = (from: number) =>
    all
      .filter(
        ({ at }) => at - first.at > (from - 1e-6) * PULSE && at - first.at < (from + 7.9) * PULSE,
      )
      .map(({ at, sound }) => `${hundredths((at - first.at) / PULSE - from)} ${sound}`)
      .join(' ');
  // Only the second turn has a beat in four.
  expect(kinds(0)).toContain('3.75');
  expect(kinds(8)).not.toContain('3.75');
  // Without end as it is, it ends with the turn for what is asked for next.
  await page.getByRole('button', { name: 'All of it, or a part' }).click();
  await page.getByRole('menuitem', { name: /^Once, to the end/ }).click();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();

  await page.getByRole('toolbar', { name: 'Turns' }).getByText('1', { exact: true }).click();
  await page.getByLabel('It is').selectOption('call');
  await page.keyboard.press('Escape');
  await page.evaluate(() => {
    window.scheduled = [];
  });
  await page.getByRole('button', { name: 'All of it, or a part' }).click();
  await page.getByRole('menuitem', { name: 'Calls the first time only' }).click();
  const until = async (pulses: number) => {
    const [begin = { at: 0 }] = await scheduled(page);
    await expect
      .poll(async () => Math.max(...(await scheduled(page)).map(({ at }) => at)))
      .toBeGreaterThan(begin.at + pulses * PULSE);
    const sounds = await scheduled(page);
    return (from: number) =>
      sounds
        .filter(
          ({ at }) => at - begin.at > (from - 1e-6) * PULSE && at - begin.at < (from + 7.9) * PULSE,
        )
        .map(({ at }) => hundredths((at - begin.at) / PULSE - from))
        .join(' ');
  };
  const turn = await until(33);
  expect(turn(8)).not.toBe(turn(0));
  expect(turn(16)).toBe(turn(8));
  expect(turn(24)).toBe(turn(8));
});

test('one hand of a layer is heard alone, the others whole, and rests stand in for what is left out', async ({
  page,
}) => {
  await open(page);
  await page.getByTitle('Type in Walker').click();
  const turns = async () => {
    await page.evaluate(() => {
      window.scheduled = [];
    });
    await page.getByRole('button', { name: /^Play/ }).click();
    await expect
      .poll(async () => {
        const all = await scheduled(page);
        return (all.at(-1)?.at ?? 0) - (all[0]?.at ?? 0);
      })
      .toBeGreaterThan(17 * PULSE);
    await page.getByRole('button', { name: /^Stop/ }).click();
    const all = await scheduled(page);
    const [first = { at: 0 }] = all;
    return all
      .filter(({ at }) => at - first.at < 15.99 * PULSE)
      .map(({ at }) => hundredths((at - first.at) / PULSE));
  };
  const whole = await turns();
  await page.getByRole('button', { name: 'All of it, or a part' }).click();
  await page.getByRole('menuitemradio', { name: 'the left hand alone' }).click();
  const left = await turns();
  // Eight of sixteen strokes are the right hand's; bell, click and the left hand stay where they were.
  expect(whole.length - left.length).toBe(8);
  const rest = [...whole];
  for (const at of left) rest.splice(rest.indexOf(at), 1);
  expect(rest).toHaveLength(8);
  expect(rest[0]).toBe(0);
});
