// What plants faults is installed where it is asked for: `npm test` does without it.
import { ensurePackages } from '../scripts/setup.mjs';

await ensurePackages(import.meta.dirname);
await import('./mutate.mjs');
