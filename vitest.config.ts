import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['core/src/**/*.test.ts', 'web/src/**/*.test.ts', 'server/src/**/*.test.ts'],
    // Sounds of all instruments are computed in some; on a busy machine that takes a while.
    testTimeout: 30_000,
  },
});
