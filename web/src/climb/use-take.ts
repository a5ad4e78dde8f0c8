import type { ClimbState } from '@stride/core/climb';
import { paceOf } from '@stride/core/sound';
import { timeInto } from '@stride/core/time';
import { useEffect, useRef, useState } from 'react';
import type { EarSetup } from '../ear/use-ear.ts';
import type { RunResult } from './run-log.ts';
import { type ClimbParts, segmentOf } from './segments.ts';
import { createRecorder, type Played, type Take } from './take.ts';

/** Recording the runs of a climb, while it is asked for. */
export interface TakeKeeping {
  readonly records: boolean;
  setRecords(on: boolean): void;
  readonly take: Take | undefined;
  readonly played: readonly Played[];
  /** Cuts the run out that was just judged. */
  cut(name: string, parts: ClimbParts, result: RunResult): void;
  drop(): void;
}

/** How much is kept before the first stroke and after the last. */
const BEFORE = 0.3;
const AFTER = 0.4;

export function useTake(sound: EarSetup['sound'], state: ClimbState): TakeKeeping {
  const [records, setRecords] = useState(false);
  const [take, setTake] = useState<Take>();
  const [played, setPlayed] = useState<readonly Played[]>([]);
  const recorder = useRef(createRecorder());

  useEffect(() => {
    sound.take = records ? recorder.current.take : undefined;
    if (!records) recorder.current.clear();
    return () => {
      sound.take = undefined;
    };
  }, [records, sound]);
  const isBegun = state.status === 'counting-in';
  useEffect(() => {
    if (isBegun) recorder.current.clear();
  }, [isBegun]);

  return {
    records,
    setRecords,
    take,
    played,
    cut(name, parts, { passes, rung }) {
      if (!records) return;
      const stretches = passes.flatMap(({ startTime }, pass): Played[] => {
        const segment = segmentOf(parts, {
          status: 'playing',
          rung,
          pass: pass + 1,
          staying: false,
          tries: 0,
        });
        return segment ? [{ ...segment, startTime, pace: paceOf(segment) }] : [];
      });
      const [first] = stretches;
      const last = stretches.at(-1);
      if (!first || !last) return;
      const end = last.startTime + timeInto(last.pace, last.endTicks - last.startTicks);
      setPlayed(stretches);
      setTake(recorder.current.cut(name, first.startTime - BEFORE, end + AFTER));
    },
    drop() {
      setTake(undefined);
      setPlayed([]);
    },
  };
}
