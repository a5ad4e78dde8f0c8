import { tableOf } from '../bounds/index.ts';
import { usualCounting } from '../counting/index.ts';
import type { CatalogueEntry } from './model.ts';
import { namedCycle, namesOf, temposOf } from './rows.ts';

/** Name | spans | the two tempos it is counted at | text. */
const TABLE = `
two fours | 4x2 | 60/4 112/4 | Two beats of four parts. The foot marks both; marches and many dances stand on it.
three fours | 4x3 | 60/4 132/4 | Three beats of four parts; quick ones are felt as one long beat.
four twos | 2x4 | 80/2 160/2 | Four beats of two parts, the plain count of four.
four fours | 4x4 | 60/4 104/4 | Four beats of four parts; slow ones are counted 1 e & a.
five fours even | 4x5 | 60/4 120/4 | Five beats alike. Say beforehand whether you lean on 1 and 4 or on 1 and 3.
six twos | 2x3, 2x3 | 72/2 144/2 | Six beats in two threes, each beat in two.
two threes | 3x2 | 66/3 126/3 | Compound: two beats of three, counted 1 la li 2 la li. Six quick ones make one turn.
three threes | 3x3 | 60/3 120/3 | Compound: three beats of three.
four threes | 3x4 | 60/3 116/3 | Compound: four beats of three, the ground of many 12-pulse bells.
three twos | 2x3 | 72/2 144/2 | Six pulses as three twos. Against two threes it is the oldest crossing there is.
five 2+3, paidushko | 2+3 | 168/1 72/5 | Short beat, long beat. Slow: count all five. Quick: two steps, the second longer.
five 3+2 | 3+2 | 168/1 72/5 | Long beat, short beat.
seven 2+2+3, rachenitsa, ruchenitsa | 2+2+3 | 184/1 60/7 | Two short beats and a long one at the end.
seven 2+3+2 | 2+3+2 | 184/1 60/7 | The long beat in the middle.
seven 3+2+2, lesnoto, kalamatianos | 3+2+2 | 184/1 60/7 | The long beat first. The three groupings of seven are three different dances.
eight 3+3+2 | 3+3+2 | 200/1 66/8 | Two long beats and a short one: the strides of the tresillo as beats.
eight 3+2+3 | 3+2+3 | 200/1 66/8 | The short beat in the middle.
eight 2+3+3 | 2+3+3 | 200/1 66/8 | The short beat first.
nine 2+2+2+3, daichovo, karsilamas | 2+2+2+3 | 208/1 84/9 | Three short beats and a long one, from very slow to a quick run.
nine 2+2+3+2 | 2+2+3+2 | 208/1 84/9 | The long beat third.
nine 2+3+2+2 | 2+3+2+2 | 208/1 84/9 | The long beat second.
nine 3+2+2+2 | 3+2+2+2 | 208/1 84/9 | The long beat first.
ten 3+2+2+3 | 3+2+2+3 | 192/1 60/10 | Two long beats outside, two short ones inside.
ten 2+3+2+3 | 2+3+2+3 | 192/1 60/5 | Twice five; the halves answer one another.
ten 3+3+2+2 | 3+3+2+2 | 192/1 60/10 | Two long beats, two short ones.
eleven 2+2+3+2+2, kopanitsa, gankino | 2+2+3+2+2 | 220/1 60/11 | The long beat in the middle of four short ones.
eleven 3+3+3+2 | 3+3+3+2 | 200/1 60/11 | Three long beats and a short one.
eleven 2+2+2+2+3 | 2+2+2+2+3 | 220/1 60/11 | Four short beats and a long one.
twelve 3+3+2+2+2 | 3+3+2+2+2 | 200/1 100/6 | Two threes, then three twos: one turn holds both ways to cut twelve.
thirteen 3+3+3+2+2 | 3+3+3+2+2 | 208/1 60/13 | Three long beats, two short ones.
thirteen 2+2+2+3+2+2, krivo sadovsko | 2+2+2+3+2+2 | 220/1 60/13 | One long beat after three short ones.
fourteen 2+2+3+2+2+3 | 2+2+3, 2+2+3 | 208/1 60/7 | Twice seven; told from two turns of seven only by what is played.
fifteen 2+2+2+2+3+2+2, buchimish | 2+2+2+2+3+2+2 | 220/1 60/15 | A long beat fifth; quick ones are danced as steps short and long.
fifteen 3+3+3+3+3 | 3x5 | 80/3 132/3 | Five beats of three.
`;

/** Simple, compound and uneven cycles. */
export const PLAIN_CYCLES: readonly CatalogueEntry[] = tableOf(TABLE, [
  'names',
  'spans',
  'tempos',
  'text',
]).map(({ names, spans, tempos, text }) => {
  const named = namesOf(names);
  const cycle = namedCycle(named.name, spans);
  return {
    ...named,
    tradition: 'plain',
    cycle,
    text,
    tempos: temposOf(tempos),
    counting: usualCounting(cycle),
  };
});
