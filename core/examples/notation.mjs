// Notes as another program has them, in quarters: which rhythm they most likely are.
import assert from 'node:assert/strict';
import { bringIn, proposeBringIn } from '@stride/core/notation';
import { rational } from '@stride/core/time';

/** Two bars of 4/4 that are alike: a note on the first and on the third quarter. */
const bars = [0, 4].map((start) => ({
  start: rational(start),
  length: rational(4),
  meter: { beats: [1, 1, 1, 1], under: 4 },
}));
/** @type {import('@stride/core/notation').PartNote[]} */
const notes = [0, 2, 4, 6].map((at) => ({ at: rational(at), sound: 'x', force: 3 }));
const part = { id: 'p', name: 'Hand bell', sounds: [{ key: 'x', name: 'x', count: 4 }], notes };
const tempos = [{ at: rational(0), quarters: 90 }];
const notation = { name: 'A score', bars, tempos, parts: [part], lost: [] };
const [first] = proposeBringIn(notation);
assert.ok(first);
const { rhythm } = bringIn(notation, first, 'a-score');
assert.equal(rhythm.layers[0]?.instrument, 'hand-bell');
assert.deepEqual(
  rhythm.layers[0]?.strokes.map(({ slot }) => slot),
  [0, 2],
);
