// A rhythm as a score; what a score cannot hold is listed.
import assert from 'node:assert/strict';
import { readMusicXml, writeMusicXml } from '@stride/core/musicxml';
import { readRhythm } from '@stride/core/text';

const { rhythm } = readRhythm(
  'rhythm Steps\ncycle 3+3+2\nlayer Bell : hand bell\nplay X! . . / X . . / X .',
);
const { text, lost } = writeMusicXml(rhythm);
assert.match(text, /<score-partwise version="4.0">/);
assert.deepEqual(lost, []);
const read = readMusicXml(new TextEncoder().encode(text), 'steps.musicxml');
assert.ok(read.ok);
assert.equal(read.notation.parts.length, 1);
