import type { CatalogueEntry } from '../../catalogue/index.ts';
import { turnPulses } from '../../cycle/index.ts';
import type { Lines, Timing } from '../../rhythm/index.ts';
import { type Ticks, wrap } from '../../time/index.ts';
import { soundingLine } from '../places/sounding.ts';
import type { Side } from '../settings.ts';

/** A two-sided timeline that lines are set against, in whole pulses. */
export interface Timeline {
  readonly name: string;
  /** Ascending, from 0 and below `span`. */
  readonly onsets: readonly number[];
  /** Pulses of one time through it; even, so that it has two halves. */
  readonly span: number;
  /** The side it starts from. */
  readonly side: '3-2' | '2-3';
}

/** A layer that is marked as a two-sided timeline; undefined where it is none or has no halves. */
export function timelineOf(lines: Lines, timing: Timing, index: number): Timeline | undefined {
  const layer = lines.layers[index];
  const grid = timing.layers[index];
  if (!layer?.side || !grid) return undefined;
  const span = grid.lengthTicks / timing.ticksPerPulse;
  const onsets = soundingLine(layer, grid).onsets.map((ticks) => ticks / timing.ticksPerPulse);
  if (!Number.isInteger(span) || span % 2 !== 0 || !onsets.every(Number.isInteger)) {
    return undefined;
  }
  return { name: layer.name, onsets, span, side: layer.side };
}

/** A two-sided timeline of the catalogue; undefined for an entry without sides. */
export function timelineOfEntry(entry: CatalogueEntry): Timeline | undefined {
  const span = turnPulses(entry.cycle) * (entry.turns ?? 1);
  if (!entry.side || !entry.skeleton || span % 2 !== 0) return undefined;
  const onsets = entry.skeleton.map((stroke) => stroke.pulse);
  return { name: entry.name, onsets, span, side: entry.side };
}

const SIDES: readonly Side[] = ['three-side', 'two-side'];

/** The side on which a place of the timeline lies; `at` in pulses from its beginning. */
export function sideAt(timeline: Timeline, at: number): Side {
  const within = wrap(at, timeline.span);
  const first = timeline.side === '3-2' ? 0 : 1;
  return SIDES[(first + (within * 2 >= timeline.span ? 1 : 0)) % 2] ?? 'three-side';
}

/**
 * The sides that a turn of the cycle goes through, in order: one of them where the timeline is two
 * turns long, both where it is one.
 */
export function sidesOfTurn(timeline: Timeline, turn: number, turnLength: number): readonly Side[] {
  const half = timeline.span / 2;
  const from = Math.floor((turn * turnLength) / half);
  const to = Math.ceil(((turn + 1) * turnLength) / half);
  return Array.from({ length: to - from }, (_, index) => sideAt(timeline, (from + index) * half));
}

/** Where a stroke of a layer lies in pulses, whatever grid it is on. */
export function toPulse(ticks: Ticks, timing: Timing): number {
  return ticks / timing.ticksPerPulse;
}
