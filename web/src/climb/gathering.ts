import type { ClimbState } from '@stride/core/climb';
import type { Hit, OwnSound } from '@stride/core/ear';
import { type NextSegment, type Segment, type Sound, timeOf } from '@stride/core/sound';
import type { Seconds } from '@stride/core/time';
import type { PassLog } from './run-log.ts';

/** A stretch of a climb with the moment at which it is heard. */
export type HeardStretch = Segment<ClimbState>;

/** What a run was made of, once it is over. */
export interface Gathered {
  readonly passes: readonly PassLog[];
  readonly hits: readonly Hit[];
  /** What the program sounded: while it was counted in, and afterwards. */
  readonly countIn: readonly OwnSound[];
  readonly own: readonly OwnSound[];
  /** How often the sound of the input dropped out. */
  readonly dropouts: number;
  /** When the input ended by itself. */
  readonly until: Seconds | undefined;
}

/** Gathers what happens in a run, from the beginning of its count-in on. */
export interface Gathering {
  /** A new run: whatever was gathered before is let go of. */
  begin(): void;
  hear(hit: Hit): void;
  sounded(sounds: readonly OwnSound[], isCountIn: boolean): void;
  passed(pass: PassLog): void;
  droppedOut(): void;
  endedAt(time: Seconds | undefined): void;
  now(): Gathered;
}

export function createGathering(): Gathering {
  const nothing = { passes: [], hits: [], countIn: [], own: [], dropouts: 0, until: undefined };
  let run: Gathered = nothing;
  return {
    begin() {
      run = nothing;
    },
    hear(hit) {
      run = { ...run, hits: [...run.hits, hit] };
    },
    sounded(sounds, isCountIn) {
      run = isCountIn
        ? { ...run, countIn: [...run.countIn, ...sounds] }
        : { ...run, own: [...run.own, ...sounds] };
    },
    passed(pass) {
      run = { ...run, passes: [...run.passes, pass] };
    },
    droppedOut() {
      run = { ...run, dropouts: run.dropouts + 1 };
    },
    endedAt(until) {
      run = { ...run, until };
    },
    now: () => run,
  };
}

/** What the program sounds in a stretch, as loud as it leaves for the ear. */
export function ownSounds(
  stretch: NextSegment<ClimbState>,
  startTime: Seconds,
  peakOf: (sound: Sound) => number,
  levels: ReadonlyMap<string, number> | undefined,
): readonly OwnSound[] {
  const heard: HeardStretch = { ...stretch, startTime };
  return stretch.score.events.flatMap(({ ticks, offset, layer, sound, gain = 1 }) => {
    if (ticks < stretch.startTicks || ticks >= stretch.endTicks) return [];
    const peak = peakOf(sound) * gain * (levels?.get(layer) ?? 1);
    return peak > 0 ? [{ time: timeOf(heard, ticks) + offset, peak }] : [];
  });
}
