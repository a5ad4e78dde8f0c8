import { seeded } from '../../chance/index.ts';
import { codesUsed, fillWithGhosts, GHOST_HANDS, type GhostHands } from '../../rhythm/index.ts';
import { eachIn, isIn, type Line, struckIn, type Traced, type TracedLayer } from '../line.ts';
import type { Asked, Move } from '../move.ts';

const LEFT_OUT = {
  ghosts: 'without ghosts',
  weakest: 'without the weakest',
  optional: 'without what may be left out',
  'not accents': 'accents only',
  accents: 'all but the accents',
  kind: 'without one kind',
  one: 'without one stroke',
} as const;

/** Leaves strokes out. */
export const THIN: Move = {
  name: 'Thin out',
  about:
    'Fewer strokes: without ghosts, the weakest, one kind or one stroke; the accents only, all but the accents.',
  fields: [
    { kind: 'choice', key: 'what', label: 'What', choices: LEFT_OUT },
    { kind: 'stroke', key: 'kind', label: 'Kind', where: ['what', 'kind'] },
    {
      kind: 'number',
      key: 'stroke',
      label: 'Stroke',
      min: 1,
      max: 64,
      usual: 1,
      where: ['what', 'one'],
    },
  ],
  apply(line, asked) {
    const isOut = leftOut(line, asked);
    return { layer: eachIn(line, (stroke) => (isOut(stroke) ? undefined : stroke)), told: [] };
  },
  say(asked) {
    const what = asked.choice('what') as keyof typeof LEFT_OUT;
    if (what === 'one') return `Without stroke ${asked.number('stroke')}`;
    if (what === 'kind') return `Without ${asked.stroke('kind') ?? 'one kind'}`;
    const text = LEFT_OUT[what];
    return text.replace(/^./, (letter) => letter.toUpperCase());
  },
};

function leftOut(line: Line, asked: Asked): (stroke: Traced) => boolean {
  const { layer, from, to } = line;
  switch (asked.choice('what')) {
    case 'kind': {
      const kind = asked.stroke('kind') ?? codesUsed(layer).at(-1);
      return (stroke) => stroke.kind === kind;
    }
    case 'one': {
      const struck = struckIn(line);
      const out = struck[(asked.number('stroke') - 1) % Math.max(1, struck.length)];
      return ({ slot }) => slot === out;
    }
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
  about: 'A light touch in every empty part, by the hand that a rule gives it.',
  fields: [{ kind: 'choice', key: 'hands', label: 'Hands', choices: GHOST_HANDS }],
  apply: (line, asked) => ({
    layer: filled(line, asked.choice('hands') as GhostHands),
    told: [],
  }),
  say(asked) {
    const hands = asked.choice('hands') as GhostHands;
    return hands === 'turn' ? 'Filled with ghosts' : `Filled with ghosts, ${GHOST_HANDS[hands]}`;
  },
};

function filled({ layer, from, to }: Line, hands: GhostHands): TracedLayer {
  return to > from ? fillWithGhosts(layer, from, to - 1, hands) : layer;
}

const HOW = {
  drawn: 'some by chance',
  on: 'all for certain',
  off: 'all left out',
  these: 'one set of them',
} as const;
const WHAT = { strokes: 'strokes', ornaments: 'ornaments', both: 'strokes and ornaments' } as const;

/** What may be left out, played for certain or now and then. */
export const OPTIONAL: Move = {
  name: 'What may be left out',
  about:
    'The strokes that may be left out, and ornaments: all for certain, all left out, some drawn by chance (the same for the same number), or one set of them.',
  fields: [
    { kind: 'choice', key: 'how', label: 'How', choices: HOW },
    { kind: 'choice', key: 'what', label: 'What', choices: WHAT },
    {
      kind: 'number',
      key: 'share',
      label: 'Out of a hundred',
      min: 0,
      max: 100,
      usual: 50,
      where: ['how', 'drawn'],
    },
    {
      kind: 'number',
      key: 'seed',
      label: 'Number',
      min: 1,
      max: 9999,
      usual: 1,
      where: ['how', 'drawn'],
    },
    {
      kind: 'number',
      key: 'set',
      label: 'Set',
      min: 0,
      max: 4095,
      usual: 0,
      where: ['how', 'these'],
    },
  ],
  apply(line, asked) {
    const random = seeded(asked.number('seed'));
    const how = asked.choice('how');
    const slots = optionalSlots(line);
    const set = asked.number('set');
    const isKept = (stroke: Traced) => {
      if (how === 'on') return true;
      if (how === 'off') return false;
      if (how === 'these') return ((set >> slots.indexOf(stroke.slot)) & 1) === 1;
      return random() < asked.number('share') / 100;
    };
    const what = asked.choice('what');
    const layer = eachIn(line, (stroke) => {
      let now: Traced = stroke;
      if (stroke.optional && what !== 'ornaments') {
        if (!isKept(stroke)) return undefined;
        const { optional: _, ...certain } = stroke;
        now = certain;
      }
      if (now.ornament === undefined || what === 'strokes' || how === 'these') return now;
      if (isKept(now)) return now;
      const { ornament: _, ...plain } = now;
      return plain;
    });
    return { layer, told: [] };
  },
  say(asked) {
    const what = asked.choice('what') === 'ornaments' ? 'ornaments' : 'what may be left out';
    switch (asked.choice('how')) {
      case 'on':
        return 'Nothing left out';
      case 'off':
        return `Without ${what}`;
      case 'these':
        return `Set ${asked.number('set')} of what may be left out`;
      default:
        return `${asked.number('share')} % of ${what}, number ${asked.number('seed')}`;
    }
  },
};

/** The most strokes that may be left out of which every set is made. */
const MOST_OPTIONAL = 12;

/** Slots of the stretch with strokes that may be left out, the first dozen of them. */
export function optionalSlots(line: Line): readonly number[] {
  const slots = line.layer.strokes.flatMap(({ slot, optional }) =>
    optional && isIn(line, slot) ? [slot] : [],
  );
  return [...new Set(slots)].slice(0, MOST_OPTIONAL);
}
