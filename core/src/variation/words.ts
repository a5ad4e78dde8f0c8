import type { PlaceInTurns, Variation } from '../rhythm/index.ts';

/** Shares as players say them, rarest first. */
export const SHARE_WORDS = {
  seldom: { num: 1, den: 16 },
  'now and then': { num: 1, den: 8 },
  often: { num: 1, den: 4 },
  'as often as not': { num: 1, den: 2 },
} as const satisfies Readonly<Record<string, NonNullable<Variation['share']>>>;

/** “seldom, 1 in 16”, “3 in 16 turns”, “only by its key”. */
export function sayShare(share: Variation['share']): string {
  if (!share) return 'only by its key';
  const { num, den } = share;
  const word = Object.entries(SHARE_WORDS).find(
    ([, one]) => one.num === num && one.den === den,
  )?.[0];
  if (den === 1) return 'every turn';
  return word === undefined ? `${num} in ${den} turns` : `${word}, ${num} in ${den}`;
}

/** “on turn 4 of 4”, “on the three-side”, “anywhere”. */
export function sayPlace(place: PlaceInTurns | undefined): string {
  if (!place) return 'anywhere';
  return place.kind === 'side'
    ? `on the ${place.side}-side`
    : `on turn ${place.turn + 1} of ${place.of}`;
}
