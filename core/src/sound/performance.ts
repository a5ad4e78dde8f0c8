import { nth, numberAt } from '../bounds/index.ts';
import type { Cycle } from '../cycle/index.ts';
import type { PlayedOn } from '../instrument/index.ts';
import { type Rhythm, sayOf, type Timing, tempoAt } from '../rhythm/index.ts';
import type { Tempo, Ticks } from '../time/index.ts';
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
export interface Player extends PlayedOn {
  /** Id of the layer in the scores. */
  readonly id: string;
  readonly name: string;
}

/** Something that is played from beginning to end, to be written as a file of sounds or of notes. */
export interface Performance {
  readonly name: string;
  readonly players: readonly Player[];
  /** One at least, one after another. */
  readonly segments: readonly Performed[];
}

/** Which turns of a rhythm are played, and how. */
export interface Turns {
  readonly turns: number;
  /** The first of them, from 0. */
  readonly from?: number;
  /** Turns that are clicked before. */
  readonly countIn?: number;
  /** In its own counted beats; the rhythm's where it is not given. */
  readonly bpm?: number;
}

/** Some turns of a rhythm, at its tempo or another one. */
export function performRhythm(
  rhythm: Rhythm,
  timing: Timing,
  { turns, from = 0, countIn = 0, bpm }: Turns,
): Performance {
  const own = tempoAt(rhythm);
  const tempo = bpm === undefined ? own : { ...own, bpm };
  return {
    name: rhythm.name,
    players: playersOf(rhythm),
    segments: [...countedIn(rhythm, tempo, countIn), turnsOf(rhythm, timing, tempo, from, turns)],
  };
}

/**
 * A rhythm that climbs by itself: so many turns at each tempo, one after another, counted in once.
 * @param tempos in its own counted beats; one at least
 */
export function performClimb(
  rhythm: Rhythm,
  timing: Timing,
  tempos: readonly number[],
  { turns, from = 0, countIn = 0 }: Turns,
): Performance {
  const own = tempoAt(rhythm);
  const [first = own.bpm] = tempos;
  const once = turnsOf(rhythm, timing, own, from, turns);
  return {
    name: rhythm.name,
    players: playersOf(rhythm),
    segments: [
      ...countedIn(rhythm, { ...own, bpm: first }, countIn),
      ...tempos.map((bpm) => ({ ...once, tempo: { ...own, bpm }, name: `${bpm} a minute` })),
    ],
  };
}

/** Turns of clicks before a rhythm; nothing for none. */
export function countedIn(
  { cycle }: Pick<Rhythm, 'cycle'>,
  tempo: Tempo,
  turns: number,
): readonly Performed[] {
  if (turns < 1) return [];
  const score = scoreCountIn(cycle, turns);
  return [{ cycle, score, tempo, startTicks: 0, endTicks: score.lengthTicks, name: 'count-in' }];
}

function turnsOf(
  rhythm: Rhythm,
  timing: Timing,
  tempo: Tempo,
  from: number,
  turns: number,
): Performed {
  const score = scoreRhythm(rhythm, timing, rhythm);
  const startTicks = from * score.turnTicks;
  return {
    cycle: rhythm.cycle,
    score,
    tempo,
    startTicks,
    endTicks: startTicks + turns * score.turnTicks,
    words: wordsOf(rhythm, timing),
  };
}

/** A player for each layer of a rhythm. */
export function playersOf({ layers }: Pick<Rhythm, 'layers'>): readonly Player[] {
  return layers.map(({ id, name, instrument, own }) => ({
    id,
    name,
    instrument,
    ...(own && { own }),
  }));
}

/** What is said with the strokes of a rhythm until it comes round. */
export function wordsOf({ layers }: Pick<Rhythm, 'layers'>, timing: Timing): readonly Word[] {
  return layers.flatMap((layer, index) => {
    const { startTicks, lengthTicks } = nth(timing.layers, index);
    const once = layer.strokes.flatMap((stroke): Word[] => {
      const text = sayOf(layer, stroke);
      return text === undefined
        ? []
        : [{ ticks: numberAt(startTicks, stroke.slot), layer: layer.id, text }];
    });
    const rounds = once.length === 0 ? 0 : timing.fullTicks / lengthTicks;
    return Array.from({ length: rounds }, (_, round) =>
      once.map((word) => ({ ...word, ticks: word.ticks + round * lengthTicks })),
    ).flat();
  });
}
