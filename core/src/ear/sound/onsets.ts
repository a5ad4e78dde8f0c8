import type { Hertz, Samples, Seconds } from '../../time/index.ts';
import { type Band, createBand } from './band.ts';

/** A stroke that was heard. */
export interface Onset {
  /** From the first sample on. */
  readonly time: Seconds;
  /** How loud its first moments are, as an amplitude. */
  readonly loud: number;
}

/** How beginnings of strokes are looked for in sound. */
export interface OnsetOptions {
  /** Quieter than this is never a stroke, as an amplitude; from a short listening. */
  readonly threshold?: number;
}

/** Finds strokes in sound that comes bit by bit. */
export interface OnsetFinder {
  /** Takes the next samples and gives the strokes that are certain by now, in order. */
  push(samples: Float32Array): readonly Onset[];
  /** Gives what is left at the end. */
  end(): readonly Onset[];
}

const HOP: Seconds = 0.001;
/**
 * The whole sound, in which what is hard and short stands out; its lower quarter, for bells and open skins; and
 * what lies below two thousand hertz, for deep strokes, of which noise has little. With each, in hops and
 * decibels, from which rise on it is a stroke.
 */
const BANDS = [
  { every: 1, window: 0.022, order: 28, short: 3, long: 14, rise: 3.6 },
  { every: 4, window: 0.03, order: 24, short: 4, long: 16, rise: 5 },
  { every: 12, window: 0.05, order: 16, short: 6, long: 24, rise: 6.5 },
] as const;
/** Two strokes are no nearer than this; of two the much louder one is the stroke. */
const APART: Seconds = 0.026;
const LOUDER = 2.5;
/** How long after its beginning a stroke is loudest, and how much of the sound is kept to look. */
const ATTACK: Seconds = 0.012;
const KEPT: Seconds = 0.25;
/** Hops until the bands know the room. */
const SETTLED = 60;
/** Hops within which the bands speak of the same stroke. */
const TOGETHER = 5;

/**
 * Finds strokes by what could not be foretold: drums and bells that ring on are foretold from their own past, so
 * that a soft stroke within a long ringing stands out like one in silence. Times are to the sample where
 * the surprise begins.
 */
export function createOnsetFinder(
  sampleRate: Hertz,
  { threshold = 0 }: OnsetOptions = {},
): OnsetFinder {
  const bands = BANDS.map(({ every, window, order, short, long, rise }) => ({
    rise,
    short,
    band: createBand({
      every,
      hop: Math.round((HOP * sampleRate) / every),
      window: Math.round((window * sampleRate) / every),
      order,
      short,
      long,
    }),
  }));
  const attack: Samples = Math.round(ATTACK * sampleRate);
  const apart: Samples = Math.round(APART * sampleRate);
  const kept: Samples = Math.round(KEPT * sampleRate);
  const hop: Samples = Math.round(HOP * sampleRate);
  let recent = new Float32Array(0);
  let first = 0;
  // Before the bands have heard a little of the room, everything is a surprise.
  let looked = SETTLED;
  let last: { readonly at: Samples; readonly loud: number } | undefined;

  /** The hop is the highest of a band's rises near it. */
  function isPeak(band: Band, at: number): boolean {
    const rise = band.rise(at);
    for (let near = at - TOGETHER; near <= at + TOGETHER; near += 1) {
      const other = band.rise(near);
      if (other > rise || (other === rise && near < at)) return false;
    }
    return true;
  }

  function loudFrom(at: Samples): number {
    let loud = 0;
    const from = Math.max(0, at - first);
    for (let one = from; one < Math.min(recent.length, from + attack); one += 1) {
      loud = Math.max(loud, Math.abs(recent[one] ?? 0));
    }
    return loud;
  }

  function take(at: Samples, found: Onset[]): void {
    const loud = loudFrom(at);
    if (loud < threshold) return;
    if (last && at - last.at < apart) {
      if (loud > last.loud * LOUDER && at > last.at) last = { at, loud };
      return;
    }
    if (last) found.push({ time: last.at / sampleRate, loud: last.loud });
    last = { at, loud };
  }

  function look(until: number, found: Onset[]): void {
    for (; looked < until; looked += 1) {
      // The band of the highest pitch that knows of the stroke says best when it began.
      const said = bands.find(
        ({ band, rise }) => band.rise(looked) >= rise && isPeak(band, looked),
      );
      if (said) take(said.band.begins(looked), found);
    }
    if (last && until * hop - last.at >= apart + TOGETHER * hop) {
      found.push({ time: last.at / sampleRate, loud: last.loud });
      last = undefined;
    }
  }

  return {
    push(more) {
      const drop = Math.max(0, recent.length - kept);
      const joined = new Float32Array(recent.length - drop + more.length);
      joined.set(recent.subarray(drop));
      joined.set(more, recent.length - drop);
      recent = joined;
      first += drop;
      for (const { band } of bands) band.push(more);
      const found: Onset[] = [];
      const ready = Math.min(...bands.map(({ band, short }) => band.hops - short)) - TOGETHER;
      look(Math.max(looked, ready - Math.ceil(ATTACK / HOP)), found);
      return found;
    },
    end() {
      const found: Onset[] = [];
      look(Math.max(looked, ...bands.map(({ band }) => band.hops)), found);
      if (last) found.push({ time: last.at / sampleRate, loud: last.loud });
      last = undefined;
      return found;
    },
  };
}

/** All strokes of a sound that is there as a whole, taken in bits as they come from a microphone. */
export function findOnsets(
  samples: Float32Array,
  sampleRate: Hertz,
  options?: OnsetOptions,
): readonly Onset[] {
  const finder = createOnsetFinder(sampleRate, options);
  const found: Onset[] = [];
  const bit = 2048;
  for (let at = 0; at < samples.length; at += bit)
    found.push(...finder.push(samples.subarray(at, at + bit)));
  found.push(...finder.end());
  return found;
}
