// What was meant by a word that is misspelt, and a schema’s complaint as a sentence.
import assert from 'node:assert/strict';
import { NameSchema, nearest, parseData } from '@stride/core/bounds';

assert.equal(nearest('cogas', ['congas', 'hand bell']), 'congas');
assert.equal(parseData(NameSchema, '').ok, false);
