import type { Lines, Timing } from '../rhythm/index.ts';
import { type SideSchool, saySides, sitsWith } from './sits-with.ts';
import { soundingLine } from './sounding.ts';

/** One sentence about sides, with the slots of the layer that it speaks of. */
export interface SideSentence {
  readonly text: string;
  readonly slots: readonly number[];
  readonly warn: boolean;
}

/**
 * How a layer sits with the two-sided timelines of its rhythm, period by period: the first in full,
 * later ones only where they sit otherwise. A layer that is not whole periods is not read.
 */
export function readSides(
  rhythm: Lines,
  timing: Timing,
  index: number,
  school: SideSchool = 'strict',
): readonly SideSentence[] {
  const layer = rhythm.layers[index];
  const grid = timing.layers[index];
  if (!layer || !grid || layer.strokes.length === 0) return [];
  return rhythm.layers.flatMap((timeline, at): SideSentence[] => {
    const other = timing.layers[at];
    if (at === index || !timeline.side || !other) return [];
    const span = other.lengthTicks / timing.ticksPerPulse;
    const periods = grid.lengthTicks / other.lengthTicks;
    if (!Number.isInteger(span) || span % 2 !== 0 || !Number.isInteger(periods)) return [];
    const onsets = soundingLine(timeline, other).onsets.map(
      (ticks) => ticks / timing.ticksPerPulse,
    );
    if (!onsets.every(Number.isInteger)) return [];
    let first: string | undefined;
    return Array.from({ length: periods }, (_, period) => period).flatMap((period) => {
      const from = period * other.lengthTicks;
      const placed = layer.strokes
        .map((stroke) => ({
          slot: stroke.slot,
          kind: stroke.kind,
          force: stroke.force,
          at: ((grid.startTicks[stroke.slot] ?? 0) - from) / timing.ticksPerPulse,
        }))
        .filter(({ at: place }) => place >= 0 && place < span);
      const reading = sitsWith(placed, onsets, span);
      const known = first === reading.verdict;
      first ??= reading.verdict;
      if (period > 0 && known) return [];
      const slotsAt = (places: readonly number[]) =>
        placed.filter((stroke) => places.includes(stroke.at)).map((stroke) => stroke.slot);
      const where = period > 0 ? `From turn ${period + 1}: ` : `With ${timeline.name}: `;
      return saySides(reading, school).map((text, line) => {
        const rubs = text.includes('rubs');
        const doubles = text.includes('doubles');
        return {
          text: line === 0 ? `${where}${text.charAt(0).toLowerCase()}${text.slice(1)}` : text,
          slots: rubs ? slotsAt(reading.here.rubs) : doubles ? slotsAt(reading.here.doubled) : [],
          warn: rubs,
        };
      });
    });
  });
}
