// A syllable, spelt and spoken.
import assert from 'node:assert/strict';
import { SPEAKERS, sayWord, spell } from '@stride/core/speech';

assert.ok(spell('ta').length >= 2);
assert.ok(Object.keys(SPEAKERS).length >= 2);
const said = sayWord(spell('ta'), { speaker: 'low', leant: true }, 24_000);
assert.ok(said.some((sample) => Math.abs(sample) > 0.01));
