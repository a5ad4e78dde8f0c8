import type { Page } from '@playwright/test';
import { expect, midiDevice, test } from './kit.ts';
import { DRUM, hearing } from './microphone.ts';

/** Soft strokes, and after five seconds a hard one. */
const STROKES = [
  ...[1, 1.5, 2, 2.5, 3, 3.5, 4].map((time) => ({
    instrument: DRUM,
    kind: 'D',
    force: 2 as const,
    time,
  })),
  { instrument: DRUM, kind: 'D', force: 4 as const, time: 5, gain: 2.2 },
];
test.use({ launchOptions: hearing(STROKES, 60) });

/** Waits for the sign in turns of two thirds of a second. */
const WAITING = `form Waiting
tempo 200 per 4
player Bell
section A
cycle 4+4
turns 2 to 200 until the sign
level full
part Bell
play Lantern walk : Bell
section B
cycle 4+4
turns 40
level full
part Bell
play Lantern walk : Bell
then A
then B
`;

async function waitFor(page: Page, way: string): Promise<void> {
  await page.goto('/form');
  await page.getByRole('button', { name: 'Look at the set of the Lantern Street Players' }).click();
  await page.getByRole('button', { name: 'Take away', exact: true }).click();
  await page.getByRole('menuitem', { name: 'As text, to type on …' }).click();
  await page.getByRole('textbox', { name: 'Form as text' }).fill(WAITING);
  await page.getByRole('button', { name: 'Take it' }).click();
  await page.getByRole('button', { name: '200 per 4' }).click();
  await page.getByLabel('The sign is given by').selectOption(way);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(next(page)).toContainText('Until the sign');
}

const next = (page: Page) => page.getByRole('region', { name: 'What comes next' });

test('a hard stroke at the microphone is the sign, and soft ones are not', async ({ page }) => {
  await waitFor(page, 'a hard stroke at the microphone');
  const began = Date.now();
  await expect(next(page)).toContainText('B, turn', { timeout: 20_000 });
  // The soft strokes came from the first second on.
  expect(Date.now() - began).toBeGreaterThan(3500);
});

test('a pedal is the sign, and letting it go is not', async ({ page }) => {
  const send = await midiDevice(page, 'Pedal');
  await waitFor(page, 'a MIDI pad or pedal');
  const press = (value: number) => send({ bytes: [0xb0, 64, value] });
  await press(0);
  await page.waitForTimeout(1500);
  await expect(next(page)).toContainText('Until the sign');
  await press(127);
  await expect(next(page)).toContainText('B, turn', { timeout: 10_000 });
});
