import type { Cycle } from '@stride/core/cycle';
import { type Layer, timeRhythm } from '@stride/core/rhythm';
import {
  layScores,
  type Score,
  scoreGestures,
  scoreRhythm,
  spokenRhythm,
  withVoice,
} from '@stride/core/sound';
import type { Bpm, Tempo } from '@stride/core/time';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { playLoop, usePlays } from '../audio/loop.ts';
import { useSpeaker } from '../audio/sound-settings.ts';
import { player } from '../audio/the-player.ts';
import { useLatest } from '../ui/use-latest.ts';

const OWNER = 'landing';

export interface LandingPlayer {
  readonly playing: boolean;
  toggle(): void;
  /** The cadence that is chosen next is heard at once. */
  hearNext(): void;
}

/**
 * Plays a cadence over the cycle's gestures, round and round: the way in, the cadence, and the turn
 * that begins with its landing.
 * @param layer the cadence as a layer of whole turns; undefined where it cannot be played
 * @param per pulses of one count of the tempo
 */
export function useLandingPlayer(
  cycle: Cycle,
  layer: Layer | undefined,
  bpm: Bpm,
  per: number,
): LandingPlayer {
  const playing = usePlays(OWNER);
  const speaker = useSpeaker();
  const tempo = useMemo((): Tempo => ({ bpm, per }), [bpm, per]);
  const score = useMemo((): Score | undefined => {
    if (!layer) return undefined;
    const lines = { cycle, layers: [layer] };
    const timed = timeRhythm(lines);
    if (!timed.ok) return undefined;
    const turns = timed.timing.fullTicks / timed.timing.turnTicks;
    const score = layScores([scoreGestures(cycle, turns), scoreRhythm(lines, timed.timing)]);
    if (!speaker) return score;
    const by = score.ticksPerPulse / timed.timing.ticksPerPulse;
    const words = spokenRhythm(lines, timed.timing);
    return withVoice(
      score,
      words.map((one) => ({ ...one, ticks: one.ticks * by })),
      speaker,
    );
  }, [cycle, layer, speaker]);
  useEffect(() => () => player.stop(), []);
  useEffect(() => {
    if (playing) player.change({ tempo });
  }, [playing, tempo]);

  const latest = useLatest({ tempo, playing });
  /** Set where the next cadence that is chosen is to be heard at once. */
  const wanted = useRef(false);
  const play = useCallback(
    (what: Score) => {
      wanted.current = false;
      player.setLevels(new Map());
      playLoop(OWNER, what, latest.current.tempo);
    },
    [latest],
  );
  // Another cadence is heard from its own beginning.
  useEffect(() => {
    if (score && (wanted.current || latest.current.playing)) play(score);
  }, [score, play, latest]);
  return {
    playing,
    toggle() {
      if (playing) player.stop();
      else if (score) play(score);
    },
    hearNext() {
      wanted.current = true;
    },
  };
}
