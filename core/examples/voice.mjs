// A slap of the congas as samples.
import assert from 'node:assert/strict';
import { renderStroke } from '@stride/core/voice';

const slap = renderStroke('tall-drums', 'S', { force: 3, take: 0 }, 24_000);
assert.ok(slap.length > 1000);
assert.ok(slap.some((sample) => Math.abs(sample) > 0.1));
