// A rhythm as a MIDI file, and what such a file most likely holds.
import assert from 'node:assert/strict';
import { readMidiFile, writeMidiFile } from '@stride/core/midi';
import { bringIn, proposeBringIn } from '@stride/core/notation';
import { timeRhythm } from '@stride/core/rhythm';
import { performRhythm } from '@stride/core/sound';
import { readRhythm } from '@stride/core/text';

const { rhythm } = readRhythm(
  'rhythm Steps\ncycle 3+3+2\ntempo 90 per 3\nlayer Bell : hand bell\nplay X . . / X . . / X .',
);
const timed = timeRhythm(rhythm);
assert.ok(timed.ok);
const { bytes } = writeMidiFile(performRhythm(rhythm, timed.timing, { turns: 1 }));
const read = readMidiFile(bytes, 'steps.mid');
assert.ok(read.ok);
const [first] = proposeBringIn(read.notation);
assert.ok(first);
const back = bringIn(read.notation, first, 'steps');
assert.equal(back.rhythm.layers[0]?.strokes.length, 3);
