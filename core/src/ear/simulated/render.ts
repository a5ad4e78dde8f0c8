import { normal, seeded } from '../../chance/index.ts';
import type { Force } from '../../rhythm/index.ts';
import { createTakes, renderSound, soundKey } from '../../sound/index.ts';
import type { Hertz, Seconds } from '../../time/index.ts';

/** One stroke that is to be heard through a microphone. */
export interface Struck {
  readonly time: Seconds;
  readonly instrument: string;
  readonly kind: string;
  readonly force: Force;
  /** As an amplitude beside the others; 1 where it is not given. */
  readonly gain?: number;
  /** Its pitch against its own; 1 where it is not given. */
  readonly pitch?: number;
}

/** What a room and a microphone add. */
export interface Room {
  readonly seed: number;
  /** Noise below the strokes, in decibels between their mean powers; none where it is not given. */
  readonly noiseBelow?: number;
  /** How loud the first echoes of the room are, as an amplitude; 0 for none. */
  readonly echo?: number;
}

/** When the walls of a small room answer. */
const ECHOES: readonly Seconds[] = [0.0113, 0.0171, 0.0249, 0.0337];

/** Strokes as a microphone hears them: the program's own voices, no two strokes alike, with noise and a room. Same arguments, same samples. */
export function renderStruck(
  strokes: readonly Struck[],
  sampleRate: Hertz,
  length: Seconds,
  room: Room,
): Float32Array {
  const out = new Float32Array(Math.ceil(length * sampleRate));
  const sounds = new Map<string, Float32Array>();
  const takeOf = createTakes();
  for (const { time, instrument, kind, force, gain = 1, pitch = 1 } of strokes) {
    const sound = { instrument, kind, force };
    const take = takeOf(soundKey(sound));
    const key = `${soundKey(sound)} ${take}`;
    const samples = sounds.get(key) ?? renderSound(sound, sampleRate, take);
    sounds.set(key, samples);
    const at = Math.round(time * sampleRate);
    const end = Math.min(out.length - at, Math.floor((samples.length - 1) / pitch));
    for (let i = Math.max(0, -at); i < end; i += 1) {
      // Another pitch by reading on faster or slower between the samples.
      const place = i * pitch;
      const whole = Math.floor(place);
      const part = place - whole;
      const value = (samples[whole] ?? 0) * (1 - part) + (samples[whole + 1] ?? 0) * part;
      out[at + i] = (out[at + i] ?? 0) + value * gain;
    }
  }
  const { seed, noiseBelow, echo = 0 } = room;
  if (echo > 0) addEchoes(out, sampleRate, echo);
  if (noiseBelow !== undefined) {
    let power = 0;
    for (const value of out) power += value * value;
    const level = Math.sqrt(power / out.length) * 10 ** (-noiseBelow / 20);
    const random = seeded(seed);
    for (let i = 0; i < out.length; i += 1) out[i] = (out[i] ?? 0) + normal(random) * level;
  }
  return out;
}

function addEchoes(out: Float32Array, sampleRate: Hertz, echo: number): void {
  const dry = out.slice();
  ECHOES.forEach((delay, index) => {
    const shift = Math.round(delay * sampleRate);
    const gain = echo * 0.6 ** index;
    for (let i = shift; i < out.length; i += 1)
      out[i] = (out[i] ?? 0) + (dry[i - shift] ?? 0) * gain;
  });
}
