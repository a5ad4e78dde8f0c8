import { defineConfig } from '@playwright/test';
import { aside, FOR_TESTS, UNTIMED } from './browser.mjs';
import { AT_EASE, WITH_MUSIC } from './groups.mjs';
import type { Choices } from './kit.ts';

/** Two runs beside each other have a server, and a place for what they leave, of their own. */
const { E2E_PORT = '4391', E2E_REPORT = 'e2e', E2E_PATIENCE = '40000' } = process.env;

export default defineConfig<Choices>({
  testDir: '.',
  outputDir: `test-results/${E2E_REPORT}`,
  fullyParallel: true,
  // Three at a time fill two cores where nothing has to come in time.
  workers: 3,
  // The last watch the clock of the wall too, and draw every frame: they run after the others.
  projects: [
    // Less motion is less to draw in software; where it matters it is looked at with music.
    // They give way to what else runs on the machine.
    {
      name: 'at-ease',
      testMatch: AT_EASE,
      use: { contextOptions: { reducedMotion: 'reduce' }, frames: 20, launchOptions: aside() },
    },
    {
      name: 'with-music',
      testMatch: WITH_MUSIC,
      workers: 2,
      use: { frames: 20, launchOptions: UNTIMED },
    },
    {
      name: 'in-time',
      // One at a time: on a slow day two take moments of sound from one another.
      workers: 1,
      testMatch: '*.spec.ts',
      testIgnore: [...AT_EASE, ...WITH_MUSIC],
    },
  ],
  timeout: 180_000,
  // What is waited for may be music, which takes its time: where others use the machine too, the clock of
  // the sound itself goes at half its pace.
  expect: { timeout: Number(E2E_PATIENCE) },
  // A test that passes only on the second try is named at the end of the run, to be looked into.
  retries: process.env.CI ? 1 : 0,
  forbidOnly: Boolean(process.env.CI),
  reporter: [['list'], ['json', { outputFile: `../.reports/${E2E_REPORT}.json` }]],
  use: {
    baseURL: `http://localhost:${E2E_PORT}`,
    // What works without network is tried where it is asked for; elsewhere it would fetch everything for each test.
    serviceWorkers: 'block',
    viewport: { width: 1280, height: 800 },
    // Laid out as on any screen and drawn in a quarter of its points: the machine draws in software.
    deviceScaleFactor: 0.5,
    launchOptions: FOR_TESTS,
    isSharing: true,
  },
  webServer: {
    command: 'node ../server/dist/main.js',
    env: { PORT: E2E_PORT },
    url: `http://localhost:${E2E_PORT}`,
    reuseExistingServer: false,
  },
});
