import type { Hertz, Seconds } from '../time/index.ts';

/** What no peak passes, between the samples either: −1 dBFS. */
export const CEILING = 10 ** (-1 / 20);
/** A little under it, for what is rounded on the way. */
const AIM = CEILING * 0.985;
/** How far ahead it looks, so that it has turned down when the peak comes. */
export const LOOK_AHEAD: Seconds = 0.0015;
/** How soon it lets go. */
const RELEASE: Seconds = 0.08;

/** Places between two samples at which a peak is looked for, and the samples each is made of (BS.1770, annex 2). */
const PHASES = [1, 2, 3].map((part) => {
  const reach = 6;
  return Array.from({ length: 2 * reach }, (_, tap) => {
    const x = tap - reach + 1 - part / 4;
    const window = 0.5 + 0.5 * Math.cos((Math.PI * x) / (reach + 0.5));
    return (window * Math.sin(Math.PI * x)) / (Math.PI * x);
  });
});
const TAPS = 12;
/** What is left of having been turned down when it is over: 140 dB under what is heard. */
const GONE = 1e-7;

/** A limiter at work on one stream of sound. */
export interface Limiter {
  /** How much later everything comes out, in samples. */
  readonly delay: number;
  /** Turns down what would pass the ceiling, in place: the channels of a bit, one after the other. */
  process(channels: readonly Float32Array[]): void;
}

/**
 * A limiter that sees peaks between the samples and looks ahead. For each sample it works out how far it must be turned
 * down; over what lies ahead the least of these is held, and averaged over the same stretch, so that it is reached when the
 * peak comes and without a step.
 */
export function createLimiter(channels: number, sampleRate: Hertz): Limiter {
  const ahead = Math.max(8, Math.round(LOOK_AHEAD * sampleRate));
  const delay = ahead + TAPS / 2;
  const kept = Array.from({ length: channels }, () => new Float32Array(delay + 1));
  const last = Array.from({ length: channels }, () => new Float64Array(2 * TAPS));
  /** Least gain over the stretch ahead: a queue of the ones that can still be the least. */
  const queueAt = new Float64Array(ahead + 2);
  const queueGain = new Float64Array(ahead + 2);
  let head = 0;
  let size = 0;
  const averaged = new Float64Array(ahead).fill(1);
  let sum = ahead;
  let held = 1;
  let at = 0;
  /** Where the newest sample stands in each ring, which is `at` wrapped at its length. */
  let newest = 0;
  let place = 0;
  let slot = 0;
  /** For so many samples nothing was turned down, nor is to be. */
  let idle = ahead;
  const back = 1 - Math.exp(-1 / (RELEASE * sampleRate));

  /** So many samples ago a channel was last so loud that it may pass the ceiling between two of them. */
  const sinceLoud = new Int32Array(channels).fill(TAPS);

  /** The largest size about the newest sample but a few, of any channel. @param place of the newest in its ring */
  function peakOf(place: number): number {
    let most = 0;
    for (let channel = 0; channel < channels; channel += 1) {
      const ring = last[channel] as Float64Array;
      // The oldest of the last twelve stands at `place + 1`, in a ring that is written twice.
      most = Math.max(most, Math.abs(ring[place + 1 + TAPS / 2] as number));
      // What is small all round is no peak between either.
      if ((sinceLoud[channel] as number) >= TAPS) continue;
      for (let part = 0; part < PHASES.length; part += 1) {
        const phase = PHASES[part] as readonly number[];
        let between = 0;
        for (let tap = 0; tap < TAPS; tap += 1)
          between += (ring[place + 1 + tap] as number) * (phase[tap] as number);
        most = Math.max(most, Math.abs(between));
      }
    }
    return most;
  }

  function least(gain: number): number {
    const room = queueGain.length;
    let tail = head + size - 1;
    if (tail >= room) tail -= room;
    while (size > 0 && (queueGain[tail] as number) >= gain) {
      size -= 1;
      tail = tail === 0 ? room - 1 : tail - 1;
    }
    tail = head + size;
    if (tail >= room) tail -= room;
    queueGain[tail] = gain;
    queueAt[tail] = at;
    size += 1;
    if ((queueAt[head] as number) <= at - ahead) {
      head = head + 1 === room ? 0 : head + 1;
      size -= 1;
    }
    return queueGain[head] as number;
  }

  /** How far what comes out now is turned down. */
  function gainNow(isLoud: boolean): number {
    // All there is in the stretch ahead is 1, and so is what comes.
    if (!isLoud && idle >= ahead) {
      size = 0;
      return 1;
    }
    const peak = peakOf(newest);
    const lowest = least(peak > AIM ? AIM / peak : 1);
    held = Math.min(lowest, held + (1 - held) * back);
    if (lowest === 1 && 1 - held < GONE) held = 1;
    idle = held === 1 ? idle + 1 : 0;
    sum += held - (averaged[place] as number);
    averaged[place] = held;
    // Rounding adds up: the sum is made anew once in a while.
    if (place === 0) {
      sum = 0;
      for (let i = 0; i < ahead; i += 1) sum += averaged[i] as number;
    }
    return Math.min(1, sum / ahead);
  }

  return {
    delay,
    process(bits) {
      const length = bits[0]?.length ?? 0;
      for (let i = 0; i < length; i += 1) {
        let isLoud = false;
        for (let channel = 0; channel < channels; channel += 1) {
          const ring = last[channel] as Float64Array;
          const value = (bits[channel] as Float32Array)[i] as number;
          ring[newest] = value;
          ring[newest + TAPS] = value;
          const since = Math.abs(value) >= AIM * 0.6 ? 0 : (sinceLoud[channel] as number) + 1;
          sinceLoud[channel] = since;
          if (since <= TAPS) isLoud = true;
        }
        const gain = gainNow(isLoud);
        const oldest = slot === delay ? 0 : slot + 1;
        for (let channel = 0; channel < channels; channel += 1) {
          const ring = kept[channel] as Float32Array;
          const bit = bits[channel] as Float32Array;
          ring[slot] = bit[i] as number;
          bit[i] = (ring[oldest] as number) * gain;
        }
        at += 1;
        newest = newest === TAPS - 1 ? 0 : newest + 1;
        place = place === ahead - 1 ? 0 : place + 1;
        slot = oldest;
      }
    },
  };
}
