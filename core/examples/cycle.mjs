// A cycle from its written form.
import assert from 'node:assert/strict';
import { beatStarts, cycleFromSpans, formatSpans, turnPulses } from '@stride/core/cycle';

const cycle = cycleFromSpans('2+2+3');
assert.equal(turnPulses(cycle), 7);
assert.deepEqual(beatStarts(cycle), [0, 2, 4]);
assert.equal(formatSpans(cycle), '2+2+3');
