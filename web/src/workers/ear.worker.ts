import {
  createEar,
  type Ear,
  type Features,
  type HeardStroke,
  type Listened,
  listenToRoom,
} from '@stride/core/ear';
import * as Comlink from 'comlink';

let ear: Ear | undefined;

/** Listens off the main thread. */
const api = {
  /** Begins anew, with silence before. */
  begin(
    sampleRate: number,
    threshold: number,
    examples: ReadonlyMap<string, readonly Features[]>,
  ): void {
    ear = createEar(sampleRate, { threshold, ...(examples.size > 0 ? { examples } : {}) });
  },
  /** Takes a bit of sound. @returns strokes that are certain by now, and how often it has dropped out */
  hear(samples: Float32Array): { strokes: readonly HeardStroke[]; dropouts: number } {
    const strokes = ear?.push(samples) ?? [];
    return { strokes, dropouts: ear?.dropouts ?? 0 };
  },
  /** What a room is like in which nothing is played. */
  room: (samples: Float32Array): Listened => listenToRoom(samples),
};

export type EarApi = typeof api;

Comlink.expose(api);
