// An edit makes a new rhythm; timing is exact.
import assert from 'node:assert/strict';
import { editLayer, placeStroke, timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';

const { rhythm } = readRhythm(
  'rhythm Lantern steps\ncycle 3+3+2\nlayer Bell : hand bell\nplay X . . / X . . / X .',
);
const [bell] = rhythm.layers;
assert.ok(bell);
const fuller = editLayer(rhythm, bell.id, (layer) =>
  placeStroke(layer, { slot: 7, kind: 'X', force: 3 }),
);
assert.equal(bell.strokes.length, 3);
assert.equal(fuller.layers[0]?.strokes.length, 4);
const timed = timeRhythm(fuller);
assert.ok(timed.ok);
assert.equal(timed.timing.turnTicks / timed.timing.ticksPerPulse, 8);
