/** The most parts into which a MIDI file can cut a quarter. */
const MOST = 32_767;
/** As fine as this at least, so that graces and steps of tempo have room. */
const LEAST = 480;
/** How near to a whole part a place counts as on it: what floats leave over. */
const WHOLE = 1e-6;
/** Only so many fractions are looked at: more than those are not exact anyway. */
const MOST_FRACTIONS = 20_000;

/** Into how many parts a quarter is cut, and what that costs. */
export interface Resolution {
  /** Parts of a quarter. */
  readonly resolution: number;
  /** How many places are on none of them, and are moved to the nearest. */
  readonly moved: number;
}

/**
 * The coarsest cut of a quarter, from 480 parts up, on which all places are; where there is none, the one on which
 * most are.
 * @param places in quarters
 * @example resolutionFor([0, 1 / 7]).resolution // 483
 */
export function resolutionFor(places: readonly number[]): Resolution {
  const counts = new Map<number, number>();
  for (const place of places) {
    const fraction = Math.round((place - Math.floor(place)) * 1e9) / 1e9;
    if (counts.size < MOST_FRACTIONS || counts.has(fraction)) {
      counts.set(fraction, (counts.get(fraction) ?? 0) + 1);
    }
  }
  const fractions = [...counts].sort(([, a], [, b]) => b - a);
  const missedAt = (resolution: number, most: number) => {
    let missed = 0;
    for (const [fraction, count] of fractions) {
      const parts = fraction * resolution;
      if (Math.abs(parts - Math.round(parts)) > WHOLE * resolution ** 0.5) missed += count;
      if (missed >= most) return missed;
    }
    return missed;
  };
  let best = { resolution: 960, moved: missedAt(960, Number.POSITIVE_INFINITY) };
  for (let resolution = LEAST; resolution <= MOST && best.moved > 0; resolution += 1) {
    const moved = missedAt(resolution, best.moved);
    if (moved < best.moved) best = { resolution, moved };
  }
  // Where everything is exact the coarsest is taken.
  for (let resolution = LEAST; resolution < best.resolution; resolution += 1) {
    if (missedAt(resolution, 1) === 0) return { resolution, moved: 0 };
  }
  return best;
}
