import { cellAt } from '../../bounds/index.ts';
import { FORCES, type Force } from '../../rhythm/index.ts';
import type { Met } from './match.ts';

/** How hard strokes came against how they were written, in decibels. */
export interface Loudness {
  /** Middle loudness of each written force that came. */
  readonly byForce: ReadonlyMap<Force, number>;
  /** How much weaker the left hand is than the right at the same written force; negative where it is the stronger. */
  readonly leftWeaker: number | undefined;
  /** Slots whose strokes come out as another force than they were written, with the force they came out as. */
  readonly off: readonly { readonly slot: number; readonly written: Force; readonly came: Force }[];
}

/** Fewer strokes of a force than this say nothing of how loud it is. */
const FEW = 2;
/** Forces whose loudness lies nearer than this are not told apart by ear. */
const ALIKE = 2;

/** Decibels of an amplitude, 0 to 1. */
export function decibels(loud: number): number {
  return 20 * Math.log10(Math.max(loud, 1e-4));
}

/** Amplitudes that were heard, by written force and, where it is one of two, by hand; and by slot. */
interface Grouped {
  readonly byForce: ReadonlyMap<Force, readonly number[]>;
  readonly byHand: ReadonlyMap<Force, Readonly<Record<'R' | 'L', readonly number[]>>>;
  /** By slot, which are small numbers: a list with gaps. */
  readonly bySlot: readonly SlotLoudness[];
}

interface SlotLoudness {
  readonly written: Force;
  readonly louds: number[];
}

function group(met: readonly Met[]): Grouped {
  const byForce = new Map<Force, number[]>();
  const byHand = new Map<Force, { readonly R: number[]; readonly L: number[] }>();
  const bySlot: SlotLoudness[] = [];
  for (const { asked, hit } of met) {
    const { loud } = hit;
    if (loud === undefined) continue;
    const { force, hand, slot } = asked;
    const alike = byForce.get(force);
    if (alike) alike.push(loud);
    else byForce.set(force, [loud]);
    const here = bySlot[slot];
    if (here) here.louds.push(loud);
    else bySlot[slot] = { written: force, louds: [loud] };
    if (hand !== 'R' && hand !== 'L') continue;
    const hands = byHand.get(force);
    if (hands) hands[hand].push(loud);
    else byHand.set(force, { R: [], L: [], [hand]: [loud] });
  }
  return { byForce, byHand, bySlot };
}

/** The middle loudness in decibels of one or more: of an even number, half way between the two in the middle. */
function middleDecibels(louds: readonly number[]): number {
  const sorted = new Float64Array(louds).sort();
  const half = (sorted.length - 1) / 2;
  return (
    (decibels(cellAt(sorted, Math.floor(half))) + decibels(cellAt(sorted, Math.ceil(half)))) / 2
  );
}

/** Compares loudness with what was written; undefined where the input tells nothing of it. */
export function loudness(met: readonly Met[]): Loudness | undefined {
  const grouped = group(met);
  if (grouped.bySlot.length === 0) return undefined;
  const byForce = new Map<Force, number>();
  for (const force of FORCES) {
    const some = grouped.byForce.get(force) ?? [];
    if (some.length >= FEW) byForce.set(force, middleDecibels(some));
  }
  const off = grouped.bySlot.flatMap(({ written, louds }, slot) => {
    const own = byForce.get(written);
    const came = nearestForce(middleDecibels(louds), byForce);
    if (own === undefined || !came) return [];
    const louder = came.middle - own;
    // A softer force that comes out louder than a harder one is read the other way round there.
    if (Math.abs(louder) < ALIKE || Math.sign(louder) !== Math.sign(came.force - written))
      return [];
    return [{ slot, written, came: came.force }];
  });
  return { byForce, leftWeaker: handsApart(grouped), off };
}

/** The force whose middle is nearest, with that middle in decibels. */
function nearestForce(
  db: number,
  byForce: ReadonlyMap<Force, number>,
): { readonly force: Force; readonly middle: number } | undefined {
  return [...byForce]
    .map(([force, middle]) => ({ force, middle }))
    .sort((a, b) => Math.abs(db - a.middle) - Math.abs(db - b.middle))[0];
}

/** The difference of the hands at the forces that both of them play, by how often they do. */
function handsApart({ byHand }: Grouped): number | undefined {
  let sum = 0;
  let weight = 0;
  for (const { R, L } of byHand.values()) {
    if (R.length < FEW || L.length < FEW) continue;
    const often = Math.min(R.length, L.length);
    sum += (middleDecibels(R) - middleDecibels(L)) * often;
    weight += often;
  }
  return weight === 0 ? undefined : sum / weight;
}
