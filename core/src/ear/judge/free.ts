import { numberAt } from '../../bounds/index.ts';
import type { Bpm, Seconds } from '../../time/index.ts';

/** The tempo that somebody keeps without a click. */
export interface KeptTempo {
  /** Of the shortest gap that goes through all strokes, brought to where beats are counted. */
  readonly bpm: Bpm;
  /** The gap itself. */
  readonly gap: Seconds;
  /** How much quicker the second half is than the first, in hundredths. */
  readonly drift: number;
  /** How well strokes lie on the gap, 0 to 1. */
  readonly steady: number;
}

/** Where beats are counted. */
const COUNTED = { low: 50, high: 130 } as const;
const FEWEST = 6;

/**
 * What tempo one keeps: the longest gap on whose multiples the strokes lie, found by how far they turn round
 * together (the length of the mean of e^(2πi t/gap)). Undefined for a few strokes, or where they lie on none.
 */
export function keptTempo(times: readonly Seconds[]): KeptTempo | undefined {
  if (times.length < FEWEST) return undefined;
  const gap = commonGap(times);
  if (gap === undefined) return undefined;
  const exact = refined(times, gap);
  const half = Math.floor(times.length / 2);
  const first = refined(times.slice(0, half + 1), exact);
  const second = refined(times.slice(half), exact);
  let bpm = 60 / exact;
  while (bpm > COUNTED.high) bpm /= 2;
  while (bpm < COUNTED.low) bpm *= 2;
  return { bpm, gap: exact, drift: (first / second - 1) * 100, steady: turning(times, exact) };
}

function turning(times: readonly Seconds[], gap: Seconds): number {
  let x = 0;
  let y = 0;
  for (const time of times) {
    const turn = (2 * Math.PI * (time - numberAt(times, 0))) / gap;
    x += Math.cos(turn);
    y += Math.sin(turn);
  }
  return Math.hypot(x, y) / times.length;
}

function commonGap(times: readonly Seconds[]): Seconds | undefined {
  const shortest = times
    .slice(1)
    .map((time, at) => time - numberAt(times, at))
    .sort((a, b) => a - b);
  const usual = numberAt(shortest, Math.floor(shortest.length * 0.2));
  if (!(usual > 0.05)) return undefined;
  let best: { gap: Seconds; turn: number } | undefined;
  // Strokes may lie on halves or thirds of the shortest usual gap, but not on more.
  for (const parts of [1, 2, 3]) {
    for (let off = -0.12; off <= 0.12; off += 0.002) {
      const gap = (usual / parts) * (1 + off);
      const turn = turning(times, gap) - (parts - 1) * 0.12;
      if (!best || turn > best.turn) best = { gap, turn };
    }
  }
  return best && best.turn > 0.5 ? best.gap : undefined;
}

/** The gap by the line through strokes at their numbers. */
function refined(times: readonly Seconds[], gap: Seconds): Seconds {
  const start = numberAt(times, 0);
  const numbers: number[] = [];
  let number = 0;
  times.forEach((time, at) => {
    if (at > 0) number += Math.round((time - numberAt(times, at - 1)) / gap);
    numbers.push(number);
  });
  const meanNumber = numbers.reduce((sum, one) => sum + one, 0) / numbers.length;
  const meanTime = times.reduce((sum, one) => sum + one - start, 0) / times.length;
  let covariance = 0;
  let variance = 0;
  numbers.forEach((one, at) => {
    covariance += (one - meanNumber) * (numberAt(times, at) - start - meanTime);
    variance += (one - meanNumber) ** 2;
  });
  return variance === 0 ? gap : covariance / variance;
}
