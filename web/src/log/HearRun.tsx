import { Play, Square } from 'lucide-react';
import { useEffect, useState } from 'react';
import { player } from '../audio/the-player.ts';
import { usePlayer } from '../audio/use-player.ts';
import { Button } from '../ui/Button.tsx';
import { AGAIN, type Again, againSegment, type RunAgain } from './run-again.ts';

/** Hears a run again: the strokes, not a recording. */
export function HearRun({ run }: { readonly run: RunAgain }) {
  const state = usePlayer(player);
  const owner = 'log:run';
  const isMine = 'owner' in state && state.owner === owner;
  const [what, setWhat] = useState<Again>();
  useEffect(() => () => player.stop(), []);
  const hear = (next: Again) => {
    if (isMine && what === next) {
      player.stop();
      return;
    }
    setWhat(next);
    void player.play<Again>({ owner, first: againSegment(run, next), next: () => undefined });
  };
  return (
    <>
      {(Object.entries(AGAIN) as [Again, string][]).map(([key, name]) => {
        const isOn = isMine && what === key;
        return (
          <Button
            key={key}
            aria-pressed={isOn}
            look={isOn ? 'on' : 'plain'}
            onClick={() => hear(key)}
          >
            {isOn ? <Square aria-hidden size={14} /> : <Play aria-hidden size={14} />} {name}
          </Button>
        );
      })}
    </>
  );
}
