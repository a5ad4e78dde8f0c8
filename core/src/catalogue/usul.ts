import { tableOf } from '../bounds/index.ts';
import type { CatalogueEntry } from './model.ts';
import { namedCycle, namesOf, skeletonOf, temposOf } from './rows.ts';

/** Name | spans | low D and high T, a sign for each pulse | tempos | text. */
const TABLE = `
maqsum | 2x4 | D T . T D . T . | 70/2 120/2 | Four beats of two: one low stroke at the beginning, with a high one right after it, and one on the third beat. Baladi begins with two low strokes; saidi has two in the middle.
baladi, masmudi saghir | 2x4 | D D . T D . T . | 66/2 110/2 | As maqsum with a second low stroke at once.
saidi | 2x4 | D T . D D . T . | 76/2 120/2 | Two low strokes in the middle, over the turn of the hand.
masmudi kabir | 2x8 | D . D . . . T . D . . . T . . . | 60/2 100/2 | Eight beats: baladi at half the pace. The last beats are often filled.
malfuf | 3+3+2 | D . . T . . T . | 100/4 150/4 | 3 + 3 + 2, quick: two steps to a turn; dancers enter on it.
ayyub, zar | 2x4 | D . . T D . T . | 80/4 150/4 | Short and turning; it begins slow and runs away.
khaliji | 3+3+2 | D . . D . . T . | 84/4 120/4 | 3 + 3 + 2 with two low strokes.
fallahi | 4x2 | D T . T D . T . | 100/4 150/4 | Maqsum at twice its pace, two steps to a turn.
chiftetelli | 2x8 | D . . T . . T . D . D . T . . . | 56/2 96/2 | Eight slow beats; the second half stands on the low strokes.
samai thaqil | 3+2+2+3 | D . . T . D D T . . | 80/1 140/1 | Ten as 3 + 2 + 2 + 3. The gaps are as much part of it as the strokes. The Turkish aksak semai has the same ten; its strokes are told in more than one way.
sofyan | 2x2 | D . T T | 80/2 160/2 | Four: low, then two high ones in the second half.
nim sofyan | 1x2 | D T | 90/1 200/1 | Two: low, high; the smallest of them.
semai | 1x3 | D T T | 90/1 180/1 | Three: low, high, high.
turk aksagi | 2+3 | D . T . T | 120/1 220/1 | Five as 2 + 3.
devr-i hindi | 3+2+2 | D T T D . T . | 140/1 240/1 | Seven as 3 + 2 + 2.
devr-i turan, mandira | 2+2+3 | D . T . T . . | 140/1 240/1 | Seven as 2 + 2 + 3.
musemmen | 3+2+3 | D . . T . T . . | 120/1 220/1 | Eight as 3 + 2 + 3.
aksak | 2+2+2+3 | D . T T D . T . T | 160/1 300/1 | Nine as 2 + 2 + 2 + 3, from slow to a run.
curcuna | 3+2+2+3 | . . . . . . . . . . | 180/1 320/1 | Ten quick ones as 3 + 2 + 2 + 3; its strokes are told in more than one way and are left to yours.
duyek | 2x4 | D T . T D . T . | 66/2 116/2 | Eight pulses, the same skeleton as maqsum.
`;

/** Middle Eastern and Turkish cycles with their skeletons. */
export const USUL_CYCLES: readonly CatalogueEntry[] = tableOf(TABLE, [
  'names',
  'spans',
  'signs',
  'tempos',
  'text',
]).map(({ names, spans, signs, tempos, text }) => {
  const named = namesOf(names);
  return {
    ...named,
    tradition: 'usul',
    cycle: namedCycle(named.name, spans),
    ...(/[DT]/.test(signs) ? { skeleton: skeletonOf(signs) } : {}),
    text: `${text} Players ornament the skeleton freely.`,
    tempos: temposOf(tempos),
  };
});
