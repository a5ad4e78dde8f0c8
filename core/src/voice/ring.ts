import type { Hertz, Seconds } from '../time/index.ts';
import { FALL } from './noise.ts';

/** One partial as it sounds. */
export interface Partial {
  readonly frequency: Hertz;
  readonly amplitude: number;
  /** In radians. */
  readonly phase: number;
  readonly ring: Seconds;
  /** False where the pitch of the skin does not bend it. */
  readonly bends: boolean;
}

/** The pitch at a moment against its own. */
export type Bend = (time: Seconds) => number;

/** Partials that fall under this share of the loudest are let go. */
const UNHEARD = 1.6e-3;

/** How long a partial is heard beside the loudest. */
export function heardFor({ amplitude, ring }: Partial, loudest: number): Seconds {
  const level = Math.abs(amplitude) / loudest;
  return level <= UNHEARD ? 0 : (ring * Math.log(level / UNHEARD)) / FALL;
}

/** A partial that is let go dies within this time, so that its end is not heard either. */
const LET_GO: Seconds = 0.006;

/** The pitch is looked at anew after so many samples. */
const BLOCK = 48;

/**
 * Adds partials to a sound, each a pointer that turns and shrinks. The pointer's turn is computed once for a block of
 * samples, so that a pitch that bends costs little more than one that stays.
 */
export function addPartials(
  out: Float32Array,
  partials: readonly Partial[],
  bend: Bend | undefined,
  sampleRate: Hertz,
): void {
  const loudest = Math.max(1e-9, ...partials.map(({ amplitude }) => Math.abs(amplitude)));
  // How far the pitch is bent in each block, looked up once for all partials; none where it has come to rest.
  const blocks = Math.ceil(out.length / BLOCK);
  const bent = bend
    ? Float64Array.from({ length: blocks }, (_, at) => bend(((at + 0.5) * BLOCK) / sampleRate))
    : undefined;
  for (const partial of partials) {
    const { frequency, amplitude, phase, ring, bends } = partial;
    if (frequency > sampleRate * 0.45) continue;
    const length = Math.min(out.length, Math.ceil(heardFor(partial, loudest) * sampleRate));
    const shrink = Math.exp(-FALL / (ring * sampleRate));
    const step = (2 * Math.PI * frequency) / sampleRate;
    // The first sample lies half a step after the beginning: small, and not nothing.
    let re = amplitude * Math.cos(phase + step / 2);
    let im = amplitude * Math.sin(phase + step / 2);
    const turns = bends ? bent : undefined;
    let cos = shrink * Math.cos(step);
    let sin = shrink * Math.sin(step);
    let before = 1;
    const ending = length - Math.min(length, Math.round(LET_GO * sampleRate));
    for (let from = 0, block = 0; from < length; from += BLOCK, block += 1) {
      const now = turns ? (turns[block] as number) : 1;
      if (Math.abs(now - before) > 2e-5) {
        before = now;
        cos = shrink * Math.cos(step * now);
        sin = shrink * Math.sin(step * now);
      }
      const to = Math.min(length, from + BLOCK);
      if (to > ending) {
        // As much shorter in every sample as brings it to nothing at its end.
        const shorter = 1 - (to - from) / (length - from + 1);
        re *= shorter;
        im *= shorter;
      }
      for (let i = from; i < to; i += 1) {
        out[i] = (out[i] as number) + im;
        const next = re * cos - im * sin;
        im = re * sin + im * cos;
        re = next;
      }
    }
  }
}
