import { FORCES, type Force } from '../../rhythm/index.ts';
import { type Met, median } from './match.ts';

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

/** Compares loudness with what was written; undefined where the input tells nothing of it. */
export function loudness(met: readonly Met[]): Loudness | undefined {
  const heard = met.flatMap(({ asked, hit }) =>
    hit.loud === undefined ? [] : [{ asked, db: decibels(hit.loud) }],
  );
  if (heard.length === 0) return undefined;
  const byForce = new Map<Force, number>();
  for (const force of FORCES) {
    const some = heard.filter(({ asked }) => asked.force === force).map(({ db }) => db);
    if (some.length >= FEW) byForce.set(force, median(some));
  }
  const slots = new Map<number, { written: Force; dbs: number[] }>();
  for (const { asked, db } of heard) {
    const slot = slots.get(asked.slot) ?? { written: asked.force, dbs: [] };
    slots.set(asked.slot, slot);
    slot.dbs.push(db);
  }
  const off = [...slots.entries()].flatMap(([slot, { written, dbs }]) => {
    const came = nearestForce(median(dbs), byForce);
    const own = byForce.get(written);
    if (came === undefined || own === undefined || came === written) return [];
    const other = byForce.get(came);
    if (other === undefined || Math.abs(other - own) < ALIKE) return [];
    // A softer force that comes out louder than a harder one is read the other way round there.
    if (Math.sign(other - own) !== Math.sign(came - written)) return [];
    return [{ slot, written, came }];
  });
  return { byForce, leftWeaker: handsApart(heard), off };
}

function nearestForce(db: number, byForce: ReadonlyMap<Force, number>): Force | undefined {
  let best: { force: Force; far: number } | undefined;
  for (const [force, middle] of byForce) {
    const far = Math.abs(db - middle);
    if (!best || far < best.far) best = { force, far };
  }
  return best?.force;
}

/** The difference of the hands at the forces that both of them play, by how often they do. */
function handsApart(
  heard: readonly { readonly asked: Met['asked']; readonly db: number }[],
): number | undefined {
  let sum = 0;
  let weight = 0;
  for (const force of FORCES) {
    const of = (hand: 'R' | 'L') =>
      heard.flatMap(({ asked, db }) => (asked.hand === hand && asked.force === force ? [db] : []));
    const right = of('R');
    const left = of('L');
    if (right.length < FEW || left.length < FEW) continue;
    const often = Math.min(right.length, left.length);
    sum += (median(right) - median(left)) * often;
    weight += often;
  }
  return weight === 0 ? undefined : sum / weight;
}
