import { nth } from '../../bounds/index.ts';
import { beatStarts, turnPulses } from '../../cycle/index.ts';
import { turnBeats } from '../../rhythm/index.ts';
import { wrap } from '../../time/index.ts';
import { counted } from '../../wording/index.ts';
import { type Going, isIn, type Line, retraced, saySlots, settle, type Traced } from '../line.ts';
import type { Move } from '../move.ts';

/** After each accent a stroke of another sound, over the end of the line too. */
export const CHASE: Move = {
  name: 'Chase the accents',
  about:
    'After each accent, or each stroke of a kind, another stroke so many parts later, over the end too.',
  fields: [
    {
      kind: 'choice',
      key: 'after',
      label: 'After',
      choices: { accents: 'each accent', kind: 'each stroke of this kind' },
    },
    { kind: 'stroke', key: 'of', label: 'Kind', where: ['after', 'kind'] },
    { kind: 'stroke', key: 'kind', label: 'Comes' },
    { kind: 'number', key: 'later', label: 'Parts later', min: 1, max: 16, usual: 1 },
  ],
  apply(line, asked) {
    const { layer, from, to } = line;
    const of = asked.stroke('of');
    if (asked.choice('after') === 'kind' && of === undefined)
      return { layer, told: ['Choose the kind that is chased.'] };
    const isChased = (stroke: Traced) =>
      isIn(line, stroke.slot) &&
      (asked.choice('after') === 'kind' ? stroke.kind === of : stroke.force === 4);
    const taken = new Set(layer.strokes.map(({ slot }) => slot));
    const came: Traced[] = [];
    const covered: number[] = [];
    for (const stroke of layer.strokes.filter(isChased)) {
      const slot = from + wrap(stroke.slot - from + asked.number('later'), to - from);
      if (taken.has(slot)) {
        covered.push(stroke.slot);
        continue;
      }
      taken.add(slot);
      came.push({
        slot,
        kind: asked.stroke('kind') ?? stroke.kind,
        force: 3,
        ...otherHand(stroke),
      });
    }
    const strokes = [...layer.strokes, ...came].sort((a, b) => a.slot - b.slot);
    return {
      layer: retraced(layer, strokes),
      told:
        covered.length === 0
          ? []
          : [`Nothing comes after ${saySlots(line, covered)}: there is a stroke already.`],
    };
  },
  say: (asked) =>
    `Chase the ${asked.choice('after') === 'kind' ? (asked.stroke('of') ?? 'strokes') : 'accents'}, ${counted(asked.number('later'), 'part')} later`,
};

/** A chasing stroke is played by the other hand. */
function otherHand({ hand }: Traced): Pick<Traced, 'hand'> {
  return hand === 'R' ? { hand: 'L' } : hand === 'L' ? { hand: 'R' } : {};
}

/** What comes on the one, or on every beat, comes earlier, in the turn before. */
export const ANTICIPATE: Move = {
  name: 'Anticipate',
  about: 'What comes on the one, or on each beat, comes a little earlier, over the bar line too.',
  fields: [
    {
      kind: 'choice',
      key: 'what',
      label: 'What',
      choices: { one: 'the one', beats: 'each beat' },
    },
    { kind: 'number', key: 'earlier', label: 'Parts earlier', min: 1, max: 8, usual: 1 },
  ],
  apply(line, asked) {
    const { layer, from, to } = line;
    const places = onPlaces(line, asked.choice('what') === 'one');
    const isEarly = (slot: number) => isIn(line, slot) && places(slot);
    const place = (slot: number) => from + wrap(slot - from - asked.number('earlier'), to - from);
    const coming = new Set(
      layer.strokes.filter(({ slot }) => isEarly(slot)).map(({ slot }) => place(slot)),
    );
    const covered = layer.strokes
      .filter(({ slot }) => coming.has(slot) && !isEarly(slot))
      .map(({ slot }) => slot);
    const going = layer.strokes
      .filter(({ slot }) => isEarly(slot) || !coming.has(slot))
      .map(
        (stroke): Going => ({
          stroke,
          to: isEarly(stroke.slot) ? place(stroke.slot) : stroke.slot,
        }),
      );
    const settled = settle(line, going, layer.cells, layer.rings ?? []);
    return {
      layer: settled.layer,
      told: [
        ...(covered.length === 0
          ? []
          : [`It covers what was on ${saySlots(line, [...new Set(covered)])}.`]),
        ...settled.told,
      ],
    };
  },
  say: (asked) =>
    `${asked.choice('what') === 'one' ? 'The one' : 'Each beat'} ${counted(asked.number('earlier'), 'part')} early`,
};

/** Whether a slot lies on the one of a turn, or on any beat. */
function onPlaces({ rhythm, grid }: Line, isOne: boolean): (slot: number) => boolean {
  const turn = turnPulses(rhythm.cycle);
  const starts = new Set(isOne ? [0] : beatStarts(rhythm.cycle).slice(0, turnBeats(rhythm.cycle)));
  return (slot) => {
    const { num, den } = nth(grid.starts, slot);
    return den === 1 && starts.has(num % turn);
  };
}
