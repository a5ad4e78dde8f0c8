import { nth } from '../../bounds/index.ts';
import { turnPulses } from '../../cycle/index.ts';
import {
  type Cell,
  LIMITS,
  layIntoBeats,
  type PlacedStroke,
  slotCount,
} from '../../rhythm/index.ts';
import { add, lcmRational, multiply, rational, toNumber } from '../../time/index.ts';
import { counted } from '../../wording/index.ts';
import { type Line, retraced, type Traced, type Varied } from '../line.ts';
import type { Move } from '../move.ts';

/** How much quicker: so many times the line in so many. */
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
  apply(line, asked) {
    const { num, den } = SPEEDS[asked.choice('speed') as keyof typeof SPEEDS];
    const by = rational(den, num);
    return line.layer.free ? freely(line, by) : inTurns(line, by);
  },
  say: (asked) => `${asked.choice('speed').replace(/^./, (letter) => letter.toUpperCase())} speed`,
};

/** A line of its own length comes round at its own length: its cells are longer or shorter. */
function freely({ layer }: Line, by: Ratio): Varied {
  const cells = layer.cells.map(
    ({ beats, slots }): Cell => ({
      beats: multiply(rational(beats.num, beats.den), by),
      slots,
    }),
  );
  return { layer: { ...layer, cells }, told: [] };
}

type Ratio = ReturnType<typeof rational>;

function inTurns({ rhythm, layer, grid }: Line, by: Ratio): Varied {
  const once = multiply(grid.length, by);
  const turn = rational(turnPulses(rhythm.cycle));
  const length = lcmRational(once, turn);
  const times = Math.round(toNumber(length) / toNumber(once));
  if (slotCount(layer) * times > LIMITS.slotsPerLayer) {
    return { layer, told: ['At that speed the line would have more parts than a line can have.'] };
  }
  const all = slotCount(layer);
  const placed = Array.from({ length: times }, (_, round) =>
    layer.strokes.map(({ was, ...stroke }): PlacedStroke => {
      const at = add(multiply(nth(grid.starts, stroke.slot), by), multiply(once, rational(round)));
      // Only the first time round it is the stroke that was there.
      const traced: Traced = round === 0 && was !== undefined ? { ...stroke, was } : stroke;
      return { at, stroke: { ...traced, slot: stroke.slot + round * all } };
    }),
  ).flat();
  const laid = layIntoBeats(rhythm.cycle, Math.round(toNumber(length) / toNumber(turn)), placed);
  const off = laid.moved.length + laid.lost.length;
  return {
    layer: retraced({ ...layer, cells: [...laid.cells] }, laid.strokes, []),
    told:
      off === 0
        ? []
        : [`${counted(off, 'stroke')} would need a finer division than a beat can have here.`],
  };
}
