import type { Seconds } from '../../time/index.ts';
import type { Hit } from '../hit.ts';
import { median } from '../judge/index.ts';

/** A sound of the program itself, as it left for the ear. */
export interface OwnSound {
  readonly time: Seconds;
  /** Its loudest moment, as an amplitude. */
  readonly peak: number;
}

/** How the program's own sound comes back through the microphone. */
export interface Bleed {
  /** How much later it is heard than it left. */
  readonly delay: Seconds;
  /** Amplitude in the microphone for one of the program. */
  readonly gain: number;
}

/** How far from its moment the program's own sound may be found. */
const NEAR: Seconds = 0.012;
/** The longest way through air and devices. */
const FAR: Seconds = 0.35;
/** A stroke this much louder than the program's own sound would be is the player's. */
const LOUDER = 1.8;

/**
 * Learns how the program bleeds into the microphone from a count-in, while the player is not playing yet:
 * sounds that come back with one delay. Undefined where none does, as with headphones.
 */
export function learnBleed(hits: readonly Hit[], own: readonly OwnSound[]): Bleed | undefined {
  const pairs = own.flatMap(({ time, peak }) =>
    hits
      .filter((hit) => hit.loud !== undefined && hit.time - time > -NEAR && hit.time - time < FAR)
      .map((hit) => ({ delay: hit.time - time, gain: (hit.loud ?? 0) / peak })),
  );
  let best: readonly { readonly delay: number; readonly gain: number }[] = [];
  for (const { delay } of pairs) {
    const alike = pairs.filter((pair) => Math.abs(pair.delay - delay) < NEAR / 2);
    if (alike.length > best.length) best = alike;
  }
  // Half of what was played at least: a cough is no bleed.
  if (best.length < Math.max(2, own.length / 2)) return undefined;
  return {
    delay: median(best.map(({ delay }) => delay)),
    gain: median(best.map(({ gain }) => gain)),
  };
}

/** The hits without those that are the program's own sound: at its moment, and no louder than it comes back. */
export function withoutBleed(
  hits: readonly Hit[],
  own: readonly OwnSound[],
  bleed: Bleed | undefined,
): readonly Hit[] {
  if (!bleed) return hits;
  return hits.filter(
    ({ time, loud }) =>
      !own.some(
        (sound) =>
          Math.abs(time - sound.time - bleed.delay) < NEAR &&
          (loud ?? 0) < sound.peak * bleed.gain * LOUDER,
      ),
  );
}

/** Whether the program is so loud in the microphone that soft strokes cannot be told from it. */
export function isBleedLoud(
  bleed: Bleed | undefined,
  own: readonly OwnSound[],
  hits: readonly Hit[],
): boolean {
  if (!bleed || hits.length === 0) return false;
  const peak = Math.max(0, ...own.map((sound) => sound.peak)) * bleed.gain;
  return peak > median(hits.map(({ loud }) => loud ?? 0)) * 0.5;
}
