import type { Hertz, Seconds } from '../time/index.ts';

/** ln(1000): a decay time is the time to fall by 60 dB. */
export const FALL = Math.log(1000);

/** White noise that two strokes mostly share, as two strokes of one hand on one thing do. */
export interface SharedNoise {
  /** The next value, −1 to 1 or so. */
  next(): number;
}

/** Share of the noise of a stroke that is this stroke's own, as an amplitude; the rest is the same every time. */
const OWN = 0.27;
const COMMON = Math.sqrt(1 - OWN ** 2);

/**
 * Two rows of even numbers (linear congruential, Numerical Recipes), added: quick, since a stroke takes thousands.
 * @param common the seed of what all strokes of a kind share
 * @param own the seed of this one
 */
export function sharedNoise(common: number, own: number): SharedNoise {
  let shared = common | 0;
  let mine = own | 0;
  return {
    next() {
      shared = (Math.imul(shared, 1_664_525) + 1_013_904_223) | 0;
      mine = (Math.imul(mine, 1_664_525) + 1_013_904_223) | 0;
      return (COMMON * shared + OWN * mine) / 2_147_483_648;
    },
  };
}

export interface NoiseBand {
  readonly centre: Hertz;
  /** Width of the band as its centre over its bandwidth; larger is narrower. */
  readonly q: number;
  readonly gain: number;
  /** Time to fall by 60 dB. */
  readonly fades: Seconds;
  /** Time until it has risen; it begins small either way. */
  readonly rises?: Seconds;
  /** How often in a second it comes and goes, as wires do on a head that swings. */
  readonly chatter?: Hertz;
}

/** Adds band-pass noise, after the audio EQ cookbook (constant peak gain). */
export function addNoise(
  out: Float32Array,
  { centre, q, gain, fades, rises = 0.0003, chatter = 0 }: NoiseBand,
  noise: SharedNoise,
  sampleRate: Hertz,
): void {
  const omega = (2 * Math.PI * Math.min(centre, sampleRate * 0.42)) / sampleRate;
  const alpha = Math.sin(omega) / (2 * q);
  const b0 = alpha / (1 + alpha);
  const a1 = (-2 * Math.cos(omega)) / (1 + alpha);
  const a2 = (1 - alpha) / (1 + alpha);
  // A narrow band lets little of the noise through; bring it back to a like loudness.
  let amplitude = gain * Math.sqrt(q) * 2.2;
  const perSample = Math.exp(-FALL / (fades * sampleRate));
  const length = Math.min(out.length, Math.ceil((rises + fades * 1.05) * sampleRate));
  const rising = 1 / (rises * sampleRate);
  const swing = (2 * Math.PI * chatter) / sampleRate;
  let x1 = 0;
  let x2 = 0;
  let y1 = 0;
  let y2 = 0;
  for (let i = 0; i < length; i += 1) {
    const x = noise.next();
    const y = b0 * (x - x2) - a1 * y1 - a2 * y2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    const risen = Math.min(1, (i + 0.5) * rising);
    const heard = chatter === 0 ? 1 : 0.55 - 0.45 * Math.cos(swing * i);
    out[i] = (out[i] as number) + y * amplitude * risen * heard;
    if (risen === 1) amplitude *= perSample;
  }
}
