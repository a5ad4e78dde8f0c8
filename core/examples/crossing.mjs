// Four against three: what is heard, and sixty steps of the four a minute are 45 of the three.
import assert from 'node:assert/strict';
import { crossing, soundsOf, tempoFrom } from '@stride/core/crossing';

const four = crossing([4, 3]);
assert.equal(four.grid, 12);
assert.deepEqual(soundsOf(four, 0), [0, 3, 6, 9]);
assert.equal(tempoFrom(60, 3, 4), 45);
