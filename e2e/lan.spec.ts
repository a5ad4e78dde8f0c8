import { aside } from './browser.mjs';
import { expect, scheduled, slot, test } from './kit.ts';

const BROWSER = aside();

// To the browser this is a machine somewhere in the network.
test.use({
  launchOptions: {
    ...BROWSER,
    args: [...BROWSER.args, '--host-resolver-rules=MAP stride.test 127.0.0.1'],
  },
});

test('at an address without a certificate all works but the microphone, which says what to do', async ({
  page,
}) => {
  const at = `http://stride.test:${process.env.E2E_PORT ?? '4391'}`;
  await page.goto(`${at}/bench/lantern-steps/write`);
  expect(await page.evaluate(() => window.isSecureContext)).toBe(false);
  await slot(page, 'Bell', 2).click();
  await page.keyboard.press('X');
  await expect(page.getByTestId('said')).toHaveText(/placed/);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(4);
  await page.goto(`${at}/`);
  await page.getByRole('button', { name: 'New rhythm' }).click();
  await page.getByPlaceholder('Ten stairs').fill('From the tablet');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/bench\/[0-9a-f-]{36}\/write/);
  await page.goto(`${at}/bench/lantern-steps/climb`);
  await page.getByRole('tab', { name: /^Ear/ }).click();
  await page.getByLabel('You are heard by').selectOption('microphone');
  await page.getByTestId('climb-status').click();
  await page.keyboard.press('Space');
  await expect(page.getByTestId('climb-detail')).toContainText(
    'no microphone to an address without a certificate',
  );
});
