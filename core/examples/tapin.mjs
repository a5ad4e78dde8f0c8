// Which parts of the beat were tapped: two beats in three parts, by a hand that is not quite steady.
import assert from 'node:assert/strict';
import { cycleFromSpans } from '@stride/core/cycle';
import { tappedBeats } from '@stride/core/tapin';

const taps = [0, 0.34, 0.66, 1.01, 1.33, 1.67].map((pulses) => ({ pulses, kind: 'X' }));
const beats = tappedBeats(cycleFromSpans('1+1'), taps, { secondsPerPulse: 0.8 });
assert.deepEqual(
  beats.map(({ readings }) => readings[0]?.slots),
  [3, 3],
);
