import { nth, tableOf } from '../bounds/index.ts';
import { turnPulses } from '../cycle/index.ts';
import type { CatalogueEntry } from './model.ts';
import { idOf, namedCycle, namesOf, temposOf } from './rows.ts';

/** Name | spans | pulses from 0 | side it starts from, or – where it has no sides | tempos | text. */
const TABLE = `
tresillo | 4x2 | 0 3 6 | – | 66/4 116/4 | Three strokes over two beats, 3 + 3 + 2: the seed of many timelines.
cinquillo | 4x2 | 0 2 3 5 6 | – | 60/4 104/4 | The tresillo with two strokes between: long short long short long.
habanera | 4x2 | 0 3 4 6 | – | 52/4 92/4 | The tresillo with the second beat struck as well.
llamador | 4x2 | 2 6 | – | 72/4 108/4 | The caller of the cumbia: only the off-beats, and never hurried.
guacharaca | 4x2 | 0 2 3 4 6 7 | – | 72/4 108/4 | The scraper of the cumbia: long short short.
son clave | 4x4 | 0 3 6 10 12 | 3-2 | 72/4 110/4 | Five strokes over two halves, three and two. A chart may begin on either half.
rumba clave | 4x4 | 0 3 7 10 12 | 3-2 | 72/4 120/4 | As son clave with the third stroke a pulse later.
brazilian clave, bossa clave, bossa | 4x4 | 0 3 6 10 13 | – | 60/4 88/4 | Son clave with its last stroke a pulse later. Whether it has sides is disputed; here it has none.
cascara | 4x4 | 0 2 3 5 7 8 10 12 13 15 | 3-2 | 80/4 116/4 | Played on the shell; written to begin with the three-side of the clave.
baqueteo | 4x4 | 0 2 3 5 6 8 10 12 14 | 3-2 | 60/4 92/4 | A cinquillo answered by four even strokes.
shiko | 4x4 | 0 4 6 10 12 | – | 72/4 112/4 | Five strokes with the first two a whole beat apart.
soukous | 4x4 | 0 3 6 10 11 | – | 80/4 130/4 | Son clave with its last stroke a pulse earlier.
gahu | 4x4 | 0 3 6 10 14 | – | 84/4 120/4 | Son clave with its last stroke two pulses later.
teleco-teco | 4x4 | 0 2 4 5 7 9 11 12 14 | – | 84/4 120/4 | The small frame drum of samba; schools begin it on either half.
aka sixteen | 4x4 | 0 3 5 7 10 12 14 | – | 72/4 110/4 | 3 2 2 and 3 2 2 2: two parts of seven and nine pulses, so that no two strokes halve the turn.
seven-stroke bell, standard bell, bembe bell | 3x4 | 0 2 4 5 7 9 11 | 3-2 | 80/3 130/3 | The bell of West Africa and its diaspora: 2 2 1 2 2 2 1 against four beats of three. Many hear it from other strokes; some give it no sides.
son clave in twelve, fume fume, six-eight son, son clave 6/8 | 3x4 | 0 2 4 7 9 | 3-2 | 80/3 130/3 | The five-stroke bell, three and two.
rumba clave in twelve, columbia clave, six-eight rumba | 3x4 | 0 2 5 7 9 | 3-2 | 80/3 140/3 | As the five-stroke bell with the third stroke a pulse later.
aka twelve | 3x4 | 0 3 5 8 10 | – | 80/3 120/3 | 3 2 and 3 2 2: five and seven pulses.
aka twenty-four | 3x8 | 0 3 5 7 9 11 14 16 18 20 22 | – | 84/3 126/3 | 3 2 2 2 2 and 3 2 2 2 2 2: eleven and thirteen pulses.
`;

/** Timelines of 8, 12, 16 and 24 pulses, as they are written down above. */
const WRITTEN: readonly CatalogueEntry[] = tableOf(TABLE, [
  'names',
  'spans',
  'pulses',
  'side',
  'tempos',
  'text',
]).map(({ names, spans, pulses, side, tempos, text }) => {
  const named = namesOf(names);
  return {
    ...named,
    tradition: 'timeline',
    cycle: namedCycle(named.name, spans),
    skeleton: pulses.split(' ').map((pulse) => ({ pulse: Number(pulse), sound: 'plain' })),
    text,
    tempos: temposOf(tempos),
    ...(side === '3-2' || side === '2-3' ? { side } : {}),
  };
});

/** A two-sided line begun on its other half. */
function fromOtherSide(entry: CatalogueEntry): CatalogueEntry {
  const span = turnPulses(entry.cycle);
  const side = entry.side === '3-2' ? '2-3' : '3-2';
  const skeleton = (entry.skeleton ?? [])
    .map((stroke) => ({ ...stroke, pulse: (stroke.pulse + span / 2) % span }))
    .sort((a, b) => a.pulse - b.pulse);
  const also = entry.also.map((one) => `${one} ${side}`);
  return renamed(entry, `${entry.name} ${side}`, {
    also,
    skeleton,
    side,
    text: `${entry.name}, begun on its other side. ${entry.text}`,
  });
}

/** A line of four beats of four as two bars of four beats of two, as charts write it. */
function inTwoBars(entry: CatalogueEntry): CatalogueEntry {
  const name = `${entry.name} in two bars`;
  const tempos = entry.tempos.map(({ bpm }) => ({ bpm: bpm * 2, per: 2 }));
  return renamed(entry, name, {
    also: [],
    cycle: namedCycle(name, '2x4'),
    turns: 2,
    tempos: [nth(tempos, 0), nth(tempos, 1)],
    text: `${entry.name} as two bars of four, one bar for each side. ${entry.text}`,
  });
}

function renamed(
  entry: CatalogueEntry,
  name: string,
  change: Partial<CatalogueEntry>,
): CatalogueEntry {
  const id = idOf(name);
  const cycle = { ...(change.cycle ?? entry.cycle), id, name };
  const text = `${change.text ?? entry.text}`;
  return {
    ...entry,
    ...change,
    id,
    name,
    cycle,
    text: `${text.charAt(0).toUpperCase()}${text.slice(1)}`,
    writes: entry.writes ?? entry.id,
  };
}

/** Timelines of 8, 12, 16 and 24 pulses; two-sided ones from either side, and those of sixteen in two bars as well. */
export const TIMELINES: readonly CatalogueEntry[] = WRITTEN.flatMap((entry) => {
  if (!entry.side) return [entry];
  const sides = [entry, fromOtherSide(entry)];
  return turnPulses(entry.cycle) === 16 ? [...sides, ...sides.map(inTwoBars)] : sides;
});
