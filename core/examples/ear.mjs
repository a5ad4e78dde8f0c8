// Three strokes asked for, three heard: one is missed, one was not asked for, and all come 20 ms late.
import assert from 'node:assert/strict';
import { askedAt, askedSlots, match } from '@stride/core/ear';
import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';

const { rhythm } = readRhythm('cycle 2+2\ntempo 60 per 1\nlayer Bell : hand bell\nplay X X / X .');
const [bell] = rhythm.layers;
const timed = timeRhythm(rhythm);
assert.ok(timed.ok);
const [grid] = timed.timing.layers;
assert.ok(bell && grid);
const slots = askedSlots(bell, grid, 0, timed.timing.turnTicks);
const asked = askedAt(slots, 0, 0, { secondsPerTick: 1 / timed.timing.ticksPerPulse });
const found = match(asked, [{ time: 0.02 }, { time: 2.02 }, { time: 3.52 }], 0.02);
assert.deepEqual([found.met.length, found.missed.length, found.extra.length], [2, 1, 1]);
