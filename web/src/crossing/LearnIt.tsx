import type { Crossing } from '@stride/core/crossing';
import { type Sound, scoreCrossing, scoreLearning } from '@stride/core/sound';
import { Play, Square } from 'lucide-react';
import { player } from '../audio/player.ts';
import { usePlayer } from '../audio/use-player.ts';
import { Button } from '../ui/Button.tsx';
import type { Voice } from './voices.ts';

interface LearnItProps {
  readonly crossed: Crossing;
  readonly voices: readonly Voice[];
  /** Index of the pulse that is the beat. */
  readonly from: number;
  /** How often the whole span goes round in a minute at the tempo that is set. */
  readonly spans: number;
}

/** How slow the first steps are, as a share of the tempo that is set. */
const SLOW = 0.6;

const HANDS = { R: 'right hand', L: 'left hand', F: 'foot' } as const;

/** Steps made from the numbers: the composite alone, one hand on it after the other, then together. */
export function LearnIt({ crossed, voices, from, spans }: LearnItProps) {
  const state = usePlayer();
  const sounds = voices.map(({ instrument, kind }): Sound => ({ instrument, kind, force: 3 }));
  const { counts, strides } = crossed;
  const line = strides.length <= 16 ? ` Count ${strides.join(' ')}.` : '';
  const steps = [
    {
      text: `The composite alone, slowly.${line}`,
      speed: SLOW,
      score: () => scoreLearning(crossed, sounds, []),
    },
    ...counts.map((count, pulse) => ({
      text: `The ${count} on the composite’s count, ${HANDS[voices[pulse]?.hand ?? 'R']}.`,
      speed: SLOW,
      score: () => scoreLearning(crossed, sounds, [pulse]),
    })),
    {
      text: 'All together on the composite’s count.',
      speed: 0.8,
      score: () =>
        scoreLearning(
          crossed,
          sounds,
          counts.map((_, pulse) => pulse),
        ),
    },
    {
      text: 'The same with the hands swapped: each sound goes to the other hand.',
      speed: 0.8,
      score: () =>
        scoreLearning(
          crossed,
          sounds.length > 1 ? [...sounds.slice(0, 2).reverse(), ...sounds.slice(2)] : sounds,
          counts.map((_, pulse) => pulse),
        ),
    },
    {
      text: `The foot takes the ${counts[from]}: the click is the foot.`,
      speed: 1,
      score: () => scoreCrossing(crossed, sounds, from),
    },
  ];
  return (
    <section
      aria-label="Learn it"
      className="rounded-2xl border border-edge bg-card px-[18px] py-3 text-[15.5px] leading-snug"
    >
      <h2 className="mb-1 text-[17px]">Learn it</h2>
      <ol>
        {steps.map(({ text, speed, score }, index) => {
          const owner = `crossing-step-${index}`;
          const mine =
            (state.status === 'playing' || state.status === 'waking') && state.owner === owner;
          const Icon = mine ? Square : Play;
          return (
            <li key={text} className="flex items-start gap-2 py-0.5">
              <span className="w-4 shrink-0 font-title font-bold">{index + 1}</span>
              <span className="min-w-0 flex-1">{text}</span>
              <Button
                look="quiet"
                className="h-7 px-2"
                aria-label={mine ? 'Stop' : `Hear step ${index + 1}`}
                onClick={() => {
                  if (mine) {
                    player.stop();
                    return;
                  }
                  player.setLevels(new Map());
                  void player.play({
                    owner,
                    first: {
                      score: score(),
                      tempo: { bpm: spans * speed, per: 1 },
                      startTicks: 0,
                      endTicks: Number.POSITIVE_INFINITY,
                      tag: 'step',
                    },
                    next: () => undefined,
                  });
                }}
              >
                <Icon aria-hidden size={14} />
              </Button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
