// Five players from left to right.
import assert from 'node:assert/strict';
import { placesOf } from '@stride/core/mix';

const places = placesOf(5, 1);
assert.equal(places.length, 5);
assert.ok(places.some((place) => place < 0) && places.some((place) => place > 0));
