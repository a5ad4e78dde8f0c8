import { numberAt } from '../bounds/index.ts';

/** Where the parts of a beat of four go in one of three, and of three in one of four. */
export interface RecutTable {
  readonly 4: readonly number[];
  readonly 3: readonly number[];
}

/** Tables by which beats are recut between four and three parts. */
export const RECUT_TABLES = {
  usual: { name: 'as players do', 4: [0, 1, 1, 2], 3: [0, 2, 3] },
  nearest: { name: 'to the nearest', 4: [0, 1, 2, 2], 3: [0, 1, 3] },
  place: { name: 'place by place', 4: [0, 1, 2, 2], 3: [0, 1, 2] },
} as const satisfies Readonly<Record<string, RecutTable & { readonly name: string }>>;
/** One of the known tables by which fours go into threes and back. */
export type RecutTableName = keyof typeof RECUT_TABLES;

/**
 * Reads where the parts of a beat go, one number for each: `0 1 1 2` takes four parts into three.
 * @param parts of the beat they come from; they go to one of the other number
 */
export function readPlaces(text: string, parts: 3 | 4): readonly number[] | undefined {
  const words = text.trim().split(/\s+/u);
  const places = words.map((word) => (/^[0-3]$/.test(word) ? Number(word) : Number.NaN));
  const most = parts === 4 ? 3 : 4;
  const isGood = places.every(
    (place, at) => place < most && (at === 0 || place >= numberAt(places, at - 1)),
  );
  return places.length === parts && isGood ? places : undefined;
}

/** Where a table sends the parts of a beat; undefined where it is not between four and three. */
export function recutPlaces(
  table: RecutTable,
  from: number,
  to: number,
): readonly number[] | undefined {
  return (from === 4 && to === 3) || (from === 3 && to === 4) ? table[from] : undefined;
}
