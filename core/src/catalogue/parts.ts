import { tableOf } from '../bounds/index.ts';
import type { CatalogueEntry, SkeletonStroke } from './model.ts';
import { namedCycle, namesOf, temposOf } from './rows.ts';

/** Name | instrument id | spans | the strokes, a code for each pulse, `!` after an accent | tempos | text. */
const TABLE = `
conga tumbao, tumbao | tall-hand-drum | 2x4 | H T C! t H T O! O! | 80/2 200/2 | The most usual conga part of the Cuban dance band, one bar of four: heel and toe of one hand keep the flow, the slap falls on 2, the open tones on 4 and after it, leading into the next bar.
bongo martillo, martillo | small-paired-drums | 2x4 | H! k H t H! k L t | 80/2 200/2 | The hammer of the bongos: the strong hand marks the four beats, the last of them on the low drum; thumb and fingers of the other hand fill between.
surdo first | round-samba-drum | 4x2 | M . . . O! . . . | 60/4 132/4 | The deeper of two surdos: closed on 1, open on 2. It answers the second surdo.
surdo second | round-samba-drum | 4x2 | O! . . . M . . . | 60/4 132/4 | The higher of two surdos: open on 1, closed on 2.
dembow | drum-kit | 4x2 | B! . . S B . S . | 80/4 104/4 | The bass drum on both beats, the snare in strides of 3 + 3 + 2 across them.
candombe wood, madera | claves | 4x4 | X! . . X . . X . . . X . X . . . | 84/4 130/4 | What the stick plays on the wood of the drum before and between: the strides of a clave, three and two.
`;

function strokesOf(signs: string): readonly SkeletonStroke[] {
  return signs.split(' ').flatMap((sign, pulse): SkeletonStroke[] =>
    sign === '.'
      ? []
      : [
          {
            pulse,
            sound: 'plain',
            kinds: [sign.replace('!', '')],
            ...(sign.endsWith('!') ? { loud: true } : {}),
          },
        ],
  );
}

/** Parts that stand beside the timelines, each on its own instrument. */
export const DRUM_PARTS: readonly CatalogueEntry[] = tableOf(TABLE, [
  'names',
  'instrument',
  'spans',
  'strokes',
  'tempos',
  'text',
]).map(({ names, instrument, spans, strokes, tempos, text }) => {
  const named = namesOf(names);
  return {
    ...named,
    tradition: 'part',
    instrument,
    cycle: namedCycle(named.name, spans),
    skeleton: strokesOf(strokes),
    text,
    tempos: temposOf(tempos),
  };
});
