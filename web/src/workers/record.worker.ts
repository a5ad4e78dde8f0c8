import {
  type Performance,
  type RecordOptions,
  record,
  type WavBits,
  wavHead,
  wavPieces,
} from '@stride/core/sound';
import * as Comlink from 'comlink';

/** Pieces that are held before they go into a blob, which the browser may put on disk. */
const HELD = 64;

/** Takes a part of a performance down as sound, beside the page. */
const api = {
  /**
   * @param from and to: which part, in hundredths of it all
   * @param told how many samples of it are done
   */
  take(
    performance: Performance,
    options: RecordOptions,
    bits: WavBits,
    [from, to]: readonly [number, number],
    told: (samples: number) => void,
  ): Blob {
    const recording = record(performance, options);
    const at = (part: number) => Math.round((recording.length * part) / 100);
    const blobs: Blob[] = from === 0 ? [new Blob([wavHead(recording, bits)])] : [];
    let held: Uint8Array<ArrayBuffer>[] = [];
    let done = 0;
    for (const piece of wavPieces(recording, bits, at(from), at(to))) {
      held.push(piece);
      done += piece.length / ((2 * bits) / 8);
      if (held.length < HELD) continue;
      blobs.push(new Blob(held));
      held = [];
      told(done);
    }
    return new Blob([...blobs, ...held], { type: 'audio/wav' });
  },
};

export type RecordApi = typeof api;

Comlink.expose(api);
