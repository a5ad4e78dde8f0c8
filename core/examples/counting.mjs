// The words over a beat in four parts, as they are counted in the second beat.
import assert from 'node:assert/strict';
import { countBeat, readCounting } from '@stride/core/counting';

assert.deepEqual(countBeat('plain', 2, 4), ['2', 'e', '&', 'a']);
const read = readCounting('ta-ka-di-mi');
assert.ok('counting' in read);
assert.deepEqual(countBeat(read.counting, 1, 4), ['ta', 'ka', 'di', 'mi']);
