import { defineConfig } from '@playwright/test';
import chromium from './chromium.json' with { type: 'json' };

const PORT = 4391;

/** Chromium as Debian ships it, quiet on the network, allowed to sound without a gesture. */
export const CHROMIUM = {
  ...chromium,
  executablePath: process.env.CHROMIUM ?? chromium.executablePath,
};

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  fullyParallel: true,
  // One at a time: the tests of sound watch the clock, and a machine of two cores draws in software.
  workers: 1,
  timeout: 40_000,
  // A test that passes only on the second try is named at the end of the run, to be looked into.
  retries: process.env.CI ? 1 : 0,
  forbidOnly: Boolean(process.env.CI),
  reporter: [['list'], ['json', { outputFile: '../.reports/e2e.json' }]],
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
  },
  webServer: {
    command: 'node ../server/dist/main.js',
    env: { PORT: String(PORT) },
    url: `http://localhost:${PORT}`,
    reuseExistingServer: false,
  },
});
