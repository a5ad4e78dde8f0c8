import { type Features, featuresApart, type HeardStroke } from '../ear/index.ts';

/**
 * Strokes that sound so much alike, in decibels over all that is heard of them, are one kind. Rather two kinds for one
 * stroke, which a table makes one again, than one for two, which nothing parts any more.
 */
const ALIKE = 3.5;
/** More kinds than these nobody tells apart by ear alone. */
const KINDS = 6;

/** Which kind each stroke is, from 0 for the lowest: strokes that sound alike are one, joined until none are left. */
export function kindsOf(strokes: readonly Pick<HeardStroke, 'features'>[]): readonly number[] {
  /** Kinds so far, each by some of its strokes. */
  const kinds: { readonly members: number[]; readonly some: Features[] }[] = [];
  const farFrom = (features: Features, some: readonly Features[]) =>
    some.reduce((sum, one) => sum + featuresApart(features, one), 0) / some.length;
  strokes.forEach(({ features }, index) => {
    const near = kinds
      .map((kind) => ({ kind, far: farFrom(features, kind.some) }))
      .sort((a, b) => a.far - b.far)[0];
    if (near && near.far < ALIKE) {
      near.kind.members.push(index);
      if (near.kind.some.length < 12) near.kind.some.push(features);
    } else kinds.push({ members: [index], some: [features] });
  });
  // Kinds that are as near as strokes of one, and more than can be told, go together.
  for (;;) {
    const pairs = kinds.flatMap((a, at) =>
      kinds.slice(at + 1).map((b) => ({
        a,
        b,
        far: a.some.reduce((sum, one) => sum + farFrom(one, b.some), 0) / a.some.length,
      })),
    );
    const [nearest] = pairs.sort((x, y) => x.far - y.far);
    if (!nearest || (nearest.far >= ALIKE && kinds.length <= KINDS)) break;
    nearest.a.members.push(...nearest.b.members);
    nearest.a.some.push(...nearest.b.some.slice(0, 4));
    kinds.splice(kinds.indexOf(nearest.b), 1);
  }
  const sorted = [...kinds].sort((a, b) => heightOf(a.some) - heightOf(b.some));
  const found = new Array<number>(strokes.length).fill(0);
  sorted.forEach(({ members }, kind) => {
    for (const index of members) found[index] = kind;
  });
  return found;
}

/** How high strokes sound: the middle of what is heard of them, in bands, weighted by how loud each is. */
function heightOf(some: readonly Features[]): number {
  const heights = some.map((features) => {
    const bands = features.slice(0, Math.floor(features.length / 3));
    const powers = bands.map((value) => (Number.isFinite(value) ? 10 ** (value / 10) : 0));
    const sum = powers.reduce((all, one) => all + one, 0);
    return powers.reduce((all, one, band) => all + one * band, 0) / Math.max(sum, 1e-12);
  });
  return heights.reduce((sum, one) => sum + one, 0) / heights.length;
}
