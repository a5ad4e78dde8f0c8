import { nth } from '../bounds/index.ts';
import type { Layer } from './model.ts';

/** The kinds of strokes in a layer: it has many strokes of few kinds. */
export interface KindsIn {
  /** Their codes, each once, in the order in which they first come. */
  readonly codes: readonly string[];
  /** For each stroke the place of its kind among them. */
  readonly each: readonly number[];
}

const known = new WeakMap<Layer['strokes'], KindsIn>();

/** The kinds of the strokes of a layer; worked out once. */
export function kindsIn({ strokes }: Pick<Layer, 'strokes'>): KindsIn {
  const before = known.get(strokes);
  if (before) return before;
  const codes: string[] = [];
  const each: number[] = Array(strokes.length);
  for (let stroke = 0; stroke < strokes.length; stroke += 1) {
    const { kind } = nth(strokes, stroke);
    let at = 0;
    while (at < codes.length && codes[at] !== kind) at += 1;
    if (at === codes.length) codes.push(kind);
    each[stroke] = at;
  }
  const kinds = { codes, each };
  known.set(strokes, kinds);
  return kinds;
}
