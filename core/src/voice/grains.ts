import type { Hertz, Seconds } from '../time/index.ts';
import { FALL } from './noise.ts';

/** One grain: when it strikes, and how hard. */
export interface Grain {
  readonly time: Seconds;
  readonly amplitude: number;
  /** Which of the resonances it strikes most. */
  readonly on: number;
}

export interface Resonance {
  readonly frequency: Hertz;
  readonly ring: Seconds;
  readonly gain: number;
}

/**
 * Grains that each knock on the resonances of what holds them: particles in a shaker, ribs under a stick, pairs of
 * jingles (after Cook, Physically informed sonic modeling, 1997). A grain lasts some samples, with its own noise.
 */
export function addGrains(
  out: Float32Array,
  grains: readonly Grain[],
  resonances: readonly Resonance[],
  noise: () => number,
  /** How hard they knock, 0 to 1: harder is brighter. */
  hard: number,
  sampleRate: Hertz,
): void {
  const width = Math.max(2, Math.round(0.0004 * sampleRate));
  const keeps = 1 - Math.exp((-2 * Math.PI * (1500 + 9000 * Math.min(1, hard))) / sampleRate);
  resonances.forEach(({ frequency, ring, gain }, index) => {
    const driven = new Float32Array(out.length);
    for (const { time, amplitude, on } of grains) {
      const at = Math.round(time * sampleRate);
      const share = on % resonances.length === index ? 1 : 0.35;
      for (let i = 0; i < width && at + i < driven.length; i += 1) {
        driven[at + i] =
          (driven[at + i] as number) + amplitude * share * (noise() * 2 - 1) * (1 - i / width);
      }
    }
    // Two poles at the pitch: what is driven rings on for its time.
    const radius = Math.exp(-FALL / (ring * sampleRate));
    const omega = (2 * Math.PI * Math.min(frequency, sampleRate * 0.42)) / sampleRate;
    const a1 = 2 * radius * Math.cos(omega);
    const a2 = -radius * radius;
    const scale = gain * Math.sqrt(1 - radius * radius) * Math.sin(omega) * 2;
    let y1 = 0;
    let y2 = 0;
    let knock = 0;
    for (let i = 0; i < out.length; i += 1) {
      knock += ((driven[i] as number) - knock) * keeps;
      const y = knock + a1 * y1 + a2 * y2;
      y2 = y1;
      y1 = y;
      out[i] = (out[i] as number) + y * scale;
    }
  });
}
