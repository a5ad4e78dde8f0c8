// The kind of a file by what is in it, and a rhythm in the fragment of an address.
import assert from 'node:assert/strict';
import { fileKind, readLink, writeLink } from '@stride/core/formats';
import { readRhythm } from '@stride/core/text';

assert.equal(fileKind(new TextEncoder().encode('MThd')), 'midi');
const { rhythm } = readRhythm(
  'rhythm Steps\ncycle 3+3+2\nlayer Bell : hand bell\nplay X . . / X . . / X .',
);
const link = writeLink({ kind: 'rhythm', rhythm });
assert.ok(link);
const read = readLink(link);
assert.ok(read.ok && read.linked.kind === 'rhythm');
assert.equal(read.linked.rhythm.name, 'Steps');
