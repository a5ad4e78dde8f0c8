// Numbers and nouns as they are said.
import assert from 'node:assert/strict';
import { counted, listed, ordinal } from '@stride/core/wording';

assert.equal(counted(1, 'stroke'), '1 stroke');
assert.equal(counted(1200, 'stroke'), '1200 strokes');
assert.equal(ordinal(3), 'third');
assert.equal(listed(['bell', 'congas', 'voice']), 'bell, congas, and voice');
