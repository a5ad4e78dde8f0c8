/** How the sizes of a cadence go. */
export const SHAPES = [
  'same',
  'shrinking',
  'growing',
  'hourglass',
  'barrel',
  'nested',
  'list',
] as const;
/** One of {@link SHAPES}. */
export type Shape = (typeof SHAPES)[number];

/** Shapes that are one row of phrases; a nested cadence is one of these, three times. */
export type SimpleShape = Exclude<Shape, 'nested' | 'list'>;
/** The shapes that are one row of phrases, in the order in which they are offered. */
export const SIMPLE_SHAPES: readonly SimpleShape[] = [
  'same',
  'shrinking',
  'growing',
  'hourglass',
  'barrel',
];

/** A sentence on each for those who meet it first here, with the name it has where it has one. */
export const SHAPE_NOTES: Readonly<Record<Shape, string>> = {
  same: 'One size again and again, usually three times: bedam without a gap, damdar with one. A tihai lands on its last unit, a mora after it.',
  shrinking:
    'Gopuccha, the cow’s tail: each phrase smaller than the last by one step. It usually lands after the last.',
  growing:
    'Srotovaha, the stream: each phrase larger than the last by one step. It usually lands after the last.',
  hourglass:
    'Damaru, the hourglass drum: down to the smallest and up again. It usually lands after the last.',
  barrel:
    'Mridanga, the barrel: up to the largest and down again. It usually lands after the last.',
  nested:
    'Chakradar: the whole thing three times, with a gap of its own between. The very last unit usually is the landing.',
  list: 'Sizes of your own, in your order.',
};

/** Least and most of something, both included. */
export interface Range {
  readonly least: number;
  readonly most: number;
}

/** Every row of sizes of a simple shape within the bounds, none twice. */
export function rowsOf(
  shape: SimpleShape,
  sizes: Range,
  repeats: Range,
): readonly (readonly number[])[] {
  const rows: (readonly number[])[] = [];
  for (let count = Math.max(2, repeats.least); count <= repeats.most; count += 1) {
    if (shape === 'same') {
      for (let size = sizes.least; size <= sizes.most; size += 1) {
        rows.push(Array<number>(count).fill(size));
      }
      continue;
    }
    const turns = shape === 'hourglass' || shape === 'barrel';
    // Down and up again takes an odd number of phrases, one of them in the middle.
    if (turns && count % 2 === 0) continue;
    const steps = turns ? (count - 1) / 2 : count - 1;
    for (let step = 1; step * steps <= sizes.most - sizes.least; step += 1) {
      for (let least = sizes.least; least + step * steps <= sizes.most; least += 1) {
        rows.push(rowFrom(shape, least, step, steps));
      }
    }
  }
  return rows;
}

function rowFrom(
  shape: SimpleShape,
  least: number,
  step: number,
  steps: number,
): readonly number[] {
  const up = Array.from({ length: steps + 1 }, (_, at) => least + at * step);
  const down = up.toReversed();
  switch (shape) {
    case 'growing':
      return up;
    case 'hourglass':
      return [...down, ...up.slice(1)];
    case 'barrel':
      return [...up, ...down.slice(1)];
    default:
      return down;
  }
}
