import type { Hit } from '@stride/core/ear';
import type { Score } from '@stride/core/sound';
import type { Bpm, Seconds } from '@stride/core/time';
import { useEffect, useRef, useState } from 'react';
import { player } from '../../audio/the-player.ts';
import { usePlayer } from '../../audio/use-player.ts';
import { type EarInput, InputError, type Listening } from '../../ear/input.ts';

/** One beat by itself, for what has no cycle. */
export const ONE_BEAT = { id: '1', name: '1', groups: [{ beats: [{ span: 1 }] }] };

/** Something that plays while an input is listened to. */
export interface Listened {
  readonly running: boolean;
  /** Why nothing is heard, and what to do. */
  readonly problem: string | undefined;
  /** Opens the input and plays. @returns when what plays began; undefined where it did not */
  start(score: Score, bpm: Bpm, endless: boolean): Promise<Seconds | undefined>;
  stop(): void;
}

/** Why an input could not be opened, in words. */
export function sayInputError(error: unknown): string {
  return error instanceof InputError
    ? error.message
    : 'The input could not be opened. Choose it again.';
}

/** Plays something and hears what comes by an input until it ends. */
export function useListened(
  owner: string,
  input: EarInput | undefined,
  hear: (hit: Hit) => void,
): Listened {
  const [problem, setProblem] = useState<string>();
  const listening = useRef<Listening>(undefined);
  const state = usePlayer();
  const running = state.status === 'playing' && state.owner === owner;
  const close = () => {
    listening.current?.stop();
    listening.current = undefined;
  };
  useEffect(() => {
    if (running) return;
    // The last stroke may still be on its way.
    const timer = setTimeout(() => {
      listening.current?.stop();
      listening.current = undefined;
    }, 400);
    return () => clearTimeout(timer);
  }, [running]);
  useEffect(() => () => listening.current?.stop(), []);
  return {
    running,
    problem,
    stop: () => player.stop(),
    async start(score, bpm, endless) {
      if (!input) return undefined;
      close();
      try {
        listening.current = await input.open({
          hear,
          fail(message) {
            setProblem(message);
            player.stop();
          },
        });
        setProblem(undefined);
      } catch (error) {
        setProblem(sayInputError(error));
        return undefined;
      }
      const endTicks = endless ? Number.POSITIVE_INFINITY : score.lengthTicks;
      await player.play({
        owner,
        first: { score, tempo: { bpm, per: 1 }, startTicks: 0, endTicks, tag: owner },
        next: () => undefined,
      });
      return player.position()?.segment.startTime;
    },
  };
}
