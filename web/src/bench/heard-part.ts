import { type Passage, soundingPart } from '@stride/core/passage';
import { handsOf, type Layer } from '@stride/core/rhythm';

/** What is heard of one layer, so that it can be learnt part by part; the others go on whole. */
export const HEARD_PARTS = {
  all: { name: 'all its strokes', part: {} },
  right: { name: 'the right hand alone', part: { hands: ['R'] } },
  left: { name: 'the left hand alone', part: { hands: ['L'] } },
  foot: { name: 'the foot alone', part: { hands: ['F'] } },
  accents: { name: 'accents alone', part: { only: 'accents' } },
  ghosts: { name: 'without ghosts', part: { only: 'no ghosts' } },
  low: { name: 'low sounds alone', part: { only: 'low sounds' } },
} as const satisfies Readonly<
  Record<string, { name: string; part: Pick<Passage, 'hands' | 'only'> }>
>;
export type HeardPart = keyof typeof HEARD_PARTS;

/** The parts that are something else than all of a layer, and not nothing. */
export function partsOf(layer: Layer): readonly HeardPart[] {
  const has = (['R', 'L', 'F'] as const).filter((hand) =>
    handsOf(layer).some((one) => one === hand || (one === 'B' && hand !== 'F')),
  );
  return (Object.keys(HEARD_PARTS) as HeardPart[]).filter((one) => {
    if (one === 'all') return true;
    const { length } = soundingPart(layer, HEARD_PARTS[one].part).strokes;
    const isHand = one === 'right' || one === 'left' || one === 'foot';
    return length > 0 && length < layer.strokes.length && (!isHand || has.length > 1);
  });
}

/** The layers with one of them in part. */
export function heardOf(
  layers: readonly Layer[],
  id: string | undefined,
  part: HeardPart,
): readonly Layer[] {
  if (part === 'all' || !layers.some((layer) => layer.id === id)) return layers;
  return layers.map((layer) =>
    layer.id === id ? soundingPart(layer, HEARD_PARTS[part].part) : layer,
  );
}
