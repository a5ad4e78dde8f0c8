// A storage for what keeps rhythms in the browser; modules are shared, so it is there before any of them.
import 'fake-indexeddb/auto';
import fc from 'fast-check';

/**
 * Properties: the same cases on every run, so that a change is what makes a test fail.
 * `npm run soak` tries many more, and others each time.
 */
const { SOAK, SEED } = process.env;
fc.configureGlobal({
  numRuns: 100 * Number(SOAK ?? 1),
  ...(SOAK === undefined || SEED !== undefined ? { seed: Number(SEED ?? 4) } : {}),
});
