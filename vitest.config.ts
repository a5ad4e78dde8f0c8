import { defineConfig } from 'vitest/config';

const { SOAK } = process.env;

export default defineConfig({
  // Many times the cases a property asks for itself.
  plugins: SOAK
    ? [
        {
          name: 'soak',
          transform: (code, id) =>
            id.endsWith('.test.ts')
              ? code.replace(
                  /numRuns: (\d+)/g,
                  (_, runs) => `numRuns: ${Number(runs) * Number(SOAK)}`,
                )
              : undefined,
        },
      ]
    : [],
  test: {
    include: [
      'core/src/**/*.test.ts',
      'web/src/**/*.test.{ts,tsx}',
      'server/src/**/*.test.ts',
      'cli/src/**/*.test.ts',
    ],
    setupFiles: ['vitest.setup.ts'],
    // The core keeps no state but the instruments of one's own, which the tests of those put back;
    // reading every module anew for each file would take as long as the tests.
    isolate: false,
    // Left to itself it takes one of two cores.
    maxWorkers: '100%',
    unstubGlobals: true,
    // None is timed: so long is only waited for what never ends. Sounds of all instruments are computed in some.
    testTimeout: SOAK ? 3_600_000 : 180_000,
    hookTimeout: SOAK ? 3_600_000 : 180_000,
  },
});
