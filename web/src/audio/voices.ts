import { type Instrument, ownInstruments } from '@stride/core/instrument';
import { type Sound, soundKey } from '@stride/core/sound';
import { lazyWorker } from '../workers/lazy-worker.ts';
import type { VoicesApi } from '../workers/voices.worker.ts';

/** All sounds are computed at this rate; the audio clock runs at it as well. */
export const SAMPLE_RATE = 48_000;

const buffers = new Map<string, Promise<AudioBuffer>>();
const ready = new Map<string, AudioBuffer>();
const voices = lazyWorker<VoicesApi>(
  () => new Worker(new URL('../workers/voices.worker.ts', import.meta.url), { type: 'module' }),
);

let sent: readonly Instrument[] = [];

/** Tells the worker of instruments of one's own; sounds of theirs are then computed anew. */
async function shareInstruments(): Promise<void> {
  const own = ownInstruments();
  if (own === sent) return;
  sent = own;
  for (const key of [...buffers.keys()].filter((one) => one.startsWith('own-'))) {
    buffers.delete(key);
    ready.delete(key);
  }
  await voices.call((api) => api.know(own));
}

/** Computes the sounds that are not there yet; resolves when all of them can be played. */
export async function prepareSounds(sounds: readonly Sound[]): Promise<void> {
  await shareInstruments();
  const missing = sounds.filter((sound) => !buffers.has(soundKey(sound)));
  if (missing.length > 0) {
    const rendering = voices.call((api) => api.render(missing, SAMPLE_RATE));
    missing.forEach((sound, index) => {
      const key = soundKey(sound);
      const buffer = rendering.then((all) => {
        const samples = all[index] ?? new Float32Array(1);
        const made = new AudioBuffer({ length: samples.length, sampleRate: SAMPLE_RATE });
        made.copyToChannel(new Float32Array(samples), 0);
        ready.set(key, made);
        return made;
      });
      // A failed computation is tried again the next time the sound is asked for.
      buffer.catch(() => {
        buffers.delete(key);
        // A worker that is started anew knows nothing yet.
        sent = [];
      });
      buffers.set(key, buffer);
    });
  }
  await Promise.all(sounds.map((sound) => buffers.get(soundKey(sound))));
}

/** The sound, if it has been computed. */
export function preparedSound(sound: Sound): AudioBuffer | undefined {
  return ready.get(soundKey(sound));
}

const peaks = new WeakMap<AudioBuffer, number>();

/** A sound's loudest moment, as an amplitude; 0 where it has not been computed. */
export function peakOf(sound: Sound): number {
  const buffer = preparedSound(sound);
  if (!buffer) return 0;
  const known = peaks.get(buffer);
  if (known !== undefined) return known;
  const peak = buffer.getChannelData(0).reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  peaks.set(buffer, peak);
  return peak;
}
