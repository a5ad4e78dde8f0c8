import { formatRational, rational, type Ticks } from '../../time/index.ts';
import { capital, wordedCount } from '../../wording/index.ts';
import type { LayerComparison } from '../compare/compare-layers.ts';
import { sayPulse } from './place.ts';

/**
 * The comparison in sentences, each with the places it speaks of on the first line and on the second.
 * @example "One stroke moved: pulse 7 to pulse 8, +1."
 */
export function sayLayers(comparison: LayerComparison): readonly {
  readonly text: string;
  readonly places: readonly Ticks[];
}[] {
  const { same, moved, came, went, changed, ticksPerPulse } = comparison;
  const pulse = (at: Ticks) => sayPulse(rational(at, ticksPerPulse));
  const pulses = (places: readonly Ticks[]) => places.map(pulse).join(', ');
  if (moved.length + came.length + went.length + changed.length === 0) {
    return [{ text: 'The two are the same line.', places: same }];
  }
  const way = (by: Ticks) =>
    `${by > 0 ? '+' : '−'}${formatRational(rational(Math.abs(by), ticksPerPulse))}`;
  const count = (number: number) => capital(wordedCount(number, 'stroke'));
  const kept = (what: 'stroke' | 'force' | 'hand') => changed.filter((one) => one.what === what);
  const words = {
    stroke: 'with another stroke',
    force: 'with another force',
    hand: 'in another hand',
  };
  return [
    ...(moved.length > 0
      ? [
          {
            text: `${count(moved.length)} moved: ${moved.map(({ from, to, by }) => `pulse ${pulse(from)} to pulse ${pulse(to)}, ${way(by)}`).join('; ')}.`,
            places: moved.flatMap(({ from, to }) => [from, to]),
          },
        ]
      : []),
    ...(came.length > 0
      ? [{ text: `${count(came.length)} came: pulse ${pulses(came)}.`, places: came }]
      : []),
    ...(went.length > 0
      ? [{ text: `${count(went.length)} went: pulse ${pulses(went)}.`, places: went }]
      : []),
    ...(['stroke', 'force', 'hand'] as const).flatMap((what) => {
      const places = kept(what).map((one) => one.at);
      return places.length > 0
        ? [
            {
              text: `${count(places.length)} stayed ${words[what]}: pulse ${pulses(places)}.`,
              places,
            },
          ]
        : [];
    }),
    {
      text: `${same.length - changed.length} of ${same.length + moved.length + went.length} are as they were.`,
      places: same.filter((at) => !changed.some((one) => one.at === at)),
    },
  ];
}
