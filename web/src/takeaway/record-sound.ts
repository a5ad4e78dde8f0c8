import { type Performance, type RecordOptions, secondsOf, type WavBits } from '@stride/core/sound';
import * as Comlink from 'comlink';
import type { RecordApi } from '../workers/record.worker.ts';

/** Something that is being taken down; it can be called off. */
export interface Taking {
  readonly done: Promise<Blob>;
  cancel(): void;
}

/** What is said where it was called off. */
export class CalledOff extends Error {
  override readonly name = 'CalledOff';
}

/** Shorter than this one worker is as quick as two. */
const SHORT = 30;

/**
 * Takes a performance down as a WAV file, in workers, each a part of it.
 * @param told the share that is done, 0 to 1
 */
export function recordSound(
  performance: Performance,
  options: RecordOptions,
  bits: WavBits,
  told: (share: number) => void,
): Taking {
  const seconds = secondsOf(performance);
  const count = seconds < SHORT ? 1 : Math.max(1, Math.min(4, navigator.hardwareConcurrency ?? 2));
  const length = (seconds + 2) * options.sampleRate;
  const done = Array.from({ length: count }, () => 0);
  const workers = done.map(
    () => new Worker(new URL('../workers/record.worker.ts', import.meta.url), { type: 'module' }),
  );
  const end = () => {
    for (const worker of workers) worker.terminate();
  };
  let callOff: (reason: Error) => void = () => undefined;
  const off = new Promise<never>((_, reject) => {
    callOff = reject;
  });
  const parts = workers.map((worker, index) => {
    const died = new Promise<never>((_, reject) => {
      worker.addEventListener('error', () => reject(new Error('the worker has stopped')));
    });
    const between = [(100 * index) / count, (100 * (index + 1)) / count] as const;
    const taken = Comlink.wrap<RecordApi>(worker).take(
      performance,
      options,
      bits,
      between,
      Comlink.proxy((samples: number) => {
        done[index] = samples;
        told(Math.min(1, done.reduce((sum, one) => sum + one, 0) / length));
      }),
    );
    return Promise.race([taken, died]);
  });
  return {
    done: Promise.race([off, Promise.all(parts)])
      .then((blobs) => new Blob(blobs, { type: 'audio/wav' }))
      .finally(end),
    cancel: () => callOff(new CalledOff()),
  };
}
