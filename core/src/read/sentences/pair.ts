import { numberAt } from '../../bounds/index.ts';
import type { Counting } from '../../counting/index.ts';
import type { Rhythm, Timing } from '../../rhythm/index.ts';
import { rational, type Ticks } from '../../time/index.ts';
import { counted, times, wordedCount } from '../../wording/index.ts';
import { placeOf } from '../places/place.ts';
import { type Answer, type Found, pairOf, type Wanted } from '../together/pair.ts';
import { sayPlace, sayPulse } from './place.ts';

/** A moment as `3 of bar 2`, in pulses of its turn. */
export function sayMoment(ticks: Ticks, timing: Timing): string {
  const turn = Math.floor(ticks / timing.turnTicks);
  const pulse = sayPulse(rational(ticks - turn * timing.turnTicks, timing.ticksPerPulse));
  return turn === 0 ? pulse : `${pulse} of bar ${turn + 1}`;
}

/**
 * The pair in sentences, with the slots of the first layer they speak of.
 * @example "Walker answers Bell after pulse 3: 2 strokes in a gap of 4."
 */
export function sayPair(
  rhythm: Rhythm,
  timing: Timing,
  first: number,
  second: number,
): readonly { readonly text: string; readonly slots: readonly number[] }[] {
  const pair = pairOf(rhythm, timing, first, second);
  const one = rhythm.layers[first];
  const other = rhythm.layers[second];
  const grid = timing.layers[first];
  if (!pair || !one || !other || !grid) return [];
  const slotAt = new Map<Ticks, number>(
    one.strokes.map((stroke) => [numberAt(grid.startTicks, stroke.slot), stroke.slot]),
  );
  const slots = (at: readonly Ticks[]) => [
    ...new Set(at.flatMap((ticks) => slotAt.get(ticks % grid.lengthTicks) ?? [])),
  ];
  const list = (at: readonly Ticks[]) => {
    const said = at.slice(0, 8).map((ticks) => sayMoment(ticks, timing));
    return `${said.join(', ')}${at.length > 8 ? ` and ${at.length - 8} more` : ''}`;
  };
  const all = pair.together.length + pair.onlyFirst.length;
  const meets =
    pair.together.length === 0
      ? `${one.name} and ${other.name} never fall together.`
      : pair.onlyFirst.length === 0 && pair.onlySecond.length === 0
        ? `${one.name} and ${other.name} always fall together.`
        : `They fall together ${times(pair.together.length)} in ${counted(all, 'stroke')} of ${one.name}: pulse ${list(pair.together)}.`;
  const answer = (who: string, whom: string, { after, gap, at }: Answer) =>
    `${who} answers ${whom} after pulse ${sayMoment(after, timing)}: ${wordedCount(at.length, 'stroke')} in a gap of ${sayLength(gap, timing)}.`;
  return [
    { text: meets, slots: slots(pair.together) },
    ...pair.firstAnswers
      .slice(0, 4)
      .map((found) => ({ text: answer(one.name, other.name, found), slots: slots(found.at) })),
    ...pair.secondAnswers
      .slice(0, 4)
      .map((found) => ({ text: answer(other.name, one.name, found), slots: slots([found.after]) })),
  ];
}

function sayLength(ticks: Ticks, timing: Timing): string {
  const { num, den } = rational(ticks, timing.ticksPerPulse);
  return den === 1 ? String(num) : `${num}/${den}`;
}

/** Where a found moment is counted by the layer that was asked for, within its turn. */
export function sayFound(
  { ticks, slots: [slot] }: Found,
  rhythm: Rhythm,
  timing: Timing,
  wanted: Wanted,
  counting: Counting,
): string {
  const layer = rhythm.layers[wanted.layer];
  const grid = timing.layers[wanted.layer];
  // A layer of another length than whole turns lies elsewhere in the turn each time round.
  return layer && grid && grid.lengthTicks % timing.turnTicks === 0
    ? sayPlace(placeOf(rhythm.cycle, layer, grid, slot, counting))
    : `pulse ${sayPulse(rational(ticks % timing.turnTicks, timing.ticksPerPulse))}`;
}
