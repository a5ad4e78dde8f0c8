import { type Crossing, type LearnStep, learnSteps } from '@stride/core/crossing';
import { type Score, scoreCrossing, scoreLearning } from '@stride/core/sound';
import { Footprints, Play, Square } from 'lucide-react';
import { playLoop } from '../audio/loop.ts';
import { player } from '../audio/the-player.ts';
import { usePlayer } from '../audio/use-player.ts';
import { Card } from '../ui/Card.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { soundOf, type Voice } from './voices.ts';

interface LearnItProps {
  readonly crossed: Crossing;
  readonly voices: readonly Voice[];
  /** Index of the pulse that is the beat. */
  readonly from: number;
  /** How often the whole span goes round in a minute at the tempo that is set. */
  readonly spans: number;
  /** Makes a rhythm of a step and opens it where it is climbed. */
  readonly onClimb: (step: LearnStep, number: number) => void;
}

/** Steps made from the numbers; each is heard here, or climbed as a rhythm of its own. */
export function LearnIt({ crossed, voices, from, spans, onClimb }: LearnItProps) {
  const state = usePlayer();
  const sounds = voices.map((voice) => soundOf(voice, 3));
  const scoreOf = ({ composite, heard }: LearnStep): Score =>
    composite ? scoreLearning(crossed, sounds, heard) : scoreCrossing(crossed, sounds, from);
  return (
    <Card aria-label="Learn it" className="px-[18px] py-3 text-note leading-snug">
      <h2 className="mb-1 text-lead">Learn it</h2>
      <ol>
        {learnSteps(crossed, voices, from).map((step, index) => {
          const owner = `crossing-step-${index}`;
          const mine =
            (state.status === 'playing' || state.status === 'waking') && state.owner === owner;
          const Icon = mine ? Square : Play;
          return (
            <li key={step.text} className="flex items-start gap-1 py-0.5">
              <span className="w-5 shrink-0 font-title font-bold">{index + 1}</span>
              <span className="min-w-0 flex-1">{step.text}</span>
              <IconButton
                label={mine ? 'Stop' : `Hear step ${index + 1}`}
                title={mine ? 'Stop' : 'Hear it'}
                onClick={() => {
                  if (mine) {
                    player.stop();
                    return;
                  }
                  player.setLevels(new Map());
                  playLoop(owner, scoreOf(step), { bpm: spans * step.speed, per: 1 });
                }}
              >
                <Icon aria-hidden size={14} />
              </IconButton>
              <IconButton
                label={`Climb step ${index + 1}`}
                title="Climb it: a rhythm of its own, from slow to the tempo set here"
                onClick={() => onClimb(step, index + 1)}
              >
                <Footprints aria-hidden size={15} />
              </IconButton>
            </li>
          );
        })}
      </ol>
      <p className="mt-1 text-sm text-quiet">
        Stay on a step until it is easy; let go of what hurts.
      </p>
    </Card>
  );
}
