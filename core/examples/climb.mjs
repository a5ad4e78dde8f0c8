// From 60 to 80 in steps of four.
import assert from 'node:assert/strict';
import { rungs } from '@stride/core/climb';

assert.deepEqual(
  rungs({ from: 60, to: 80, step: { kind: 'bpm', value: 4 } }),
  [60, 64, 68, 72, 76, 80],
);
