/** How far out the outermost stand, −1 left to 1 right: not at the ears themselves. */
const OUTERMOST = 0.7;

/**
 * Where layers are heard, −1 left to 1 right, in the order in which one sees the players. One alone stands in the middle,
 * two not far from it.
 * @param spread how far apart they stand, 0 all in the middle to 1
 */
export function placesOf(count: number, spread: number): readonly number[] {
  const out = OUTERMOST * spread * Math.min(1, count / 4);
  return Array.from({ length: count }, (_, index) =>
    count < 2 ? 0 : out * ((2 * index) / (count - 1) - 1),
  );
}
