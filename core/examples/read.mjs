// Strides, evenness and the lines that are the same, turned.
import assert from 'node:assert/strict';
import { leastRotation, spreadOf, strides } from '@stride/core/read';

const clave = [0, 3, 6, 10, 12];
assert.deepEqual(strides(clave, 16), [3, 3, 4, 2, 4]);
assert.deepEqual(leastRotation([3, 3, 4, 2, 4]), [2, 4, 3, 3, 4]);
assert.ok(spreadOf(clave, 16).evenness > spreadOf([0, 1, 2, 3, 4], 16).evenness);
