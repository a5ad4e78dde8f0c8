import { nth } from '../../bounds/index.ts';
import { instrumentOf, type PlayedOn } from '../../instrument/index.ts';
import { codesUsed, isFootKind, otherHands } from '../../rhythm/index.ts';
import { eachIn } from '../line.ts';
import type { Move } from '../move.ts';

/** One kind of stroke becomes another. */
export const REVOICE: Move = {
  name: 'Another sound',
  about: 'Every stroke of one kind becomes another kind; where they fall and how hard stays.',
  fields: [
    { kind: 'stroke', key: 'from', label: 'From' },
    { kind: 'stroke', key: 'to', label: 'To' },
  ],
  apply(line, asked) {
    const [first, second = first] = codesUsed(line.layer);
    const from = asked.stroke('from') ?? first;
    const to = asked.stroke('to') ?? second;
    if (to === undefined || isUnknown(line.layer, to)) {
      return { layer: line.layer, told: ['Choose a sound that the instrument has.'] };
    }
    const isFoot = isFootKind(line.layer, to);
    return {
      layer: eachIn(line, (stroke) => {
        if (stroke.kind !== from) return stroke;
        const { hand, ...bare } = stroke;
        return { ...bare, kind: to, ...(hand && !isFoot ? { hand } : {}) };
      }),
      told: [],
    };
  },
  say: (asked) =>
    `${asked.stroke('from') ?? 'One sound'} becomes ${asked.stroke('to') ?? 'another'}`,
};

function isUnknown(layer: PlayedOn, kind: string): boolean {
  return !instrumentOf(layer)?.strokes.some(({ code }) => code === kind);
}

/** The strokes walk along the sounds of the line. */
export const WALK: Move = {
  name: 'Walk over the sounds',
  about: 'The same strokes walk along the sounds of the line, up, down, or there and back.',
  fields: [
    {
      kind: 'choice',
      key: 'way',
      label: 'Way',
      choices: {
        back: 'there and back',
        up: 'in their order',
        down: 'the other way',
        steps: 'along a melody',
      },
    },
    {
      kind: 'written',
      key: 'steps',
      label: 'Melody, in steps from the first sound',
      usual: '0 1 2 1',
      where: ['way', 'steps'],
      hint: 'Whole numbers from 0, parted by blanks, over and over: 0 1 2 1.',
      fits: (text) => /^\d{1,2}(\s+\d{1,2}){0,63}$/.test(text),
    },
  ],
  apply(line, asked) {
    const codes = codesUsed(line.layer).filter((code) => !isFootKind(line.layer, code));
    const way = asked.choice('way');
    const there = way === 'down' ? codes.toReversed() : codes;
    const order =
      way === 'steps'
        ? stepsOver(codes, asked.written('steps'))
        : way === 'back'
          ? [...there, ...there.slice(1, -1).reverse()]
          : there;
    if (codes.length < 2) return { layer: line.layer, told: ['The line has one sound only.'] };
    let step = -1;
    let slot = -1;
    const layer = eachIn(line, (stroke) => {
      if (isFootKind(line.layer, stroke.kind)) return stroke;
      if (stroke.slot !== slot) step += 1;
      slot = stroke.slot;
      return { ...stroke, kind: order[step % order.length] ?? stroke.kind };
    });
    return { layer, told: [] };
  },
  say: (asked) =>
    ({
      up: 'Walk over the sounds',
      down: 'Walk over the sounds, the other way',
      steps: `Walk over the sounds ${asked.written('steps')}`,
    })[asked.choice('way')] ?? 'Walk over the sounds and back',
};

/** The sounds of a melody; a step beyond the last sound is the last one. */
function stepsOver(codes: readonly string[], written: string): readonly string[] {
  return written.split(/\s+/u).map((step) => nth(codes, Math.min(Number(step), codes.length - 1)));
}

/** Right becomes left. */
export const OTHER_HANDS: Move = {
  name: 'Other hand',
  about: 'What the right hand played the left hand plays, and the other way round.',
  fields: [],
  apply(line) {
    if (instrumentOf(line.layer)?.byHand === false) {
      return { layer: line.layer, told: ['This instrument has no right and left.'] };
    }
    const other = otherHands(line.layer);
    return {
      layer: eachIn(line, (stroke, at) => {
        const { hand } = nth(other, at);
        return hand === undefined ? stroke : { ...stroke, hand };
      }),
      told: [],
    };
  },
  say: () => 'Other hand',
};
