// A bell with a variation, four turns in order.
import assert from 'node:assert/strict';
import { readRhythm } from '@stride/core/text';
import { turnsByPlan, USUAL_PLAN } from '@stride/core/variation';

const { rhythm } = readRhythm(`cycle 2+2
layer Bell : hand bell
play X . / X .
variation Fuller
in Bell
play X X / X X`);
const turns = turnsByPlan(rhythm, { ...USUAL_PLAN, way: 'in order' }, 4);
assert.equal(turns.length, 4);
assert.equal(rhythm.variations?.[0]?.name, 'Fuller');
