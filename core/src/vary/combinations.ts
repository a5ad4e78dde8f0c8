import { numberAt } from '../bounds/index.ts';
import { leadingLine, soundingLine, syncopation } from '../read/index.ts';
import { beatTicks, type Rhythm, timeRhythm } from '../rhythm/index.ts';
import type { Step } from './chain.ts';
import { lineOf, type Stretch } from './line.ts';
import { optionalSlots } from './moves/thin.ts';

/** One set of the strokes that may be left out, with how the line reads with it. */
export interface Combination {
  readonly step: Step;
  /** Of the strokes that may be left out those that are played. */
  readonly played: number;
  /** Slots that sound in the whole line. */
  readonly strokes: number;
  /** How far it is off the beat: see {@link syncopation}. */
  readonly offBeat: number;
}

/**
 * Every set of the strokes that may be left out, up to a dozen of them (4,096 sets): from none to all, and among
 * those of as many strokes the plainest first.
 */
export function combinationsOf(
  rhythm: Rhythm,
  index: number,
  stretch?: Stretch,
): readonly Combination[] {
  const line = lineOf(rhythm, index, stretch);
  const timed = timeRhythm(rhythm);
  if (!line || !timed.ok) return [];
  const { grid, layer } = line;
  const optional = optionalSlots(line);
  if (optional.length === 0) return [];
  const places = new Map(optional.map((slot, at) => [numberAt(grid.startTicks, slot), at]));
  const turns = Math.max(1, Math.ceil(grid.lengthTicks / grid.turnTicks));
  const beats = beatTicks(rhythm.cycle, timed.timing, turns).filter(
    (tick) => tick < grid.lengthTicks,
  );
  // What leads the line is decided once: the strokes that sound for certain and those that may.
  const sounding = soundingLine(layer, grid);
  const leading = leadingLine(sounding, grid.lengthTicks, 'plain strokes').onsets;
  const certain = sounding.slots.length - optional.length;
  const all: Combination[] = [];
  for (let set = 0; set < 2 ** optional.length; set += 1) {
    const onsets = leading.filter((tick) => {
      const at = places.get(tick);
      return at === undefined || ((set >> at) & 1) === 1;
    });
    let played = 0;
    for (let rest = set; rest > 0; rest &= rest - 1) played += 1;
    all.push({
      step: { move: 'optional', settings: { how: 'these', set } },
      played,
      strokes: certain + played,
      offBeat: syncopation(onsets, grid.lengthTicks, beats).whole,
    });
  }
  return all.sort((a, b) => a.strokes - b.strokes || a.offBeat - b.offBeat);
}
