import { type Sound, soundKey, TAKES, type TakeOf } from '@stride/core/sound';
import { CLICK_INSTRUMENT, clickInstrument } from '@stride/core/voice';
import { lazyWorker } from '../workers/lazy-worker.ts';
import type { VoicesApi } from '../workers/voices.worker.ts';
import { createShelfOfSounds } from './shelf-of-sounds.ts';
import { soundSettings } from './sound-settings.ts';

/** All sounds are computed at this rate; the audio clock runs at it as well. */
export const SAMPLE_RATE = 48_000;

const voices = lazyWorker<VoicesApi>(
  () => new Worker(new URL('../workers/voices.worker.ts', import.meta.url), { type: 'module' }),
);

const shelf = createShelfOfSounds<Sound, AudioBuffer>({
  nameOf: soundKey,
  takes: TAKES,
  async make(asked) {
    const rendered = await voices.call((api) => api.render(asked, SAMPLE_RATE));
    return rendered.map((samples) => {
      const made = new AudioBuffer({ length: samples.length, sampleRate: SAMPLE_RATE });
      made.copyToChannel(new Float32Array(samples), 0);
      return made;
    });
  },
  sizeOf: (buffer) => buffer.length * 4,
});

/** The sound as it was chosen to be on this device: the click has several. */
function asChosen(sound: Sound): Sound {
  if (sound.instrument !== CLICK_INSTRUMENT) return sound;
  return { ...sound, instrument: clickInstrument(soundSettings.now().click) };
}

/** Computes the sounds that are not there yet; resolves when all of them can be played. */
export function prepareSounds(sounds: readonly Sound[]): Promise<void> {
  return shelf.prepare(sounds.map(asChosen));
}

/** The sound, if it has been computed, in the take that is to be heard next; in its first where none is asked for. */
export function preparedSound(sound: Sound, takeOf?: TakeOf): AudioBuffer | undefined {
  // Until another click is computed, the one before goes on.
  return shelf.take(asChosen(sound), takeOf) ?? shelf.take(sound, takeOf);
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
