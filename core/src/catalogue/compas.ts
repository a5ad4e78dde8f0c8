import { tableOf } from '../bounds/index.ts';
import type { CatalogueEntry, SkeletonStroke } from './model.ts';
import { namedCycle, namesOf, temposOf } from './rows.ts';

/**
 * Name | spans | accented pulses from 1, or - where none are agreed on | counting | the palms, a sign for each pulse:
 * X clear, x muffled, H the foot | tempos | text.
 */
const TABLE = `
twelve from 1, solea, alegrias | 1x3, 1x3, 1x2, 1x2, 1x2 | 3 6 8 10 12 | compas | x x X x x X x X x X x X | 66/1 150/1 | Twelve counted from 1, the last two as un, dos; accents on 3, 6, 8, 10 and 12: the accents close their groups.
twelve from 12, bulerias | 3+3+2+2+2 | 1 4 7 9 11 | twelve-first | X x x X x x X x X x X x | 180/1 240/1 | Twelve counted from 12: accents on 12, 3, 6, 8 and 10, so that they open their groups.
twelve from 12 with 7, bulerias with 7 | 3+4+1+2+2 | 1 4 8 9 11 | twelve-first | X x x X x x x X X x X x | 180/1 240/1 | The other usual accents: 12, 3, 7, 8 and 10. The same player uses both.
bulerias in six | 3+3 | 1 4 | running | X x x X x x | 180/1 240/1 | Half the twelve, as palms and feet often feel it at speed; the twos of the other half go across it.
guajira, petenera | 3+3+2+2+2 | 1 4 7 9 11 | twelve-first | X x x X x x X x X x X x | 120/1 210/1 | Two threes and three twos, counted from 12: 12 and 3, then 6, 8 and 10.
seguiriya, siguiriya | 2+2+3+3+2 | 1 3 5 8 11 | plain | X x X x X x x X x x X x | 108/1 200/1 | Five uneven beats, two short, two long, one short; counted 1 2 3 4 5 by the beats.
tangos in four, tientos in four | 4x4 | - | plain | H . . . X . x . X . x . X . x . | 60/4 96/4 | Counted in four; tientos slower and swaying, tangos quick. The palms leave 1 to the foot and answer on 2, 3 and 4.
tangos in eight | 4x4, 4x4 | - | plain | H . . . X . x . X . x . X . x . H . . . X . x . X . x . X . x . | 60/4 96/4 | Two turns of four counted to eight, as dancers count.
rumba in four | 4x4 | 1 4 7 9 12 15 | plain | X . . X . . X . X . . X . . X . | 88/4 116/4 | Four beats of four with accents of 3 + 3 + 2, twice; strummers and palms vary them freely.
farruca in eight, farruca | 2x4, 2x4 | - | plain | X . x . X . x . X . x . X . x . | 88/2 152/2 | Eight beats, as two turns of four; the palms are given plainly here.
sevillanas in three, sevillanas | 2x3 | 1 | plain | X . x . x . | 120/2 186/2 | Three beats of two; two turns make the six that dancers count.
fandangos in six, fandangos | 2x3, 2x3 | 1 7 | plain | X . x . x . X . x . x . | 120/2 200/2 | Six beats as two threes; free fandangos leave the count altogether.
verdiales in three, verdiales | 2x3 | 1 | plain | X . x . x . | 140/2 210/2 | Three quick beats.
`;

/** The palms of a row as strokes. */
function palmsOf(signs: string): readonly SkeletonStroke[] {
  return signs
    .split(' ')
    .flatMap((kind, pulse): SkeletonStroke[] =>
      kind === '.'
        ? []
        : [{ pulse, sound: 'plain', kinds: [kind], ...(kind === 'X' ? { loud: true } : {}) }],
    );
}

/** Cycles of compás, known by their accents. */
export const COMPAS_CYCLES: readonly CatalogueEntry[] = tableOf(TABLE, [
  'names',
  'spans',
  'accents',
  'counting',
  'palms',
  'tempos',
  'text',
]).map(({ names, spans, accents, counting, palms, tempos, text }) => {
  const named = namesOf(names);
  return {
    ...named,
    tradition: 'compas',
    cycle: namedCycle(named.name, spans),
    ...(accents === '-' ? {} : { accents: accents.split(' ').map((pulse) => Number(pulse) - 1) }),
    counting: counting as NonNullable<CatalogueEntry['counting']>,
    skeleton: palmsOf(palms),
    instrument: 'palms-and-feet',
    text,
    tempos: temposOf(tempos),
  };
});
