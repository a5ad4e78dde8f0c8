import type { Seconds } from '@stride/core/time';

/** A bit of what the microphone hears, as the audio thread hands it over. */
export interface EarBit {
  readonly samples: Float32Array<ArrayBuffer>;
  /** Of the first sample, on the audio clock. */
  readonly time: Seconds;
}
