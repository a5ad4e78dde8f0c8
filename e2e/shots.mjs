// Takes the pictures in docs/screenshots from the demo data: `npm run shots` after `npm run build`.
import { spawn } from 'node:child_process';
import { chromium } from '@playwright/test';
import settings from './chromium.json' with { type: 'json' };

const PORT = 4392;
const OUT = '../docs/screenshots';
const server = spawn(process.execPath, ['../server/dist/main.js'], {
  env: { ...process.env, PORT: String(PORT) },
});
await new Promise((resolve) => server.stdout.once('data', resolve));
const browser = await chromium.launch({
  ...settings,
  executablePath: process.env.CHROMIUM ?? settings.executablePath,
});

async function shot(
  name,
  path,
  { size = [1280, 800], theme = 'light', act = async () => {} } = {},
) {
  const page = await browser.newPage({
    viewport: { width: size[0], height: size[1] },
    colorScheme: theme,
  });
  await page.goto(`http://localhost:${PORT}${path}`);
  await page
    .getByText('Lantern steps')
    .or(page.getByLabel('Name of the rhythm'))
    .or(page.getByText('Care', { exact: true }))
    .or(page.getByText('Hear it from'))
    .first()
    .waitFor();
  await page.waitForTimeout(500);
  await act(page);
  await page.screenshot({ path: `${OUT}/${name}.png` });
  await page.close();
}

/** Plays until the play line has come to a place that looks like playing. */
const play = (ms) => async (page) => {
  await page.keyboard.press('Space');
  await page.waitForTimeout(ms);
};

await shot('shelf', '/', {
  act: async (page) => {
    await page.getByRole('button', { name: 'Leave the tour' }).click();
  },
});
await shot('write', '/bench/lantern-steps/write', { act: play(1700) });
await shot('write-dark', '/bench/ferry-bell/write', { theme: 'dark' });
await shot('write-phone', '/bench/lantern-steps/write', { size: [390, 844] });
await shot('write-long', '/bench/ten-stairs/write');
await shot('frame', '/bench/lantern-steps/frame', {
  act: async (page) => {
    await page.getByLabel('Search the catalogue').fill('tal');
    await page.getByRole('button', { name: /^teental/ }).click();
  },
});
await shot('frame-tablet', '/bench/ferry-bell/frame', { size: [820, 1180], theme: 'dark' });
await shot('tap-in', '/bench/lantern-steps/write', {
  act: async (page) => {
    await page.getByRole('button', { name: 'Tap it in' }).click();
    await page.getByRole('button', { name: 'Start' }).click();
    await page.waitForTimeout(7000);
    for (let i = 0; i < 10; i += 1) {
      await page.keyboard.press(i % 2 ? 'f' : 'j');
      await page.waitForTimeout(i % 3 === 2 ? 555 : 277);
    }
  },
});
await shot('guide', '/guide?instrument=tall-hand-drum');
await shot('crossing', '/crossing', {
  act: async (page) => {
    await page.getByRole('button', { name: '7 : 4', exact: true }).click();
    await page.getByRole('button', { name: /^the 4/ }).click();
    await page.getByRole('heading', { name: /^Crossing/ }).click();
    await play(2600)(page);
  },
});
await shot('crossing-phone', '/crossing', { size: [390, 844] });
await shot('sheet', '/bench/wet-cobbles/sheet', { size: [1000, 1300] });
await shot('climb', '/bench/lantern-steps/climb', { act: play(5200) });
await browser.close();
server.kill();
