import type { Hertz, Samples, Seconds } from '../../time/index.ts';
import { createFeatureMeter, FEATURE_SECONDS, type Features } from './features.ts';
import { type Examples, type Told, tellKind } from './kinds.ts';
import { createOnsetFinder, type Onset } from './onsets.ts';

/** A stroke as an ear heard it: when, how loud, what it sounded like, and what it was taken for. */
export interface HeardStroke {
  readonly time: Seconds;
  readonly loud: number;
  readonly features: Features;
  readonly told: Told | undefined;
}

/** How an ear listens. */
export interface EarOptions {
  readonly threshold?: number;
  readonly examples?: Examples;
}

/** Listens to sound that comes bit by bit. */
export interface Ear {
  /** How often the sound dropped out, as it does on a machine that is busy: short stretches of nothing at all. */
  readonly dropouts: number;
  /** @returns strokes that are certain by now and have been heard long enough to be told */
  push(samples: Float32Array): readonly HeardStroke[];
  /** What is left at the end. */
  end(): readonly HeardStroke[];
}

/**
 * Dead silence of this length within a sound is a dropout; a microphone that is shut while it is quiet is silent for
 * longer. What seems to begin at its edges is no stroke.
 */
const DROPOUT = { least: 0.0025, most: 0.12, before: 0.004, after: 0.006 } as const;

/** How much of the sound is kept: a stroke and what came before it. */
const KEPT: Seconds = 0.6;

/** An ear at the beginning of a recording: it takes sound bit by bit and tells strokes, each once. */
export function createEar(sampleRate: Hertz, { threshold, examples }: EarOptions = {}): Ear {
  const finder = createOnsetFinder(sampleRate, threshold === undefined ? {} : { threshold });
  const meter = createFeatureMeter(sampleRate);
  const kept: Samples = Math.round(KEPT * sampleRate);
  const needed: Samples = Math.ceil(FEATURE_SECONDS * sampleRate);
  let sound = new Float32Array(0);
  let first = 0;
  let waiting: readonly Onset[] = [];
  /** Samples of dead silence up to now, and the dropouts that may still lie by a stroke. */
  let dead: Samples = 0;
  let heardAnything = false;
  let dropouts = 0;
  let gaps: readonly { readonly from: Seconds; readonly to: Seconds }[] = [];

  function watch(samples: Float32Array, start: Samples): void {
    for (let at = 0; at < samples.length; at += 1) {
      if (samples[at] === 0) {
        dead += 1;
        continue;
      }
      const length = dead / sampleRate;
      if (heardAnything && length >= DROPOUT.least && length <= DROPOUT.most) {
        const to = (start + at) / sampleRate;
        dropouts += 1;
        gaps = [...gaps.slice(-20), { from: to - length, to }];
      }
      dead = 0;
      heardAnything = true;
    }
  }

  function isEdge({ time }: Onset): boolean {
    return gaps.some(({ from, to }) => time > from - DROPOUT.before && time < to + DROPOUT.after);
  }

  function tell(onset: Onset, next: Onset | undefined): HeardStroke {
    const at = Math.round(onset.time * sampleRate) - first;
    const until = next && Math.round(next.time * sampleRate) - first;
    const features = meter.measure(sound, at, until);
    return { ...onset, features, told: examples && tellKind(features, examples) };
  }

  function take(onsets: readonly Onset[], isEnd: boolean): readonly HeardStroke[] {
    waiting = [...waiting, ...onsets.filter((onset) => !isEdge(onset))];
    const end = first + sound.length;
    const heard: HeardStroke[] = [];
    while (waiting[0]) {
      const [onset, next] = waiting;
      const isWhole = Math.round(onset.time * sampleRate) + needed <= end;
      if (!isWhole && !next && !isEnd) break;
      heard.push(tell(onset, next));
      waiting = waiting.slice(1);
    }
    return heard;
  }

  return {
    get dropouts() {
      return dropouts;
    },
    push(samples) {
      watch(samples, first + sound.length);
      const drop = Math.max(0, sound.length - kept);
      const joined = new Float32Array(sound.length - drop + samples.length);
      joined.set(sound.subarray(drop));
      joined.set(samples, sound.length - drop);
      sound = joined;
      first += drop;
      return take(finder.push(samples), false);
    },
    end: () => take(finder.end(), true),
  };
}
