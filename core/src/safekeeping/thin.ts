const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/**
 * How close together earlier versions stay, by their age: one in each stretch of `every` as long as they are younger
 * than `until`. Each stretch is a whole number of the one before, so that what stays of what stayed is what stays of all.
 */
const STRETCHES: readonly { readonly until: number; readonly every: number }[] = [
  { until: HOUR, every: MINUTE },
  { until: DAY, every: 10 * MINUTE },
  { until: 7 * DAY, every: HOUR },
  { until: 90 * DAY, every: DAY },
  { until: Number.POSITIVE_INFINITY, every: 7 * DAY },
];

/** How close together two versions may be made, in milliseconds. */
export const CLOSEST = MINUTE;

/**
 * Which earlier versions may go: of those in one stretch all but the last.
 * @param times when each was made, in milliseconds since 1970, in any order
 * @param now milliseconds since 1970
 * @returns the times of those that go
 */
export function tooClose(times: readonly number[], now: number): readonly number[] {
  const seen = new Set<string>();
  return [...times]
    .sort((a, b) => b - a)
    .filter((at) => {
      const every = STRETCHES.find(({ until }) => now - at < until)?.every ?? MINUTE;
      const stretch = `${every} ${Math.floor(at / every)}`;
      if (seen.has(stretch)) return true;
      seen.add(stretch);
      return false;
    });
}
