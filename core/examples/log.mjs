// Days, and how long ago they were.
import assert from 'node:assert/strict';
import { addDays, daysBetween, weekdayOf } from '@stride/core/log';

assert.equal(addDays('2026-02-27', 2), '2026-03-01');
assert.equal(daysBetween('2026-02-27', '2026-03-01'), 2);
assert.equal(weekdayOf('2026-11-27'), 5);
