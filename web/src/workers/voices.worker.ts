import { renderSound, type Sound } from '@stride/core/sound';
import * as Comlink from 'comlink';

/** Computes strokes off the main thread. */
const api = {
  render(
    sounds: readonly (readonly [Sound, number])[],
    sampleRate: number,
  ): Float32Array<ArrayBufferLike>[] {
    const rendered = sounds.map(([sound, take]) => renderSound(sound, sampleRate, take));
    return Comlink.transfer(
      rendered,
      rendered.map((samples) => samples.buffer as ArrayBuffer),
    );
  },
};

export type VoicesApi = typeof api;

Comlink.expose(api);
