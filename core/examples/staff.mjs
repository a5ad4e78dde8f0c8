// A bar of 3 + 3 + 2 as notes.
import assert from 'node:assert/strict';
import { engraveLayer } from '@stride/core/staff';
import { readRhythm } from '@stride/core/text';

const { rhythm } = readRhythm('cycle 3+3+2\nlayer Bell : hand bell\nplay X . . / X . . / X .');
const [bell] = rhythm.layers;
assert.ok(bell);
const staff = engraveLayer(rhythm.cycle, bell);
assert.equal(staff.measures.length, 1);
