import { defineConfig } from 'vitest/config';

/** The core's tests while faults are planted (`npm run mutate`): quick ones first, in fewer cases each. */
export default defineConfig({
  test: {
    include: ['**/*.test.ts'],
    setupFiles: ['vitest.setup.ts'],
    unstubGlobals: true,
    testTimeout: 30_000,
  },
});
