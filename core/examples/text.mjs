// The written form, there and back; a mistake has its place.
import assert from 'node:assert/strict';
import { readRhythm, writeRhythm } from '@stride/core/text';

const text =
  'rhythm Lantern steps\ncycle 3+3+2\nlayer Bell : hand bell\nplay X . . / X . . / X .\n';
const { rhythm, usable } = readRhythm(text);
assert.ok(usable);
assert.deepEqual(
  readRhythm(writeRhythm(rhythm)).rhythm.layers[0]?.strokes,
  rhythm.layers[0]?.strokes,
);
const [problem] = readRhythm(text.replace('X .\n', 'Q .\n')).problems;
assert.equal(problem?.line, 4);
