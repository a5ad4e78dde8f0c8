// Takes the pictures in docs/screenshots from the demo data: `npm run shots` after `npm run build`.
import { spawn } from 'node:child_process';
import { chromium } from '@playwright/test';
import { CHROMIUM } from './browser.mjs';

const PORT = 4392;
const OUT = '../docs/screenshots';
const wanted = process.argv.slice(2);
const server = spawn(process.execPath, ['../server/dist/main.js'], {
  env: { ...process.env, PORT: String(PORT) },
});
await new Promise((resolve) => server.stdout.once('data', resolve));
const browser = await chromium.launch(CHROMIUM);

async function shot(
  name,
  path,
  { size = [1280, 800], theme = 'light', act = async () => {} } = {},
) {
  // `npm run shots -- write read` takes some of them.
  if (wanted.length > 0 && !wanted.includes(name)) return;
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
    .or(page.getByText('30 land.'))
    .or(page.getByText('Begin one from'))
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
/** Puts a clave under the ferry, and reads the water against it. */
const withClave = async (page) => {
  await page.getByLabel('Search the catalogue').fill('son clave');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add as a layer' }).click();
  await page.getByRole('link', { name: 'Read', exact: true }).click();
  await page.getByRole('button', { name: 'Water', exact: true }).click();
  await page.getByRole('button', { name: 'Dismiss' }).or(page.getByText('×')).first().click();
  await page.waitForTimeout(600);
};
await shot('read', '/bench/ferry-bell/frame', {
  act: async (page) => {
    await withClave(page);
    await page.getByRole('button', { name: 'What I want' }).click();
    await page.getByRole('radio', { name: /^Strict/ }).check();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: /^It doubles the timeline/ }).click();
    await page.getByRole('region', { name: 'Sides' }).scrollIntoViewIfNeeded();
    await page.getByRole('button', { name: /^How is this worked out: With son clave/ }).click();
    await page.mouse.wheel(0, 160);
    await page.waitForTimeout(300);
  },
});
await shot('frame', '/bench/lantern-steps/frame', {
  act: async (page) => {
    await page.getByLabel('Search the catalogue').fill('tal');
    await page.getByRole('button', { name: /^teental/ }).click();
  },
});
/** Two moves, and a third one that is looked at. */
await shot('vary', '/bench/lantern-steps/vary', {
  act: async (page) => {
    for (const name of ['Shift', 'Thin out']) {
      await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
    }
    await page.getByRole('button', { name: /^Chase the accents/ }).hover();
    await page.waitForTimeout(600);
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
await shot('landing', '/landing', {
  act: async (page) => {
    await page.getByLabel('Shape').selectOption('shrinking');
    await page.getByLabel('Phrases, at most').fill('5');
    await page.getByLabel('Phrases, at least').fill('5');
    await page.getByLabel('Sizes, at least').fill('1');
    await page.getByLabel('Cycle', { exact: true }).selectOption('jhaptal');
    await page.getByLabel('Landing', { exact: true }).selectOption('after-last');
    await page.waitForTimeout(600);
    await page.getByRole('button', { name: '5 (1) 4 (1) 3 (1) 2 (1) 1', exact: true }).click();
    await page.getByRole('heading', { name: 'Landing' }).click();
    await play(16_200)(page);
  },
});
await shot('sheet', '/bench/wet-cobbles/sheet', {
  size: [1000, 1300],
  act: (page) => page.getByText(/^One page/).waitFor(),
});
/** Is heard, with one stroke that rushes; the verdict stands. */
const heard = async (page) => {
  await page.getByRole('tab', { name: /^Ear/ }).click();
  await page.getByLabel('You are heard by').selectOption('simulated');
  await page.getByLabel('Who plays').selectOption('rushing');
  await page.getByRole('tab', { name: /^Ladder/ }).click();
  await page.getByLabel('From', { exact: true }).fill('84');
  await page.getByLabel('Passes', { exact: true }).fill('2');
  await page.getByTestId('climb-status').click();
  await page.keyboard.press('Space');
  await page.getByText('at 84').waitFor({ timeout: 30_000 });
  await page.waitForTimeout(400);
};
await shot('climb', '/bench/lantern-steps/climb', { act: heard });
/** The set of the Lantern Street Players. */
const theSet = async (page) => {
  await page.getByRole('button', { name: 'Look at the set of the Lantern Street Players' }).click();
  await page.getByText('2 found').waitFor();
};
await shot('form', '/form', {
  size: [1280, 1000],
  act: async (page) => {
    await theSet(page);
    await page.waitForTimeout(800);
  },
});
await shot('follow-phone', '/form', {
  size: [390, 844],
  act: async (page) => {
    await theSet(page);
    await page.getByRole('button', { name: 'Cue sheet' }).click();
    await page.getByRole('menuitem', { name: 'Bell' }).click();
    await page.getByRole('button', { name: 'Play and follow' }).click();
    await page.waitForTimeout(6000);
  },
});
/** A page of the Log with the made-up weeks, on a day that is always the same. */
const logShot = (name, path, options = {}) =>
  shot(name, '/', {
    ...options,
    act: async (page) => {
      await page.clock.setFixedTime(new Date('2026-11-27T10:00:00'));
      await page.goto(`http://localhost:${PORT}/log`);
      await page
        .getByText('What each hand had to do', { exact: true })
        .waitFor({ timeout: 30_000 });
      await page.goto(`http://localhost:${PORT}${path}`);
      await page.waitForTimeout(2500);
      await options.act?.(page);
    },
  });
const cobbles = async (page) => {
  await page.getByLabel('Line').selectOption('Wet cobbles, Cobbles');
  await page.waitForTimeout(1200);
};
await logShot('today', '/log');
await logShot('runs', '/log/runs', { act: cobbles });
/** An edit, and what stood before it. */
await shot('history', '/bench/lantern-steps/write', {
  act: async (page) => {
    await page.getByRole('listbox', { name: 'Bell, strokes' }).getByRole('option').nth(2).click();
    await page.keyboard.press('X');
    await page.waitForTimeout(500);
    await page.getByRole('button', { name: 'Earlier versions' }).click();
    await page.waitForTimeout(900);
  },
});
await shot('safekeeping', '/', {
  act: async (page) => {
    await page.getByRole('button', { name: 'Leave the tour' }).click();
    await page.getByRole('button', { name: 'Delete Quay call' }).click();
    await page.getByRole('link', { name: 'Safekeeping' }).click();
    await page.getByText('Room', { exact: true }).waitFor();
    await page.waitForTimeout(6000);
  },
});
await shot('restore', '/', {
  act: async (page) => {
    await page.getByRole('button', { name: 'Leave the tour' }).click();
    await page.getByRole('link', { name: 'Safekeeping' }).click();
    const coming = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Back up now' }).click();
    const path = await (await coming).path();
    await page.getByRole('link', { name: 'Shelf', exact: true }).click();
    await page.getByRole('button', { name: 'Delete Quay call' }).click();
    await page.getByRole('link', { name: 'Ferry bell' }).click();
    await page.getByLabel('Tempo', { exact: true }).fill('77');
    await page.keyboard.press('Tab');
    await page.waitForTimeout(500);
    await page.getByRole('link', { name: 'Shelf', exact: true }).click();
    await page.getByRole('link', { name: 'Safekeeping' }).click();
    await page.getByTestId('restore').setInputFiles(path);
    await page.getByRole('dialog').waitFor();
    await page.getByRole('button', { name: 'Choose', exact: true }).click();
    await page.waitForTimeout(6000);
  },
});
/** A score of another program, before it is taken in. */
await shot('bring-in', '/', {
  act: async (page) => {
    await page.getByRole('button', { name: 'Leave the tour' }).click();
    await page.getByTestId('bring-in').setInputFiles('street-call.musicxml');
    await page.getByText('What does not come along').waitFor();
    await page.waitForTimeout(1000);
  },
});
await shot('take-away', '/bench/lantern-steps/write', {
  act: async (page) => {
    await page.getByRole('button', { name: 'Take away as a file' }).click();
    await page.getByRole('menuitem', { name: 'As sound or notes' }).click();
    await page.getByLabel('What is taken down').selectOption('climb');
    await page.getByText('Which note each stroke is in MIDI').click();
    await page.waitForTimeout(500);
  },
});
await browser.close();
server.kill();
