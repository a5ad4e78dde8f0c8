import { type Rhythm, tempoAt, timeRhythm } from '@stride/core/rhythm';
import { scoreRhythm } from '@stride/core/sound';
import { Play, Square } from 'lucide-react';
import { useEffect } from 'react';
import { Button } from '../ui/Button.tsx';
import { playLoop, usePlays } from './loop.ts';
import { player } from './the-player.ts';

interface HearRhythmProps {
  /** Under which name it plays. */
  readonly owner: string;
  readonly rhythm: Rhythm;
  /** Something else on the screen is what one came for. */
  readonly aside?: boolean;
}

/** Plays a rhythm round and round, as long as it is looked at. */
export function HearRhythm({ owner, rhythm, aside = false }: HearRhythmProps) {
  const playing = usePlays(owner);
  useEffect(() => () => player.stop(), []);
  const toggle = () => {
    if (playing) {
      player.stop();
      return;
    }
    const timed = timeRhythm(rhythm);
    if (timed.ok) playLoop(owner, scoreRhythm(rhythm, timed.timing), tempoAt(rhythm));
  };
  return (
    <Button look={aside ? 'plain' : 'go'} onClick={toggle}>
      {playing ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
      {playing ? 'Stop' : 'Hear it'}
    </Button>
  );
}
