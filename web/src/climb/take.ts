import { type Score, type Sound, wavFile } from '@stride/core/sound';
import { type Pace, type Seconds, timeInto } from '@stride/core/time';
import { SAMPLE_RATE } from '../audio/voices.ts';

/** The sound of a run, from a little before its first pass on. */
export interface Take {
  /** What was played and how fast. */
  readonly name: string;
  readonly samples: Float32Array<ArrayBuffer>;
  /** When its first sample was heard, on the clock of the run. */
  readonly startTime: Seconds;
}

/** Collects what the microphone hears while a run goes on. */
export interface Recorder {
  take(samples: Float32Array<ArrayBuffer>, time: Seconds): void;
  /** What was heard between two moments; undefined where nothing was. */
  cut(name: string, from: Seconds, to: Seconds): Take | undefined;
  clear(): void;
}

/** A run that is longer is kept from its end. */
const MOST: Seconds = 600;

export function createRecorder(): Recorder {
  let bits: { readonly samples: Float32Array<ArrayBuffer>; readonly time: Seconds }[] = [];
  return {
    take(samples, time) {
      bits.push({ samples, time });
      while (bits[0] && time - bits[0].time > MOST) bits.shift();
    },
    cut(name, from, to) {
      const start = Math.max(from, bits[0]?.time ?? Number.POSITIVE_INFINITY);
      if (!(to > start)) return undefined;
      const samples = new Float32Array(Math.round((to - start) * SAMPLE_RATE));
      for (const bit of bits) {
        // A bit that was late lies where its time says, so that nothing slides.
        const at = Math.round((bit.time - start) * SAMPLE_RATE);
        const skip = Math.max(0, -at);
        const part = bit.samples.subarray(skip, Math.max(skip, samples.length - at));
        if (part.length > 0 && at + skip < samples.length) samples.set(part, at + skip);
      }
      return { name, samples, startTime: start };
    },
    clear() {
      bits = [];
    },
  };
}

/** A stretch of what the program played in a run. */
export interface Played {
  readonly score: Score;
  readonly startTime: Seconds;
  readonly startTicks: number;
  readonly endTicks: number;
  readonly pace: Pace;
}

/**
 * A take with what the program played beside it.
 * @param delay of the input, so that both come as they were played
 * @param isHeard which layers are mixed in
 */
export function mixTake(
  take: Take,
  played: readonly Played[],
  delay: Seconds,
  isHeard: (layer: string) => boolean,
  samplesOf: (sound: Sound) => Float32Array | undefined,
): Float32Array<ArrayBuffer> {
  const shift = Math.round(delay * SAMPLE_RATE);
  const out = new Float32Array(take.samples.length);
  for (let at = 0; at + shift < take.samples.length; at += 1) {
    out[at] = take.samples[Math.max(0, at + shift)] ?? 0;
  }
  for (const { score, startTime, startTicks, endTicks, pace } of played) {
    for (const { ticks, offset, layer, sound, gain = 1 } of score.events) {
      if (ticks < startTicks || ticks >= endTicks || !isHeard(layer)) continue;
      const time = startTime + timeInto(pace, ticks - startTicks) + offset;
      const from = Math.round((time - take.startTime) * SAMPLE_RATE);
      const samples = samplesOf(sound);
      if (!samples) continue;
      const end = Math.min(samples.length, out.length - from);
      for (let i = Math.max(0, -from); i < end; i += 1) {
        out[from + i] = (out[from + i] ?? 0) + (samples[i] ?? 0) * gain * 0.6;
      }
    }
  }
  return out;
}

/** A take as a file of its own. */
export function takeFile(take: Take): Blob {
  return new Blob([wavFile(take.samples, SAMPLE_RATE)], { type: 'audio/wav' });
}
