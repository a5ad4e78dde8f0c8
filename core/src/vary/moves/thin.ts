import { seeded } from '../../chance/index.ts';
import { fillWithGhosts } from '../../rhythm/index.ts';
import { eachIn, type Line, type Traced, type TracedLayer } from '../line.ts';
import type { Move } from '../move.ts';

const LEFT_OUT = {
  ghosts: 'without ghosts',
  weakest: 'without the weakest',
  optional: 'without what may be left out',
  'not accents': 'accents only',
  accents: 'all but the accents',
} as const;

/** Leaves strokes out. */
export const THIN: Move = {
  name: 'Thin out',
  about:
    'Fewer strokes: without ghosts, without the weakest, the accents only, all but the accents.',
  fields: [{ kind: 'choice', key: 'what', label: 'What', choices: LEFT_OUT }],
  apply(line, asked) {
    const isOut = leftOut(line, asked.choice('what'));
    return { layer: eachIn(line, (stroke) => (isOut(stroke) ? undefined : stroke)), told: [] };
  },
  say(asked) {
    const text = LEFT_OUT[asked.choice('what') as keyof typeof LEFT_OUT];
    return text.replace(/^./, (letter) => letter.toUpperCase());
  },
};

function leftOut({ layer, from, to }: Line, what: string): (stroke: Traced) => boolean {
  switch (what) {
    case 'weakest': {
      const forces = layer.strokes.flatMap(({ slot, force }) =>
        slot >= from && slot < to ? [force] : [],
      );
      const least = Math.min(...forces);
      // What is all alike has no weakest.
      return Math.max(...forces) === least ? () => false : ({ force }) => force === least;
    }
    case 'optional':
      return ({ optional }) => optional === true;
    case 'not accents':
      return ({ force }) => force < 4;
    case 'accents':
      return ({ force }) => force === 4;
    default:
      return ({ force }) => force === 1;
  }
}

/** Fills the rests with ghosts. */
export const FILL: Move = {
  name: 'Fill with ghosts',
  about: 'A light touch in every empty part, hands in turn.',
  fields: [],
  apply: (line) => ({ layer: filled(line), told: [] }),
  say: () => 'Filled with ghosts',
};

function filled({ layer, from, to }: Line): TracedLayer {
  return to > from ? fillWithGhosts(layer, from, to - 1) : layer;
}

/** What may be left out, played for certain or now and then. */
export const OPTIONAL: Move = {
  name: 'What may be left out',
  about:
    'The strokes that may be left out: all of them for certain, or some drawn by chance, the same for the same number.',
  fields: [
    {
      kind: 'choice',
      key: 'how',
      label: 'How',
      choices: { drawn: 'some by chance', on: 'all for certain' },
    },
    { kind: 'number', key: 'share', label: 'Out of a hundred', min: 0, max: 100, usual: 50 },
    { kind: 'number', key: 'seed', label: 'Number', min: 1, max: 9999, usual: 1 },
  ],
  apply(line, asked) {
    const random = seeded(asked.number('seed'));
    const share = asked.choice('how') === 'on' ? 1 : asked.number('share') / 100;
    const layer = eachIn(line, (stroke) => {
      if (!stroke.optional) return stroke;
      const { optional: _, ...certain } = stroke;
      return random() < share ? certain : undefined;
    });
    return { layer, told: [] };
  },
  say: (asked) =>
    asked.choice('how') === 'on'
      ? 'Nothing left out'
      : `${asked.number('share')} % of what may be left out, number ${asked.number('seed')}`,
};
