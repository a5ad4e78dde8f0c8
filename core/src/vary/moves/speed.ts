import { nth } from '../../bounds/index.ts';
import { countBeat } from '../../counting/index.ts';
import { beatsOf, turnPulses } from '../../cycle/index.ts';
import {
  type Cell,
  fillsTurns,
  LIMITS,
  layIntoBeats,
  type PlacedStroke,
  slotCount,
} from '../../rhythm/index.ts';
import { add, lcmRational, multiply, rational, toNumber } from '../../time/index.ts';
import { counted } from '../../wording/index.ts';
import { type Line, retraced, type Traced, type TracedLayer, type Varied } from '../line.ts';
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
    {
      kind: 'choice',
      key: 'words',
      label: 'Syllables',
      choices: { kept: 'go with their strokes', anew: 'spoken anew for each beat' },
    },
  ],
  apply(line, asked) {
    if (line.from > 0 || line.to < slotCount(line.layer))
      return { layer: line.layer, told: ['A speed is of the whole line: choose all of it.'] };
    const { num, den } = SPEEDS[asked.choice('speed') as keyof typeof SPEEDS];
    const by = rational(den, num);
    const made = (line.layer.free ? scaled(line, by, 1) : byCells(line, by)) ?? byBeats(line, by);
    return asked.choice('words') === 'anew' ? { ...made, layer: spokenAnew(made.layer) } : made;
  },
  say: (asked) => `${asked.choice('speed').replace(/^./, (letter) => letter.toUpperCase())} speed`,
};

/** Each stroke said by the drum syllable of its place among the parts of its beat. */
function spokenAnew(layer: TracedLayer): TracedLayer {
  const words = layer.cells.flatMap(({ slots }) => countBeat('spoken-drum', 1, slots));
  return {
    ...layer,
    strokes: layer.strokes.map((stroke) => ({ ...stroke, say: nth(words, stroke.slot) })),
  };
}

type Ratio = ReturnType<typeof rational>;

/** Where all beats are alike the cells themselves are longer or shorter, if none then lies over the end of a turn. */
function byCells(line: Line, by: Ratio): Varied | undefined {
  const { cycle } = line.rhythm;
  const spans = new Set(beatsOf(cycle).map(({ span }) => span));
  if (spans.size > 1) return undefined;
  const made = scaled(line, by, timesIn(line, by));
  return made && fillsTurns(cycle, made.layer) ? made : undefined;
}

/** How often the line comes round until it fills whole turns. */
function timesIn({ rhythm, grid }: Line, by: Ratio): number {
  const once = multiply(grid.length, by);
  const length = lcmRational(once, rational(turnPulses(rhythm.cycle)));
  return Math.round(toNumber(length) / toNumber(once));
}

/** The line so many times, its cells longer or shorter. Undefined where a line cannot have so many or such parts. */
function scaled({ layer }: Line, by: Ratio, times: number): Varied | undefined {
  const once = layer.cells.map(
    ({ beats, slots }): Cell => ({ beats: multiply(rational(beats.num, beats.den), by), slots }),
  );
  const all = slotCount(layer);
  if (all * times > LIMITS.slotsPerLayer || once.some(({ beats }) => beats.den > LIMITS.cellDen))
    return undefined;
  const rounds = Array.from({ length: times }, (_, round) => round);
  const strokes = rounds.flatMap((round) =>
    layer.strokes.map((stroke) => ({ ...again(stroke, round), slot: stroke.slot + round * all })),
  );
  const rings = rounds.flatMap((round) => (layer.rings ?? []).map((slot) => slot + round * all));
  const cells = rounds.flatMap(() => once);
  return { layer: retraced({ ...layer, cells }, strokes, rings), told: [] };
}

/** Only the first time round it is the stroke that was there. */
function again({ was, ...stroke }: Traced, round: number): Traced {
  return round === 0 && was !== undefined ? { ...stroke, was } : stroke;
}

/** Where beats are not alike it goes by time: each beat is divided so that its strokes fall where they are. */
function byBeats(line: Line, by: Ratio): Varied {
  const { rhythm, layer, grid } = line;
  const times = timesIn(line, by);
  const all = slotCount(layer);
  if (all * times > LIMITS.slotsPerLayer) {
    return { layer, told: ['At that speed the line would have more parts than a line can have.'] };
  }
  const once = multiply(grid.length, by);
  const placed = Array.from({ length: times }, (_, round) =>
    layer.strokes.map(
      (stroke): PlacedStroke => ({
        at: add(multiply(nth(grid.starts, stroke.slot), by), multiply(once, rational(round))),
        stroke: { ...again(stroke, round), slot: stroke.slot + round * all },
      }),
    ),
  ).flat();
  const turns = (toNumber(once) * times) / turnPulses(rhythm.cycle);
  const laid = layIntoBeats(rhythm.cycle, Math.round(turns), placed);
  const rung = layer.rings === undefined ? [] : ['What rang on does so no more.'];
  const off = laid.moved.length + laid.lost.length;
  const tight =
    off === 0
      ? []
      : [`${counted(off, 'stroke')} would need a finer division than a beat can have here.`];
  return {
    layer: retraced({ ...layer, cells: [...laid.cells] }, laid.strokes, []),
    told: [...tight, ...rung],
  };
}
