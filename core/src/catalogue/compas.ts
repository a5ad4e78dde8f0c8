import { tableOf } from '../bounds/index.ts';
import type { CatalogueEntry } from './model.ts';
import { namedCycle, namesOf, temposOf } from './rows.ts';

/** Name | spans | accented pulses from 1, or - where none are agreed on | counting | tempos | text. */
const TABLE = `
twelve from 1, solea, alegrias | 1x3, 1x3, 1x2, 1x2, 1x2 | 3 6 8 10 12 | running | 66/1 150/1 | Twelve counted from 1, accents on 3, 6, 8, 10 and 12: the accents close their groups.
twelve from 12, bulerias | 3+3+2+2+2 | 1 4 7 9 11 | twelve-first | 180/1 240/1 | Twelve counted from 12: accents on 12, 3, 6, 8 and 10, so that they open their groups.
twelve from 12 with 7, bulerias with 7 | 3+4+1+2+2 | 1 4 8 9 11 | twelve-first | 180/1 240/1 | The other usual accents: 12, 3, 7, 8 and 10. The same player uses both.
guajira, petenera | 3+3+2+2+2 | 1 4 7 9 11 | running | 120/1 210/1 | Two threes and three twos, counted from the first three.
seguiriya, siguiriya | 2+2+3+3+2 | 1 3 5 8 11 | plain | 108/1 200/1 | Five uneven beats, two short, two long, one short; counted 1 2 3 4 5 by the beats.
tangos in four, tientos in four | 4x4 | - | plain | 60/4 96/4 | Counted in four; tientos slower and swaying, tangos quick.
tangos in eight | 2x4 | - | running | 120/2 192/2 | The same counted to eight: the palms leave 1 to the foot and answer on the others.
rumba in four | 4x4 | 1 4 7 9 12 15 | plain | 88/4 116/4 | Four beats of four with accents of 3 + 3 + 2, twice; strummers and palms vary them freely.
farruca in eight | 2x4, 2x4 | - | running | 88/2 152/2 | Counted in two turns of four or in one of eight.
sevillanas in three | 2x3 | 1 | plain | 120/2 186/2 | Three beats of two; two turns make the six that dancers count.
fandangos in six | 2x3, 2x3 | 1 7 | running | 120/2 200/2 | Six beats as two threes; free fandangos leave the count altogether.
verdiales in three | 2x3 | 1 | plain | 140/2 210/2 | Three quick beats.
`;

/** Cycles of compás, known by their accents. */
export const COMPAS_CYCLES: readonly CatalogueEntry[] = tableOf(TABLE, [
  'names',
  'spans',
  'accents',
  'counting',
  'tempos',
  'text',
]).map(({ names, spans, accents, counting, tempos, text }) => {
  const named = namesOf(names);
  return {
    ...named,
    tradition: 'compas',
    cycle: namedCycle(named.name, spans),
    ...(accents === '-' ? {} : { accents: accents.split(' ').map((pulse) => Number(pulse) - 1) }),
    counting: counting as NonNullable<CatalogueEntry['counting']>,
    text,
    tempos: temposOf(tempos),
  };
});
