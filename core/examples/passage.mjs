// Turns in an order, as they are typed.
import assert from 'node:assert/strict';
import { readOrder, writeOrder } from '@stride/core/passage';

const read = readOrder('1 2x3', 2);
assert.ok('order' in read);
assert.equal(writeOrder(read.order ?? []), '1 2x3');
