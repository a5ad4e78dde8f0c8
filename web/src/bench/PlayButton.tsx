import type { Rhythm, TimingResult } from '@stride/core/rhythm';
import { scoreRhythm, soundsOf } from '@stride/core/sound';
import { Play, Square } from 'lucide-react';
import { useEffect, useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { player } from '../audio/player.ts';
import { usePlayer } from '../audio/use-player.ts';
import { prepareSounds } from '../audio/voices.ts';
import { Button } from '../ui/Button.tsx';

/** Who owns the player while a rhythm loops on the Bench. */
export function loopOwner(rhythm: Rhythm): string {
  return `loop:${rhythm.id}`;
}

/** Plays the rhythm round and round, from the button or the space bar; edits are heard as they come. */
export function PlayButton({
  rhythm,
  timed,
}: {
  readonly rhythm: Rhythm;
  readonly timed: TimingResult;
}) {
  const state = usePlayer();
  const owner = loopOwner(rhythm);
  const mine = (state.status === 'playing' || state.status === 'waking') && state.owner === owner;
  const { cycle, layers, tempo } = rhythm;
  const score = useMemo(
    () => (timed.ok ? scoreRhythm({ cycle, layers }, timed.timing) : undefined),
    [cycle, layers, timed],
  );

  // Computing the sounds before they are asked for lets the first stroke come at once.
  useEffect(() => {
    if (score) void prepareSounds(soundsOf(score));
  }, [score]);
  useEffect(() => {
    if (score && mine) player.change({ score });
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
    void player.play({
      owner,
      first: { score, tempo, startTicks: 0, endTicks: Number.POSITIVE_INFINITY, tag: 'loop' },
      next: () => undefined,
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
