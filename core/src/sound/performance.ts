import { nth } from '../bounds/index.ts';
import type { Cycle } from '../cycle/index.ts';
import { type Rhythm, sayOf, type Timing, tempoAt } from '../rhythm/index.ts';
import type { Ticks } from '../time/index.ts';
import { scoreCountIn, scoreRhythm } from './score.ts';
import type { NextSegment } from './transport.ts';

/** A word that is said with a stroke, in the ticks of its segment's score. */
export interface Word {
  readonly ticks: Ticks;
  readonly layer: string;
  readonly text: string;
}

/** A stretch of a performance: what the transport would play, and what is known of it beside its sounds. */
export interface Performed extends Omit<NextSegment<unknown>, 'tag'> {
  readonly cycle: Cycle;
  /** What begins here: a section, a rung, a count-in. */
  readonly name?: string;
  readonly words?: readonly Word[];
}

/** Who plays in a performance. */
export interface Player {
  /** Id of the layer in the scores. */
  readonly id: string;
  readonly name: string;
  /** Id of the instrument. */
  readonly instrument: string;
}

/** Something that is played from beginning to end, to be written as a file of sounds or of notes. */
export interface Performance {
  readonly name: string;
  readonly players: readonly Player[];
  /** One at least, one after another. */
  readonly segments: readonly Performed[];
}

/**
 * Some turns of a rhythm at its tempo, from its first turn on.
 * @param countIn turns that are clicked before
 */
export function performRhythm(
  rhythm: Rhythm,
  timing: Timing,
  { turns, countIn = 0 }: { readonly turns: number; readonly countIn?: number },
): Performance {
  const tempo = tempoAt(rhythm);
  const { cycle } = rhythm;
  const score = scoreRhythm(rhythm, timing, rhythm);
  const before = scoreCountIn(cycle, Math.max(1, countIn));
  return {
    name: rhythm.name,
    players: playersOf(rhythm),
    segments: [
      ...(countIn > 0
        ? [
            {
              cycle,
              score: before,
              tempo,
              startTicks: 0,
              endTicks: before.lengthTicks,
              name: 'count-in',
            },
          ]
        : []),
      {
        cycle,
        score,
        tempo,
        startTicks: 0,
        endTicks: turns * score.turnTicks,
        words: wordsOf(rhythm, timing),
      },
    ],
  };
}

export function playersOf({ layers }: Pick<Rhythm, 'layers'>): readonly Player[] {
  return layers.map(({ id, name, instrument }) => ({ id, name, instrument }));
}

/** What is said with the strokes of a rhythm until it comes round. */
export function wordsOf({ layers }: Pick<Rhythm, 'layers'>, timing: Timing): readonly Word[] {
  return layers.flatMap((layer, index) => {
    const { startTicks, lengthTicks } = nth(timing.layers, index);
    const once = layer.strokes.flatMap((stroke): Word[] => {
      const text = sayOf(layer, stroke);
      return text === undefined
        ? []
        : [{ ticks: nth(startTicks, stroke.slot), layer: layer.id, text }];
    });
    const rounds = once.length === 0 ? 0 : timing.fullTicks / lengthTicks;
    return Array.from({ length: rounds }, (_, round) =>
      once.map((word) => ({ ...word, ticks: word.ticks + round * lengthTicks })),
    ).flat();
  });
}
