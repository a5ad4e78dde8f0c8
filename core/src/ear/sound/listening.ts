/** What a short listening to the room says. */
export interface Listened {
  /** Loudest moment and usual level, as amplitudes. */
  readonly peak: number;
  readonly level: number;
  /** Quieter than this is never a stroke. */
  readonly threshold: number;
}

/** A stroke is at least so much above the loudest of the room, and never quieter than this. */
const ABOVE = 1.6;
const LEAST = 0.002;

/** Measures the room while nothing is played. */
export function listenToRoom(samples: Float32Array): Listened {
  let peak = 0;
  let power = 0;
  for (const value of samples) {
    peak = Math.max(peak, Math.abs(value));
    power += value * value;
  }
  const level = Math.sqrt(power / Math.max(1, samples.length));
  return { peak, level, threshold: Math.max(LEAST, peak * ABOVE) };
}
