import { countTurn, usualCounting } from '@stride/core/counting';
import {
  type Lines,
  type Rhythm,
  type TimingResult,
  tempoAt,
  timeRhythm,
} from '@stride/core/rhythm';
import { type Score, scoreCountIn, scoreRhythm, soundsOf } from '@stride/core/sound';
import type { Tempo } from '@stride/core/time';
import { Play, Square } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { KEYS } from '../app/keys.ts';
import { useOffers } from '../app/offers.ts';
import { usePlays } from '../audio/loop.ts';
import { player } from '../audio/the-player.ts';
import { usePlayer, usePlayhead } from '../audio/use-player.ts';
import { prepareSounds } from '../audio/voices.ts';
import { Button } from '../ui/Button.tsx';
import { announce } from '../ui/live.tsx';
import { useAfterPaint } from '../ui/use-after-paint.ts';
import { useKeys } from '../ui/use-keys.ts';
import { useLatest } from '../ui/use-latest.ts';

/** Who owns the player while a rhythm loops on the Bench. */
export function loopOwner(rhythm: Rhythm): string {
  return `loop:${rhythm.id}`;
}

/** How long the hands rest before the sounds of a rhythm are made ready. */
const READY_MS = 200;

type Heard = Lines & Pick<Rhythm, 'second' | 'turns'>;

function scoreOf(lines: Heard): Score | undefined {
  const timed = timeRhythm(lines);
  return timed.ok ? scoreRhythm(lines, timed.timing, lines) : undefined;
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
  const mine = usePlays(owner);
  const { cycle, layers, second, turns } = rhythm;
  const tempo = tempoAt(rhythm);
  // What is seen comes before what is heard: a running score follows when the edit has been painted,
  // and before playing only the sounds are made ready, when the hands rest.
  const lines = useMemo(
    (): Heard => ({ cycle, layers, ...(second && { second }), ...(turns && { turns }) }),
    [cycle, layers, second, turns],
  );
  const heard = useAfterPaint(lines);
  const score = useMemo(() => (mine ? scoreOf(heard) : undefined), [mine, heard]);
  const latest = useLatest<{ tempo: Tempo; score?: Score }>(score ? { tempo, score } : { tempo });
  const [word, setWord] = useState<string>();
  usePlayhead(mine, (at) => {
    const counting = at?.segment.tag === 'count-in';
    const words = countTurn(rhythm.counting ?? usualCounting(cycle), cycle);
    setWord(counting ? words[Math.floor(at.pulses + 1e-6)]?.word : undefined);
  });

  // Computing the sounds before they are asked for lets the first stroke come at once.
  useEffect(() => {
    const timer = setTimeout(() => {
      const ready = scoreOf(heard);
      // What cannot be computed is said when it is to be played.
      if (ready) prepareSounds(soundsOf(ready)).catch(() => undefined);
    }, READY_MS);
    return () => clearTimeout(timer);
  }, [heard]);
  useEffect(() => {
    if (score && mine && player.position()?.segment.tag === 'loop') player.change({ score });
  }, [score, mine]);
  useEffect(() => {
    if (mine) player.change({ tempo });
  }, [tempo, mine]);

  const toggle = () => {
    if (mine) {
      player.stop();
      announce('Stopped');
      return;
    }
    const begin = scoreOf(lines);
    if (!begin) return;
    const loop = {
      score: begin,
      tempo,
      startTicks: 0,
      endTicks: Number.POSITIVE_INFINITY,
      tag: 'loop',
    };
    const bar = scoreCountIn(cycle);
    const counted = { ...loop, score: bar, endTicks: bar.lengthTicks, tag: 'count-in' };
    announce(`Playing at ${tempo.bpm}`);
    void player.play({
      owner,
      first: countIn ? counted : loop,
      next: (ended) =>
        // The rhythm as it is when the count-in ends, with what was written meanwhile.
        ended.tag === 'count-in' ? { ...loop, ...latest.current } : undefined,
    });
  };
  useKeys(KEYS.play.keys, toggle);
  useOffers('This rhythm', () => [
    { label: mine ? 'Stop' : 'Play', also: 'hear listen sound start', keys: 'Space', run: toggle },
  ]);

  return (
    <span className="relative">
      <Button
        look="go"
        className="min-w-24 max-sm:min-w-20 max-sm:px-2"
        disabled={!timed.ok}
        onClick={toggle}
        title="Space bar"
      >
        {mine ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
        {mine ? 'Stop' : 'Play'}
        {word ? <span className="min-w-6 font-title text-lg font-bold">{word}</span> : null}
      </Button>
      {state.status === 'blocked' ? (
        <span
          role="alert"
          className="absolute top-full max-sm:top-auto max-sm:bottom-full left-0 z-10 mt-1 w-72 rounded-lg border border-warn bg-card p-3 text-sm"
        >
          {state.message}
        </span>
      ) : null}
    </span>
  );
}
