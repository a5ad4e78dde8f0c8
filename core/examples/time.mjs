// Where does the third stroke of a quintuplet over two pulses lie, and when is it heard at 90 a minute?
import assert from 'node:assert/strict';
import { add, formatRational, multiply, rational, toSeconds } from '@stride/core/time';

const place = add(rational(1), multiply(rational(2, 5), rational(2)));
assert.equal(formatRational(place), '9/5');
assert.equal(toSeconds(place, { bpm: 90, per: 1 }), 1.2);
