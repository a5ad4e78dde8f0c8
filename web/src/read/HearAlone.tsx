import { type Rhythm, tempoAt, timeRhythm } from '@stride/core/rhythm';
import { scoreRhythm } from '@stride/core/sound';
import { Play, Square } from 'lucide-react';
import { playLoop, usePlays } from '../audio/loop.ts';
import { player } from '../audio/the-player.ts';
import type { Lit } from '../strideline/StrideLine.tsx';
import { IconButton } from '../ui/IconButton.tsx';

interface HearAloneProps {
  readonly rhythm: Rhythm;
  /** The strokes to hear, by layer. */
  readonly lit: Lit;
  /** The sentence, which tells this from another one about the same strokes. */
  readonly name: string;
}

/** Made once: there is one of them beside every sentence. */
const PLAY = <Play aria-hidden size={13} />;
const STOP = <Square aria-hidden size={13} />;

/** Plays only the strokes that a sentence speaks of, round and round. */
export function HearAlone({ rhythm, lit, name }: HearAloneProps) {
  const owner = `alone:${rhythm.id}:${[...lit.keys()].join('-')}:${name}`;
  const mine = usePlays(owner);

  function onClick(): void {
    if (mine) {
      player.stop();
      return;
    }
    const layers = rhythm.layers.flatMap((layer, index) => {
      const slots = lit.get(index);
      const strokes = layer.strokes.filter((stroke) => slots?.has(stroke.slot));
      return slots ? [{ ...layer, strokes }] : [];
    });
    const lines = { cycle: rhythm.cycle, layers };
    const timed = timeRhythm(lines);
    if (!timed.ok) return;
    playLoop(owner, scoreRhythm(lines, timed.timing), tempoAt(rhythm));
  }

  return (
    <IconButton label={mine ? 'Stop' : 'Hear these alone'} onClick={onClick}>
      {mine ? STOP : PLAY}
    </IconButton>
  );
}
