import { numberAt } from '../../bounds/index.ts';
import { wrap } from '../../time/index.ts';
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
  /** Lines as long and with as many strokes: only they can be kin. */
  readonly bySize: ReadonlyMap<string, readonly KnownLine[]>;
}

const sizeKey = (onsets: readonly number[], span: number) => `${span}:${onsets.length}`;

function familyKey(onsets: readonly number[], span: number): string {
  return `${span}:${leastRotation(strides(onsets, span)).join(' ')}`;
}

/** Whether a line fills its span: so do many, and to agree in that makes no kin. */
export function isFull(onsets: readonly number[], span: number): boolean {
  return onsets.length * 8 >= span * 7;
}

/** Indexes lines by their family: span and least rotation of the strides. */
export function makeLibrary(lines: readonly KnownLine[]): Library {
  const byFamily = new Map<string, KnownLine[]>();
  const bySize = new Map<string, KnownLine[]>();
  for (const line of lines) {
    addTo(byFamily, familyKey(line.onsets, line.span), line);
    addTo(bySize, sizeKey(line.onsets, line.span), line);
  }
  return { byFamily, bySize };
}

function addTo(map: Map<string, KnownLine[]>, key: string, line: KnownLine): void {
  const here = map.get(key);
  if (here) here.push(line);
  else map.set(key, [line]);
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
    const shift = wrap(start - numberAt(onsets, 0), span);
    if (known.every((at) => places.has(wrap(at - shift, span)))) return shift;
  }
  return undefined;
}

/**
 * Which known lines a line is, is a rotation of, or is one moved stroke away from. Instead of
 * comparing it with each of them, every line that is one move away is looked up; where those are more
 * than the known lines of its size, those are compared after all. A full line has no kin.
 */
export function familiesOf(
  onsets: readonly number[],
  span: number,
  library: Library,
): readonly Kinship[] {
  const found: Kinship[] = [];
  if (isFull(onsets, span)) return found;
  const seen = new Set<string>();
  for (const line of library.byFamily.get(familyKey(onsets, span)) ?? []) {
    const begins = beginsAt(onsets, line.onsets, span) ?? 0;
    found.push({ id: line.id, kind: begins === 0 ? 'same' : 'rotation', begins });
    seen.add(line.id);
  }
  const alike = library.bySize.get(sizeKey(onsets, span)) ?? [];
  if (alike.length === 0 || onsets.length < 2) return found;
  const others = alike.filter((line) => !seen.has(line.id));
  const moved =
    others.length < span
      ? movedByComparing(onsets, span, others)
      : movedByLookingUp(onsets, span, library, seen);
  const near = [...moved.values()].sort((a, b) => moveDistance(a, span) - moveDistance(b, span));
  return [...found, ...near];
}

type Moved = Kinship & { readonly move: NonNullable<Kinship['move']> };

/**
 * Lines with which all strokes but one fall together, begun somewhere: how often each distance from a
 * stroke of the one to a stroke of the other comes says how many meet when it is begun there.
 */
function movedByComparing(
  onsets: readonly number[],
  span: number,
  lines: readonly KnownLine[],
): ReadonlyMap<string, Moved> {
  const moved = new Map<string, Moved>();
  const meet = new Uint32Array(span);
  for (const line of lines) {
    meet.fill(0);
    for (const at of onsets) {
      for (const there of line.onsets) {
        const begins = wrap(there - at, span);
        meet[begins] = (meet[begins] ?? 0) + 1;
      }
    }
    const places = new Set(onsets);
    const known = new Set(line.onsets);
    for (let begins = 0; begins < span; begins += 1) {
      if (meet[begins] !== onsets.length - 1) continue;
      const from = onsets.find((at) => !known.has(wrap(at + begins, span)));
      const there = line.onsets.find((at) => !places.has(wrap(at - begins, span)));
      if (from === undefined || there === undefined) continue;
      const move = { from, to: wrap(there - begins, span) };
      keepNearest(moved, { id: line.id, kind: 'one-moved', begins, move }, span);
    }
  }
  return moved;
}

function keepNearest(moved: Map<string, Moved>, kin: Moved, span: number): void {
  const known = moved.get(kin.id);
  if (!known || isNearer(kin, known, span)) moved.set(kin.id, kin);
}

/** Of two ways that are as far, the one with the earlier stroke, and then the earlier beginning. */
function isNearer(a: Moved, b: Moved, span: number): boolean {
  const far = moveDistance(a, span) - moveDistance(b, span);
  if (far !== 0) return far < 0;
  if (a.move.from !== b.move.from) return a.move.from < b.move.from;
  return a.move.to !== b.move.to ? a.move.to < b.move.to : a.begins < b.begins;
}

/** Every line that is one move away from this one, looked up by its family. */
function movedByLookingUp(
  onsets: readonly number[],
  span: number,
  library: Library,
  seen: ReadonlySet<string>,
): ReadonlyMap<string, Moved> {
  const moved = new Map<string, Moved>();
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
        keepNearest(moved, { id: line.id, kind: 'one-moved', begins, move: { from, to } }, span);
      }
    }
  }
  return moved;
}

/** Lines that begin together come before turned ones, short moves before long ones. */
function moveDistance(
  { begins, move }: { readonly begins: number; readonly move: { from: number; to: number } },
  span: number,
): number {
  const way = Math.abs(move.to - move.from);
  return (begins === 0 ? 0 : span) + Math.min(way, span - way);
}
