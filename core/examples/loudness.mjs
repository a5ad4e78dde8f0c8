// A tone of full height, and how far it goes between its samples.
import assert from 'node:assert/strict';
import { truePeak } from '@stride/core/loudness';

const tone = Float32Array.from({ length: 4800 }, (_, at) => 0.5 * Math.sin((at * Math.PI) / 24));
assert.ok(Math.abs(truePeak(tone) - 0.5) < 0.01);
