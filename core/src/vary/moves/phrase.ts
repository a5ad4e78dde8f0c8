import { numberAt } from '../../bounds/index.ts';
import { beatsIn, type Layer, slotCount } from '../../rhythm/index.ts';
import { readLayerText } from '../../text/index.ts';
import { compare, formatRational, subtract, ZERO } from '../../time/index.ts';
import { type Line, retraced, type Traced, type Varied } from '../line.ts';
import type { Move } from '../move.ts';

/** A phrase takes the place of another of the same length; or only its syllables do. */
export const PHRASE: Move = {
  name: 'Another phrase',
  about: 'A phrase of your own, as long as what it takes the place of; or only its syllables.',
  fields: [
    {
      kind: 'choice',
      key: 'what',
      label: 'It brings',
      choices: { strokes: 'its strokes', syllables: 'its syllables alone' },
    },
    {
      kind: 'written',
      key: 'rows',
      label: 'The phrase',
      usual: '',
      hint: 'Strokes as they are typed in Write: D . t / T; or choose one of your own.',
      fits: (text) => text.length < 4000,
    },
  ],
  apply(line, asked) {
    const { layer } = line;
    const rows = asked.written('rows');
    if (rows === '') return { layer, told: ['Write a phrase, or choose one of your own.'] };
    if (asked.choice('what') === 'syllables') return { layer: withSyllables(line, rows), told: [] };
    const home = { ...layer, strokes: [...layer.strokes] };
    const read = readLayerText(rows, home, line.rhythm.cycle);
    const [problem] = read.problems;
    // What it plays need not fill turns: it is as long as what it takes the place of.
    if (!read.usable && problem && !problem.message.startsWith('Turn '))
      return { layer, told: [problem.message] };
    return inPlace(line, read.layer);
  },
  say: (asked) => {
    const said = asked.written('rows').replace(/\s+/gu, ' ').slice(0, 40);
    if (said === '') return 'Another phrase';
    return asked.choice('what') === 'syllables' ? `Said ${said}` : `The phrase ${said}`;
  },
};

function inPlace(line: Line, phrase: Layer): Varied {
  const { layer, grid, from, to } = line;
  const first = from < grid.cellOf.length ? numberAt(grid.cellOf, from) : layer.cells.length;
  const last = to < grid.cellOf.length ? numberAt(grid.cellOf, to) : layer.cells.length;
  const begin = grid.cellBeats[first] ?? grid.beats;
  const end = grid.cellBeats[last] ?? grid.beats;
  const isCut = to < grid.cellOf.length && numberAt(grid.firstSlot, last) !== to;
  if (isCut || numberAt(grid.firstSlot, first) !== from)
    return { layer, told: ['A phrase takes the place of whole beats.'] };
  const room = subtract(end, begin);
  const long = beatsIn(phrase);
  if (compare(room, long) !== 0 && compare(long, ZERO) !== 0)
    return {
      layer,
      told: [
        `The phrase has ${formatRational(long)} beats, and ${formatRational(room)} are to be filled.`,
      ],
    };
  const shift = slotCount(phrase) - (to - from);
  const after = (slot: number) => (slot >= to ? slot + shift : slot);
  const isOutside = (slot: number) => slot < from || slot >= to;
  const kept = layer.strokes.filter(({ slot }) => isOutside(slot));
  const strokes: readonly Traced[] = [
    ...kept.map((stroke) => ({ ...stroke, slot: after(stroke.slot) })),
    ...phrase.strokes.map((stroke) => ({ ...stroke, slot: stroke.slot + from })),
  ].sort((a, b) => a.slot - b.slot);
  const cells = [...layer.cells.slice(0, first), ...phrase.cells, ...layer.cells.slice(last)];
  const rings = [
    ...(layer.rings ?? []).filter(isOutside).map(after),
    ...(phrase.rings ?? []).map((slot) => slot + from),
  ];
  return { layer: retraced({ ...layer, cells }, strokes, rings), told: [] };
}

/** The strokes of the stretch said by the syllables of a phrase, one after another, over and over. */
function withSyllables({ layer, from, to }: Line, rows: string) {
  const words = rows.split(/[\s/|]+/u).filter((word) => word !== '' && word !== '.');
  let at = -1;
  let before = -1;
  const strokes = layer.strokes.map((stroke): Traced => {
    if (stroke.slot < from || stroke.slot >= to) return stroke;
    if (stroke.slot !== before) at += 1;
    before = stroke.slot;
    const say = words[at % words.length]?.slice(0, 24);
    return say ? { ...stroke, say } : stroke;
  });
  return retraced(layer, strokes);
}
