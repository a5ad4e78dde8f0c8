import type { Samples } from '../../time/index.ts';
import { createPredictor } from './prediction.ts';
import { createThinner } from './thin.ts';

/** How one band of the sound is listened to. */
export interface BandOptions {
  /** The sound's rate by this is the band's: only every so many samples are kept, the rest is filtered out. */
  readonly every: number;
  /** Samples of the band in a hop, and that the prediction is learnt from. */
  readonly hop: Samples;
  readonly window: Samples;
  /** Samples back that the prediction reaches. */
  readonly order: number;
  /** What came is what was surprising over so many hops, against so many before. */
  readonly short: number;
  readonly long: number;
}

/** A band of the sound, hop by hop: how much of what comes could not be foretold. */
export interface Band {
  push(samples: Float32Array): void;
  /** Hops that are worked out. */
  readonly hops: number;
  /** Decibels by which surprise rises with a hop. */
  rise(hop: number): number;
  /** The sample of the whole sound where a stroke begins that rises in a hop. */
  begins(hop: number): Samples;
}

/** Power below which everything is silence: 90 dB below the loudest there is. */
const SILENCE = 1e-9;
/** How often the prediction is learnt anew, in hops. */
const LEARN = 4;
export function createBand(options: BandOptions): Band {
  const { every, hop, window, order, short, long } = options;
  const thin = every > 1 ? createThinner(every) : undefined;
  const predictor = createPredictor(order);
  const kept = window + (long + short + 24) * hop;
  let samples = new Float32Array(kept * 4);
  let surprise = new Float32Array(kept * 4);
  let first = 0;
  let count = 0;
  let hops = 0;
  let floor = 0;
  const energies: number[] = [];
  const rises: number[] = [];

  function store(more: Float32Array): void {
    if (count + more.length > samples.length) {
      const drop = Math.max(0, count - kept);
      const size = Math.max(samples.length, (count - drop + more.length) * 2);
      const moved = new Float32Array(size);
      moved.set(samples.subarray(drop, count));
      samples = moved;
      const movedSurprise = new Float32Array(size);
      movedSurprise.set(surprise.subarray(drop, count));
      surprise = movedSurprise;
      first += drop;
      count -= drop;
    }
    samples.set(more, count);
    count += more.length;
  }

  function workOut(): void {
    const from = hops * hop - first;
    if (hops % LEARN === 0 && from >= window) {
      predictor.learn(samples.subarray(from - window, from));
    }
    let sum = 0;
    for (let at = from; at < from + hop; at += 1) {
      const one = at >= order ? predictor.surprise(samples, at) : (samples[at] ?? 0);
      surprise[at] = one;
      sum += one * one;
    }
    const energy = sum / hop;
    energies.push(energy);
    hops += 1;
    // The quietest that was lately, slowly rising: what the room does when nothing is struck.
    floor = floor === 0 ? energy : energy < floor ? floor * 0.9 + energy * 0.1 : floor * 1.004;
    const at = hops - short;
    if (at < 0) return;
    const mean = (begin: number, end: number) => {
      let all = 0;
      for (let one = begin; one < end; one += 1) all += energies[one] ?? 0;
      return all / Math.max(1, end - begin);
    };
    const past = mean(Math.max(0, at - long), at);
    rises[at] =
      10 * Math.log10((mean(at, at + short) + SILENCE) / (Math.max(past, floor * 0.5) + SILENCE));
  }

  return {
    push(more) {
      store(thin ? thin(more) : more);
      while ((hops + 1) * hop - first <= count) workOut();
    },
    get hops() {
      return hops;
    },
    rise: (at) => rises[at] ?? Number.NEGATIVE_INFINITY,
    begins(at) {
      const from = Math.max(0, (at - 2) * hop - first);
      const to = Math.min(count, (at + short + 1) * hop - first);
      let peak = 0;
      for (let one = from; one < to; one += 1) peak = Math.max(peak, Math.abs(surprise[one] ?? 0));
      const quiet = Math.max(0, from - long * hop);
      let before = 0;
      for (let one = quiet; one < from; one += 1) before += (surprise[one] ?? 0) ** 2;
      const usual = Math.sqrt(before / Math.max(1, from - quiet));
      const limit = Math.max(peak * 0.35, Math.min(peak * 0.9, usual * 3.5));
      let start = from;
      while (start < to && Math.abs(surprise[start] ?? 0) < limit) start += 1;
      return (first + start) * every;
    },
  };
}
