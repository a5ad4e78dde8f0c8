// A line shifted by one pulse, and where its strokes went.
import assert from 'node:assert/strict';
import { readRhythm } from '@stride/core/text';
import { applyChain } from '@stride/core/vary';

const { rhythm } = readRhythm('cycle 3+3+2\nlayer Bell : hand bell\nplay X . . / X . . / X .');
const settings = { by: 1, unit: 'pulse', hold: 'nothing' };
const made = applyChain(rhythm, 0, [{ move: 'shift', settings }]);
assert.deepEqual(
  made?.layer.strokes.map(({ slot }) => slot),
  [1, 4, 7],
);
