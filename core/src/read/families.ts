import { leastRotation } from './line.ts';
import { strides } from './strides.ts';

/** A line that another one is looked up among. */
export interface KnownLine {
  readonly id: string;
  readonly onsets: readonly number[];
  readonly span: number;
}

/** How a line is kin to a known one. */
export interface Kinship {
  readonly id: string;
  readonly kind: 'same' | 'rotation' | 'one-moved';
  /** How many pulses later in the known line this one begins. */
  readonly begins: number;
  /** Of one moved stroke: where it is in this line, and where it would have to be. */
  readonly move?: { readonly from: number; readonly to: number };
}

/** Known lines, ready to be asked. */
export interface Library {
  readonly byFamily: ReadonlyMap<string, readonly KnownLine[]>;
}

function familyKey(onsets: readonly number[], span: number): string {
  return `${span}:${leastRotation(strides(onsets, span)).join(' ')}`;
}

/** Indexes lines by their family: span and least rotation of the strides. */
export function makeLibrary(lines: readonly KnownLine[]): Library {
  const byFamily = new Map<string, KnownLine[]>();
  for (const line of lines) {
    const key = familyKey(line.onsets, line.span);
    const here = byFamily.get(key);
    if (here) here.push(line);
    else byFamily.set(key, [line]);
  }
  return { byFamily };
}

/** How many pulses later in `known` the other line begins; undefined where they are no rotation. */
function beginsAt(
  onsets: readonly number[],
  known: readonly number[],
  span: number,
): number | undefined {
  const places = new Set(onsets);
  for (const start of known) {
    // The first stroke of the line is taken for each stroke of the known one in turn.
    const shift = (start - (onsets[0] ?? 0) + span) % span;
    if (known.every((at) => places.has((at - shift + span) % span))) return shift;
  }
  return undefined;
}

/**
 * Which known lines a line is, is a rotation of, or is one moved stroke away from. Instead of
 * comparing it with each of them, every line that is one move away is looked up.
 */
export function familiesOf(
  onsets: readonly number[],
  span: number,
  library: Library,
): readonly Kinship[] {
  const found: Kinship[] = [];
  const seen = new Set<string>();
  for (const line of library.byFamily.get(familyKey(onsets, span)) ?? []) {
    const begins = beginsAt(onsets, line.onsets, span) ?? 0;
    found.push({ id: line.id, kind: begins === 0 ? 'same' : 'rotation', begins });
    seen.add(line.id);
  }
  if (library.byFamily.size === 0 || onsets.length < 2) return found;
  const moved = new Map<string, Kinship & { readonly move: NonNullable<Kinship['move']> }>();
  const places = new Set(onsets);
  for (const [index, from] of onsets.entries()) {
    for (let to = 0; to < span; to += 1) {
      if (places.has(to)) continue;
      const other = [...onsets.slice(0, index), ...onsets.slice(index + 1), to].sort(
        (a, b) => a - b,
      );
      for (const line of library.byFamily.get(familyKey(other, span)) ?? []) {
        if (seen.has(line.id)) continue;
        const begins = beginsAt(other, line.onsets, span) ?? 0;
        const kin = { id: line.id, kind: 'one-moved' as const, begins, move: { from, to } };
        const known = moved.get(line.id);
        if (!known || farness(kin, span) < farness(known, span)) moved.set(line.id, kin);
      }
    }
  }
  const near = [...moved.values()].sort((a, b) => farness(a, span) - farness(b, span));
  return [...found, ...near];
}

/** Lines that begin together come before turned ones, short moves before long ones. */
function farness(
  { begins, move }: { readonly begins: number; readonly move: { from: number; to: number } },
  span: number,
): number {
  const way = Math.abs(move.to - move.from);
  return (begins === 0 ? 0 : span) + Math.min(way, span - way);
}
