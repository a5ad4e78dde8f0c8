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
  const last = Array.from({ length: channels }, () => new Float64Array(TAPS));
  /** Least gain over the stretch ahead: a queue of the ones that can still be the least. */
  const queueAt = new Int32Array(ahead + 2);
  const queueGain = new Float64Array(ahead + 2);
  let head = 0;
  let size = 0;
  const averaged = new Float64Array(ahead).fill(1);
  let sum = ahead;
  let held = 1;
  let at = 0;
  const back = 1 - Math.exp(-1 / (RELEASE * sampleRate));

  /** The largest size about the newest sample but a few, of any channel. */
  function peakOf(): number {
    let most = 0;
    for (const ring of last) {
      let near = 0;
      for (let tap = 0; tap < TAPS; tap += 1) near = Math.max(near, Math.abs(ring[tap] as number));
      most = Math.max(most, Math.abs(ring[TAPS / 2] as number));
      // What is small all round is no peak between either.
      if (near < AIM * 0.6) continue;
      for (const phase of PHASES) {
        let between = 0;
        for (let tap = 0; tap < TAPS; tap += 1)
          between += (ring[tap] as number) * (phase[tap] as number);
        most = Math.max(most, Math.abs(between));
      }
    }
    return most;
  }

  function least(gain: number): number {
    while (size > 0 && (queueGain[(head + size - 1) % queueGain.length] as number) >= gain)
      size -= 1;
    const tail = (head + size) % queueGain.length;
    queueGain[tail] = gain;
    queueAt[tail] = at;
    size += 1;
    if ((queueAt[head] as number) <= at - ahead) {
      head = (head + 1) % queueGain.length;
      size -= 1;
    }
    return queueGain[head] as number;
  }

  return {
    delay,
    process(bits) {
      const length = bits[0]?.length ?? 0;
      for (let i = 0; i < length; i += 1) {
        for (const [channel, bit] of bits.entries()) {
          const ring = last[channel] as Float64Array;
          ring.copyWithin(0, 1);
          ring[TAPS - 1] = bit[i] as number;
        }
        const peak = peakOf();
        const lowest = least(peak > AIM ? AIM / peak : 1);
        held = Math.min(lowest, held + (1 - held) * back);
        const place = at % ahead;
        sum += held - (averaged[place] as number);
        averaged[place] = held;
        const gain = Math.min(1, sum / ahead);
        for (const [channel, bit] of bits.entries()) {
          const ring = kept[channel] as Float32Array;
          const slot = at % ring.length;
          ring[slot] = bit[i] as number;
          bit[i] = (ring[(at + 1) % ring.length] as number) * gain;
        }
        at += 1;
        // Rounding adds up: the sum is made anew once in a while.
        if (place === 0) sum = averaged.reduce((all, one) => all + one, 0);
      }
    },
  };
}
