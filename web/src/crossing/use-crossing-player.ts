import type { Crossing } from '@stride/core/crossing';
import { crossingLayer, type Score, scoreCrossing } from '@stride/core/sound';
import { useEffect, useMemo } from 'react';
import { usePlays } from '../audio/loop.ts';
import { usePlaces } from '../audio/placing.ts';
import { player } from '../audio/the-player.ts';
import { usePlayhead } from '../audio/use-player.ts';
import { levelsOf, type Setup } from './setup.ts';
import { soundOf } from './voices.ts';

const OWNER = 'crossing';

export interface CrossingPlayer {
  readonly playing: boolean;
  toggle(): void;
}

/**
 * Plays a crossing. Another beat, another sound and another tempo are heard without a break; where
 * the beat changes over by itself, the screen follows the ear.
 * @param spans how often the whole span goes round in a minute
 */
export function useCrossingPlayer(
  crossed: Crossing,
  setup: Setup,
  spans: number,
  onHeardFrom: (pulse: number) => void,
): CrossingPlayer {
  const { pulses, from, every } = setup;
  const playing = usePlays(OWNER);
  const scores = useMemo(
    () =>
      pulses.map(({ backbeat }, beat) =>
        scoreCrossing(
          crossed,
          pulses.map(({ voice }) => soundOf(voice, 3)),
          beat,
          backbeat,
        ),
      ),
    [pulses, crossed],
  );
  const score = scores[from];
  useEffect(() => () => player.stop(), []);
  useEffect(() => {
    if (playing && score && every === 0) player.change({ score });
  }, [playing, score, every]);
  useEffect(() => {
    if (playing) player.change({ tempo: { bpm: spans, per: 1 } });
  }, [playing, spans]);
  usePlayhead(playing && every > 0, (at) => {
    const heard = at?.segment.tag;
    if (typeof heard === 'number' && heard !== from && heard < pulses.length) onHeardFrom(heard);
  });

  usePlaces(
    pulses.map((_, index) => crossingLayer(index)),
    playing,
  );
  useEffect(() => {
    if (playing) player.setLevels(levelsOf(setup));
  }, [playing, setup]);

  function toggle(): void {
    if (playing) {
      player.stop();
      return;
    }
    if (!score) return;
    player.setLevels(levelsOf(setup));
    const stretch = (beat: number, played: Score) => ({
      score: played,
      tempo: { bpm: spans, per: 1 },
      startTicks: 0,
      endTicks: every > 0 ? every * played.lengthTicks : Number.POSITIVE_INFINITY,
      tag: beat,
    });
    void player.play<number>({
      owner: OWNER,
      first: stretch(from, score),
      next: (ended) => {
        const beat = (ended.tag + 1) % scores.length;
        const following = scores[beat];
        return every > 0 && following
          ? { ...stretch(beat, following), tempo: ended.tempo }
          : undefined;
      },
    });
  }
  return { playing, toggle };
}
