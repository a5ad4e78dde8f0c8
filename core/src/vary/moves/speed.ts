import { type Cell, LIMITS, slotCount, turnBeats } from '../../rhythm/index.ts';
import { lcmRational, rational, toNumber } from '../../time/index.ts';
import { retraced, type Traced } from '../line.ts';
import type { Move } from '../move.ts';

/** How much quicker: so many beats of the line in so many. */
const SPEEDS = {
  double: { name: 'double', num: 2, den: 1 },
  half: { name: 'half', num: 1, den: 2 },
  'one and a half': { name: 'one and a half', num: 3, den: 2 },
} as const;

/** The whole line quicker or slower; it comes round as often as fills whole turns. */
export const SPEED: Move = {
  name: 'Speed',
  about:
    'The whole line at double, half or one and a half times its speed, as often as fills whole turns.',
  fields: [
    {
      kind: 'choice',
      key: 'speed',
      label: 'Speed',
      choices: Object.fromEntries(Object.entries(SPEEDS).map(([key, { name }]) => [key, name])),
    },
  ],
  apply({ rhythm, layer, grid }, asked) {
    const { num, den } = SPEEDS[asked.choice('speed') as keyof typeof SPEEDS];
    const once = layer.cells.map(({ beats, slots }): Cell => {
      const length = rational(beats.num * den, beats.den * num);
      return { beats: length, slots };
    });
    const length = rational(grid.beats.num * den, grid.beats.den * num);
    // A line of its own length comes round at its own length.
    const turn = rational(turnBeats(rhythm.cycle));
    const times = layer.free
      ? 1
      : Math.round(toNumber(lcmRational(length, turn)) / toNumber(length));
    const slots = slotCount(layer);
    if (
      slots * times > LIMITS.slotsPerLayer ||
      once.some(({ beats }) => beats.den > LIMITS.cellDen)
    ) {
      return {
        layer,
        told: ['At that speed the line would have more parts than a line can have.'],
      };
    }
    const rounds = Array.from({ length: times }, (_, round) => round);
    const strokes = rounds.flatMap((round) =>
      layer.strokes.map(
        ({ was, ...stroke }): Traced => ({
          ...stroke,
          slot: stroke.slot + round * slots,
          // Only the first time round it is the stroke that was there.
          ...(round === 0 && was !== undefined ? { was } : {}),
        }),
      ),
    );
    const rings = rounds.flatMap((round) =>
      (layer.rings ?? []).map((slot) => slot + round * slots),
    );
    return {
      layer: retraced({ ...layer, cells: rounds.flatMap(() => once) }, strokes, rings),
      told: [],
    };
  },
  say: (asked) => `${asked.choice('speed').replace(/^./, (letter) => letter.toUpperCase())} speed`,
};
