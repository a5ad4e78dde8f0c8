// A rhythm as sound, and as a WAV.
import assert from 'node:assert/strict';
import { timeRhythm } from '@stride/core/rhythm';
import { renderScore, scoreRhythm, wavFile } from '@stride/core/sound';
import { readRhythm } from '@stride/core/text';

const { rhythm } = readRhythm(
  'cycle 3+3+2\ntempo 90 per 3\nlayer Bell : hand bell\nplay X . . / X . . / X .',
);
const timed = timeRhythm(rhythm);
assert.ok(timed.ok);
const samples = renderScore(scoreRhythm(rhythm, timed.timing), {
  tempo: rhythm.tempo,
  sampleRate: 24_000,
  turns: 1,
});
const wav = wavFile(samples, 24_000);
assert.equal(String.fromCharCode(...wav.slice(0, 4)), 'RIFF');
