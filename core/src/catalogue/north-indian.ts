import { tableOf } from '../bounds/index.ts';
import type { Cycle, Gesture } from '../cycle/index.ts';
import type { CatalogueEntry, SkeletonStroke } from './model.ts';
import { idOf, namesOf, temposOf } from './rows.ts';

/**
 * Name | spoken pattern: a word for each beat, `-` where nothing is said, `/` between groups; `+`
 * before a group that is clapped, `o` before one that is empty | tempos in beats | text.
 */
const TABLE = `
teental | + dha dhin dhin dha / + dha dhin dhin dha / o dha tin tin ta / + ta dhin dhin dha | 60/1 180/1 | 16 beats in four fours, clapped on 1, 5 and 13, empty on 9; the low drum is silent from 10 to 13.
tilwada | + dha tirakita dhin dhin / + dha dha tin tin / o ta tirakita dhin dhin / + dha dha dhin dhin | 30/1 60/1 | The frame of teental, for slow song.
jhaptal | + dhi na / + dhi dhi na / o ti na / + dhi dhi na | 60/1 140/1 | 10 beats as 2 + 3 + 2 + 3, clapped on 1, 3 and 8, empty on 6.
sultal, sulfakta | + dha dha / o din ta / + kita dha / + tita kata / o gadi gana | 80/1 160/1 | 10 beats in five twos for the open-handed barrel; clapped on 1, 5 and 7, empty on 3 and 9.
rupak | o tin tin na / + dhi na / + dhi na | 60/1 160/1 | 7 beats as 3 + 2 + 2. It begins on its empty beat: the one is shown with a wave, the claps are on 4 and 6.
tivra | + dha din ta / + tita kata / + gadi gana | 90/1 180/1 | 7 beats as 3 + 2 + 2, all clapped.
dadra | + dha dhi na / o dha tu na | 80/1 180/1 | 6 beats in two threes, clapped on 1, empty on 4. Some say ti for tu.
keherwa, kaharva | + dha ge na ti / o na ka dhi na | 100/1 240/1 | 8 quick beats in two fours, clapped on 1, empty on 5; played in countless ways.
ektal | + dhin dhin / o dhage tirakita / + tu na / o kat ta / + dhage tirakita / + dhin na | 30/1 200/1 | 12 beats in six twos; clapped on 1, 5, 9 and 11, empty on 3 and 7. Very slow in song, very quick in solo.
chautal, chartal | + dha dha / o din ta / + kita dha / o din ta / + tita kata / + gadi gana | 50/1 120/1 | 12 beats for the open-handed barrel, clapped and emptied as ektal.
dhamar | + ka dhi ta dhi ta / + dha - / o ga ti ta / + ti ta ta - | 50/1 120/1 | 14 beats as 5 + 2 + 3 + 4, clapped on 1, 6 and 11, empty on 8. Some group it in other ways.
deepchandi, dipchandi | + dha dhin - / + dha dha tin - / o ta tin - / + dha dha dhin - | 60/1 140/1 | 14 beats as 3 + 4 + 3 + 4, clapped on 1, 4 and 11, empty on 8.
jhumra | + dhin -dha tirakita / + dhin dhin dhage tirakita / o tin -ta tirakita / + dhin dhin dhage tirakita | 25/1 60/1 | 14 beats, grouped as deepchandi, for the slowest song.
ada chautal | + dhin tirakita / + dhin na / o tu na / + kat ta / o tirakita dhin / + na dhin / o dhin na | 50/1 160/1 | 14 beats in seven twos, clapped on 1, 3, 7 and 11, empty on 5, 9 and 13.
`;

/** The cycle and its spoken pattern from one cell of the table. */
function readPattern(
  name: string,
  cell: string,
): { readonly cycle: Cycle; readonly skeleton: readonly SkeletonStroke[] } {
  const skeleton: SkeletonStroke[] = [];
  let pulse = 0;
  const groups = cell.split('/').map((part) => {
    const [sign = '+', ...words] = part.trim().split(/\s+/);
    const first: Gesture = sign === 'o' ? 'wave' : 'clap';
    const beats = words.map((word, index) => {
      if (word !== '-') skeleton.push({ pulse, sound: soundOf(word), say: word });
      pulse += 1;
      return { span: 1, gesture: index === 0 ? first : ('finger' as const) };
    });
    return { beats, label: sign === 'o' ? 'empty' : 'clap' };
  });
  return { cycle: { id: idOf(name), name, groups }, skeleton };
}

/** Words with the resonant low drum begin with dh or g; the others are high. */
function soundOf(word: string): SkeletonStroke['sound'] {
  return /^-?(dh|g)/.test(word) ? 'low' : 'high';
}

/** North Indian tals with their claps, empty beats and usual spoken pattern. */
export const NORTH_INDIAN_CYCLES: readonly CatalogueEntry[] = tableOf(TABLE, [
  'names',
  'pattern',
  'tempos',
  'text',
]).map(({ names, pattern, tempos, text }) => {
  const named = namesOf(names);
  return {
    ...named,
    tradition: 'north-indian',
    ...readPattern(named.name, pattern),
    text,
    tempos: temposOf(tempos),
    counting: 'running',
  };
});
