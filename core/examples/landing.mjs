// Three times a phrase of five in sixteen beats of four: where it begins so that it lands on the one.
import assert from 'node:assert/strict';
import { cycleFromSpans } from '@stride/core/cycle';
import { sayCadence, solve, USUAL_QUESTION, unitsOf } from '@stride/core/landing';

const cycle = cycleFromSpans('1+1+1+1');
const all = solve(cycle, { ...USUAL_QUESTION, sizes: { least: 5, most: 5 } });
const [first] = all.take(0, 1);
assert.ok(all.found > 0);
assert.ok(first);
assert.match(sayCadence(first, unitsOf(cycle, first.parts)), /5/);
