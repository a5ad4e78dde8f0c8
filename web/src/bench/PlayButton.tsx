import { countTurn, usualCounting } from '@stride/core/counting';
import type { Rhythm, TimingResult } from '@stride/core/rhythm';
import { type Score, scoreCountIn, scoreRhythm, soundsOf } from '@stride/core/sound';
import type { Tempo } from '@stride/core/time';
import { Play, Square } from 'lucide-react';
import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { player } from '../audio/player.ts';
import { usePlayer, usePlayhead } from '../audio/use-player.ts';
import { prepareSounds } from '../audio/voices.ts';
import { Button } from '../ui/Button.tsx';

/** Who owns the player while a rhythm loops on the Bench. */
export function loopOwner(rhythm: Rhythm): string {
  return `loop:${rhythm.id}`;
}

interface PlayButtonProps {
  readonly rhythm: Rhythm;
  readonly timed: TimingResult;
  /** Whether a turn is counted in first. */
  readonly countIn: boolean;
}

/** Plays the rhythm round and round, from the button or the space bar; edits are heard as they come. */
export function PlayButton({ rhythm, timed, countIn }: PlayButtonProps) {
  const state = usePlayer();
  const owner = loopOwner(rhythm);
  const mine = (state.status === 'playing' || state.status === 'waking') && state.owner === owner;
  const { cycle, layers, tempo } = rhythm;
  // What is seen comes before what is heard: the score follows when the edit has been painted.
  const heard = useDeferredValue(
    useMemo(() => ({ rhythm: { cycle, layers }, timed }), [cycle, layers, timed]),
  );
  const score = useMemo(
    () => (heard.timed.ok ? scoreRhythm(heard.rhythm, heard.timed.timing) : undefined),
    [heard],
  );

  const latest = useRef<{ tempo: Tempo; score?: Score }>({ tempo });
  latest.current = score ? { tempo, score } : { tempo };
  const [word, setWord] = useState<string>();
  usePlayhead(mine, (at) => {
    const counting = at?.segment.tag === 'count-in';
    const words = countTurn(rhythm.counting ?? usualCounting(cycle), cycle);
    setWord(counting ? words[Math.floor(at.pulses + 1e-6)]?.word : undefined);
  });

  // Computing the sounds before they are asked for lets the first stroke come at once.
  useEffect(() => {
    if (score) void prepareSounds(soundsOf(score));
  }, [score]);
  useEffect(() => {
    if (score && mine && player.position()?.segment.tag === 'loop') player.change({ score });
  }, [score, mine]);
  useEffect(() => {
    if (mine) player.change({ tempo });
  }, [tempo, mine]);

  const toggle = () => {
    if (mine) {
      player.stop();
      return;
    }
    if (!score) return;
    const loop = { score, tempo, startTicks: 0, endTicks: Number.POSITIVE_INFINITY, tag: 'loop' };
    const bar = scoreCountIn(cycle);
    const counted = { ...loop, score: bar, endTicks: bar.lengthTicks, tag: 'count-in' };
    void player.play({
      owner,
      first: countIn ? counted : loop,
      next: (ended) =>
        // The rhythm as it is when the count-in ends, with what was written meanwhile.
        ended.tag === 'count-in' ? { ...loop, ...latest.current } : undefined,
    });
  };
  useHotkeys('space', toggle, {
    preventDefault: true,
    ignoreEventWhen: (event) => event.target instanceof HTMLButtonElement,
  });

  return (
    <span className="relative">
      <Button look="go" className="min-w-24" disabled={!score} onClick={toggle} title="Space bar">
        {mine ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
        {mine ? 'Stop' : 'Play'}
        {word ? <span className="min-w-6 font-title text-lg font-bold">{word}</span> : null}
      </Button>
      {state.status === 'blocked' ? (
        <span
          role="alert"
          className="absolute top-full left-0 z-10 mt-1 w-72 rounded-lg border border-warn bg-card p-3 text-sm"
        >
          {state.message}
        </span>
      ) : null}
    </span>
  );
}
