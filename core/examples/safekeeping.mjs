// Of versions a second apart only the newest stays.
import assert from 'node:assert/strict';
import { tooClose } from '@stride/core/safekeeping';

const now = Date.UTC(2026, 10, 27);
assert.deepEqual(tooClose([now - 2000, now - 1000], now), [now - 2000]);
