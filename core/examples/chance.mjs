// Chance that is the same every time.
import assert from 'node:assert/strict';
import { seeded } from '@stride/core/chance';

const random = seeded(7);
const again = seeded(7);
assert.deepEqual([random(), random()], [again(), again()]);
