import { defineConfig } from 'vitest/config';

/** The core's tests while faults are planted (`npm run mutate`): quick ones first, in fewer cases each. */
export default defineConfig({
  test: {
    include: ['**/*.test.ts'],
    setupFiles: ['vitest.setup.ts'],
    unstubGlobals: true,
    testTimeout: 30_000,
    // What sounds are computed in is waited for, also where others take part of the machine; what never ends is stopped from outside.
    hookTimeout: 180_000,
  },
});
