import type { PlaceInTurns, Variation } from '../rhythm/index.ts';

/** Shares as players say them, rarest first. */
export const SHARE_WORDS = {
  seldom: { num: 1, den: 16 },
  'now and then': { num: 1, den: 8 },
  often: { num: 1, den: 4 },
  'as often as not': { num: 1, den: 2 },
} as const satisfies Readonly<Record<string, NonNullable<Variation['share']>>>;

/** “seldom, 1 turn in 16”, “3 turns in 16”, “only by its key”. */
export function sayShare(share: Variation['share']): string {
  if (!share) return 'only by its key';
  const { num, den } = share;
  const word = Object.entries(SHARE_WORDS).find(
    ([, one]) => one.num === num && one.den === den,
  )?.[0];
  const figure = den === 1 ? 'every turn' : `${num} ${num === 1 ? 'turn' : 'turns'} in ${den}`;
  return word === undefined ? figure : `${word}, ${figure}`;
}

/** “on turn 4 of 4”, “on the three-side”, “anywhere”. */
export function sayPlace(place: PlaceInTurns | undefined): string {
  if (!place) return 'anywhere';
  return place.kind === 'side'
    ? `on the ${place.side}-side`
    : `on turn ${place.turn + 1} of ${place.of}`;
}
