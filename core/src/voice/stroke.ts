import type { Hertz, Seconds } from '../time/index.ts';
import { clapped } from './clapped.ts';
import { SPEEDS } from './contact.ts';
import type { Voice } from './model.ts';
import { ringing } from './ringing.ts';
import { shaken } from './shaken.ts';
import { spoken } from './spoken.ts';
import { chanceOf, type Struck, type Take } from './take.ts';

/**
 * A stroke as samples, mono, from its first sample on; not yet evened with other instruments. Same arguments, same
 * samples.
 * @param name tells strokes apart, so that each has noise of its own
 * @param most what comes later of what rings is left out
 */
export function strike(
  voice: Voice,
  name: string,
  take: Take,
  sampleRate: Hertz,
  most: Seconds = Number.POSITIVE_INFINITY,
): Float32Array {
  const { body, strike: how } = voice;
  const struck: Struck = {
    meant: SPEEDS[take.force] * how.weight,
    chance: chanceOf(name, take),
    tuned: take.tuned ?? 1,
    sampleRate,
    most,
  };
  switch (body.kind) {
    case 'ringing':
      return ringing(body, how, struck);
    case 'grains':
      return shaken(body, how, struck);
    case 'palms':
      return clapped(body, struck);
    case 'mouth':
      return spoken(body, struck);
  }
}

/** Takes out what is too low to be heard, and lets the end go to nothing. */
export function settle(out: Float32Array, sampleRate: Hertz): void {
  const keep = Math.exp((-2 * Math.PI * 18) / sampleRate);
  let before = 0;
  let low = 0;
  for (let i = 0; i < out.length; i += 1) {
    const x = out[i] as number;
    low = keep * (low + x - before);
    before = x;
    out[i] = low;
  }
  const length = Math.min(out.length, Math.round(0.005 * sampleRate));
  const from = out.length - length;
  for (let i = from; i < out.length; i += 1)
    out[i] = (out[i] as number) * (1 - (i - from + 1) / length);
}
