import { type Rhythm, type Timing, tempoAt } from '../rhythm/index.ts';
import { countedIn, type Performance, playersOf, type Turns, wordsOf } from '../sound/index.ts';
import { type Passage, segmentOf } from './passage.ts';
import { scorePassage } from './sounding.ts';

/** A passage of a rhythm, as often as it comes, at its tempo or another one. */
export function performPassage(
  rhythm: Rhythm,
  timing: Timing,
  passage: Passage,
  { countIn = 0, bpm }: Pick<Turns, 'countIn' | 'bpm'> = {},
): Performance {
  const own = passage.tempo ?? tempoAt(rhythm);
  const tempo = bpm === undefined ? own : { ...own, bpm };
  const { tag: _, ...once } = segmentOf(
    rhythm,
    scorePassage(rhythm, timing, passage),
    { ...passage, tempo },
    { passage: 0, time: 0 },
  );
  const words = wordsOf(rhythm, timing);
  const time = { ...once, cycle: rhythm.cycle, words };
  return {
    name: rhythm.name,
    players: playersOf(rhythm),
    segments: [
      ...countedIn(rhythm, tempo, countIn),
      ...Array.from({ length: passage.times }, () => time),
    ],
  };
}
