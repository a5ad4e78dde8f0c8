import { nth, numberAt } from '../bounds/index.ts';
import { type Counting, countTurn } from '../counting/index.ts';
import { type Crossing, setPhrase } from '../crossing/index.ts';
import { type Cycle, turnPulses } from '../cycle/index.ts';
import {
  countingOf,
  feltTicks,
  type Lines,
  onsetsOnce,
  type Rhythm,
  sayOf,
  type Timing,
} from '../rhythm/index.ts';
import { type Speaker, spell } from '../speech/index.ts';
import type { Ticks } from '../time/index.ts';
import { SYLLABLES } from '../voice/index.ts';
import { type Score, type ScoreEvent, sortEvents } from './score.ts';

/** Layer id under which the voice is heard. */
export const SPOKEN_LAYER = 'spoken';

/** A word and when it is said. */
export interface SpokenWord {
  readonly ticks: Ticks;
  readonly word: string;
  /** True where it is leant on. */
  readonly strong: boolean;
}

/** The count of some turns: a word on each pulse that has one. */
export function spokenCount(
  cycle: Cycle,
  counting: Counting,
  ticksPerPulse: number,
  turns = 1,
): readonly SpokenWord[] {
  const words = countTurn(counting, cycle);
  const turn = turnPulses(cycle);
  return Array.from({ length: turns }, (_, round) =>
    words.map(({ word, strong }, pulse) => ({
      ticks: (round * turn + pulse) * ticksPerPulse,
      word,
      strong,
    })),
  ).flat();
}

/**
 * What a voice says to a rhythm: the syllables of the first line that has some, where they are played; the count where no
 * line has any.
 */
export function spokenRhythm(
  rhythm: Lines & Pick<Rhythm, 'counting'>,
  timing: Timing,
): readonly SpokenWord[] {
  const index = rhythm.layers.findIndex((layer) =>
    layer.strokes.some((stroke) => sayOf(layer, stroke) !== undefined),
  );
  const layer = rhythm.layers[index];
  if (!layer) {
    const turns = timing.fullTicks / timing.turnTicks;
    return spokenCount(rhythm.cycle, countingOf(rhythm), timing.ticksPerPulse, turns);
  }
  const grid = nth(timing.layers, index);
  const felt = feltTicks(layer, grid);
  const words = onsetsOnce(rhythm, timing).flatMap((onset) => {
    const word = onset.layer === index ? sayOf(layer, onset.stroke) : undefined;
    if (word === undefined) return [];
    const { slot, force } = onset.stroke;
    const ticks = onset.ticks - numberAt(grid.startTicks, slot) + felt(slot);
    return [{ ticks, word, strong: force === 4 }];
  });
  // Strokes that sound together are said once.
  return words.filter(({ ticks }, at) => ticks !== words[at - 1]?.ticks);
}

/** A phrase set to a crossing, once over its whole span, on the grid of its score. */
export function spokenPhrase(text: string, crossed: Crossing, score: Score): readonly SpokenWord[] {
  const perStep = score.lengthTicks / crossed.grid;
  return setPhrase(text, crossed).syllables.map((one) => ({
    ticks: one.at * perStep,
    word: one.text,
    strong: one.stressed,
  }));
}

/** The score with a voice in a layer of its own. One mouth says one word at a time: each ends where the next begins. */
export function withVoice(score: Score, words: readonly SpokenWord[], speaker: Speaker): Score {
  const said = words.filter(({ word }) => spell(word).length > 0);
  const events = said.map(({ ticks, word, strong }, at): ScoreEvent => {
    const next = said[at + 1]?.ticks ?? nth(said, 0).ticks + score.lengthTicks;
    return {
      ticks,
      offset: 0,
      layer: SPOKEN_LAYER,
      sound: { instrument: SYLLABLES[speaker], kind: word, force: strong ? 4 : 3 },
      dampTicks: next - ticks,
    };
  });
  return { ...score, events: sortEvents([...score.events, ...events]) };
}
