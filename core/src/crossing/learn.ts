import type { PulsePart } from './as-rhythm.ts';
import type { Crossing } from './crossing.ts';

/** A step on the way to playing a crossing. */
export interface LearnStep {
  readonly text: string;
  /** Indices of the pulses that are played. */
  readonly heard: readonly number[];
  /** Whether the composite is heard as one line, to be counted along. */
  readonly composite: boolean;
  /** How each pulse is played in this step. */
  readonly parts: readonly PulsePart[];
  /** Share of the tempo that is set. */
  readonly speed: number;
}

const HANDS = { R: 'right hand', L: 'left hand', F: 'foot' } as const;

/** Where the first steps stand, as a share of the tempo that is set. */
const SLOW = 0.6;
const MIDDLE = 0.8;

/** The longest composite whose strides are told to be counted. */
const COUNTED = 16;

/**
 * The steps made from the numbers: the composite alone and slow, one hand on its count after the
 * other, together, with the hands swapped, and with the beat in the foot.
 */
export function learnSteps(
  crossed: Crossing,
  parts: readonly PulsePart[],
  from: number,
): readonly LearnStep[] {
  const { counts, strides } = crossed;
  const all = counts.map((_, index) => index);
  const said = strides.length <= COUNTED ? ` Count ${strides.join(' ')}.` : '';
  const swapped = parts.map((part): PulsePart => {
    const hand = part.hand === 'R' ? 'L' : part.hand === 'L' ? 'R' : 'F';
    return { ...part, hand };
  });
  const who = (of: readonly PulsePart[]) =>
    counts.map((count, index) => `the ${count} in the ${HANDS[of[index]?.hand ?? 'R']}`).join(', ');
  const footed = parts.map(
    (part, index): PulsePart => (index === from ? { ...part, hand: 'F' } : part),
  );
  return [
    {
      text: `The composite alone, slowly.${said}`,
      heard: [],
      composite: true,
      parts,
      speed: SLOW,
    },
    ...counts.map((count, index) => ({
      text: `The ${count} on the composite’s count, ${HANDS[parts[index]?.hand ?? 'R']}.`,
      heard: [index],
      composite: true,
      parts,
      speed: SLOW,
    })),
    {
      text: 'All together on the composite’s count.',
      heard: all,
      composite: true,
      parts,
      speed: MIDDLE,
    },
    {
      text: `Swap hands: ${who(swapped)}.`,
      heard: all,
      composite: true,
      parts: swapped,
      speed: MIDDLE,
    },
    {
      text: `The foot takes the ${counts[from]}, the hands the rest.`,
      heard: all,
      composite: false,
      parts: footed,
      speed: 1,
    },
  ];
}
