import { tableOf } from '../bounds/index.ts';
import type { Gesture } from '../cycle/index.ts';
import type { CatalogueEntry, SkeletonStroke } from './model.ts';
import { idOf, namesOf, temposOf } from './rows.ts';

/**
 * Name | drum | spoken pattern: a word for each beat, `-` where nothing is said, `/` between groups; `+`
 * before a group that is clapped, `o` before one that is empty | tempos in beats | text.
 */
const TABLE = `
teental | tabla | + dha dhin dhin dha / + dha dhin dhin dha / o dha tin tin ta / + ta dhin dhin dha | 60/1 180/1 | 16 beats in four fours, clapped on 1, 5 and 13, empty on 9; the low drum is silent from 10 to 13. On 9 and 13 schools differ: some say na or ta for dha, and dha for ta.
tilwada, tilvada | tabla | + dha tirakita dhin dhin / + dha dha tin tin / o ta tirakita dhin dhin / + dha dha dhin dhin | 30/1 60/1 | The frame of teental, for slow song.
addha, sitarkhani | tabla | + dha -dhin - dha / + dha -dhin - dha / o dha -tin - ta / + ta -dhin - dha | 70/1 140/1 | The frame of teental, swung: the strokes fall late between the beats. Told in more than one way.
jhaptal | tabla | + dhi na / + dhi dhi na / o ti na / + dhi dhi na | 60/1 140/1 | 10 beats as 2 + 3 + 2 + 3, clapped on 1, 3 and 8, empty on 6.
sultal, sooltaal | pakhawaj | + dha dha / o din ta / + kita dha / + tita kata / o gadi gana | 80/1 160/1 | 10 beats in five twos for the open-handed barrel; clapped on 1, 5 and 7, empty on 3 and 9.
rupak | tabla | o tin tin na / + dhi na / + dhi na | 60/1 160/1 | 7 beats as 3 + 2 + 2. It begins on its empty beat: the one is shown with a wave, the claps are on 4 and 6. Some say ti for tin.
tivra, tevra | pakhawaj | + dha din ta / + tita kata / + gadi gana | 90/1 180/1 | 7 beats as 3 + 2 + 2, all clapped.
dadra | tabla | + dha dhi na / o dha tu na | 80/1 180/1 | 6 beats in two threes, clapped on 1, empty on 4. Some say ti for tu.
keherwa, kaharva | tabla | + dha ge na ti / o na ka dhi na | 100/1 240/1 | 8 quick beats in two fours, clapped on 1, empty on 5; played in countless ways.
ektal | tabla | + dhin dhin / o dhage tirakita / + tu na / o kat ta / + dhage tirakita / + dhin na | 30/1 200/1 | 12 beats in six twos; clapped on 1, 5, 9 and 11, empty on 3 and 7. Very slow in song, very quick in solo.
chautal, chowtal | pakhawaj | + dha dha / o din ta / + kita dha / o din ta / + tita kata / + gadi gana | 50/1 120/1 | 12 beats for the open-handed barrel, clapped and emptied as ektal.
dhamar | pakhawaj | + ka dhi ta dhi ta / + dha - / o ga ti ta / + ti ta ta - | 50/1 120/1 | 14 beats as 5 + 2 + 3 + 4, clapped on 1, 6 and 11, empty on 8. Some group it in other ways.
deepchandi, dipchandi | tabla | + dha dhin - / + dha dha tin - / o ta tin - / + dha dha dhin - | 60/1 140/1 | 14 beats as 3 + 4 + 3 + 4, clapped on 1, 4 and 11, empty on 8.
jhumra | tabla | + dhin -dha tirakita / + dhin dhin dhage tirakita / o tin -ta tirakita / + dhin dhin dhage tirakita | 25/1 60/1 | 14 beats, grouped as deepchandi, for the slowest song.
ada chautal | tabla | + dhin tirakita / + dhin na / o tu na / + kat ta / o tirakita dhin / + na dhin / o dhin na | 50/1 160/1 | 14 beats in seven twos, clapped on 1, 3, 7 and 11, empty on 5, 9 and 13.
pancham sawari | tabla | + - - - / + - - - - / o - - - - / + - - - - | 40/1 90/1 | 15 beats as 3 + 4 + 4 + 4, clapped on 1, 4 and 12, empty on 8. Its spoken pattern differs from school to school and is left to yours.
jhampak | tabla | + dhi dhi na / + dhi na | 60/1 140/1 | 5 beats as 3 + 2, both clapped; sung in Bengal.
rupakra | tabla | + - - - / + - - / + - - - | 60/1 140/1 | 8 beats as 3 + 2 + 3; sung in Bengal. Its spoken pattern is left to your teacher.
`;

/** Each word as its strokes: parts of the beat parted by `/`, in each the codes and what is said; `.` is silent. */
const BOLS: Readonly<Record<'tabla' | 'pakhawaj', Readonly<Record<string, string>>>> = {
  tabla: {
    dha: 'G+N dha',
    dhin: 'G+I dhin',
    dhi: 'G+I dhi',
    na: 'N na',
    ta: 'N ta',
    tin: 'I tin',
    ti: 'I ti',
    tu: 'U tu',
    ge: 'G ge',
    ka: 'k ka',
    kat: 'K kat',
    dhage: 'G+N dha/G ge',
    tirakita: 'T ti/R ra/k ki/T ta',
    '-dha': '. ./G+N dha',
    '-ta': '. ./N ta',
    '-dhin': '. ./G+I dhin',
    '-tin': '. ./I tin',
  },
  pakhawaj: {
    dha: 'G+N dha',
    din: 'D din',
    dhi: 'G+T dhi',
    ta: 'T ta',
    ti: 'R ti',
    ka: 'k ka',
    ga: 'G ga',
    kita: 'k ki/T ta',
    tita: 'R ti/T ta',
    kata: 'k ka/T ta',
    gadi: 'G ga/D di',
    gana: 'G ga/N na',
  },
};
const DRUMS = { tabla: 'north-indian-pair', pakhawaj: 'pakhawaj' } as const;
type Drum = keyof typeof DRUMS;

/** A word of a pattern as strokes on its beat. */
function strokesOf(drum: Drum, word: string, pulse: number): readonly SkeletonStroke[] {
  const written = BOLS[drum][word];
  if (written === undefined) throw new RangeError(`No strokes for ${word} on the ${drum}`);
  const parts = written.split('/');
  return parts.flatMap((part, at): SkeletonStroke[] => {
    const [codes = '.', say = ''] = part.split(' ');
    if (codes === '.') return [];
    const kinds = codes.split('+');
    return [
      {
        pulse,
        ...(parts.length > 1 ? { part: [at, parts.length] as const } : {}),
        sound: kinds.includes('G') ? 'low' : 'high',
        kinds,
        say,
      },
    ];
  });
}

/** The cycle and its spoken pattern from one cell of the table. */
function patternOf(
  name: string,
  drum: Drum,
  cell: string,
): Pick<CatalogueEntry, 'cycle' | 'skeleton' | 'instrument'> {
  const skeleton: SkeletonStroke[] = [];
  let pulse = 0;
  const groups = cell.split('/').map((part) => {
    const [sign = '+', ...words] = part.trim().split(/\s+/);
    const first: Gesture = sign === 'o' ? 'wave' : 'clap';
    const beats = words.map((word, index) => {
      if (word !== '-') skeleton.push(...strokesOf(drum, word, pulse));
      pulse += 1;
      return { span: 1, gesture: index === 0 ? first : ('finger' as const) };
    });
    return { beats, label: sign === 'o' ? 'empty' : 'clap' };
  });
  return {
    cycle: { id: idOf(name), name, groups },
    ...(skeleton.length > 0 ? { skeleton, instrument: DRUMS[drum] } : {}),
  };
}

/** North Indian tals with their claps, empty beats and usual spoken pattern. */
export const NORTH_INDIAN_CYCLES: readonly CatalogueEntry[] = tableOf(TABLE, [
  'names',
  'drum',
  'pattern',
  'tempos',
  'text',
]).map(({ names, drum, pattern, tempos, text }) => {
  const named = namesOf(names);
  return {
    ...named,
    tradition: 'north-indian',
    ...patternOf(named.name, drum as Drum, pattern),
    text,
    tempos: temposOf(tempos),
    counting: 'running',
  };
});
