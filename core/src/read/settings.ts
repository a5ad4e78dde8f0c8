import type { Hertz } from '../time/index.ts';
import { USUAL_CEILING } from './hands/hands.ts';
import type { SideSchool } from './sides/sits-with.ts';
import { USUAL_HIGH } from './strokes/weight.ts';

/** What a player wants of a reading. */
export interface ReadSettings {
  /** Strokes a second for one hand at which they begin to tire. */
  readonly ceiling: Hertz;
  readonly school: SideSchool;
  /** The share of the high sounds that is wanted, 0 to 1. */
  readonly high: { readonly least: number; readonly most: number };
  /** From which strokes on the line is read against the beat. */
  readonly from: ReadFrom;
  /** The side on which they expect low strokes, where they expect any. */
  readonly lowOn?: Side;
}

/**
 * From which strokes on a line is read for how far it is off the beat: every stroke, plain ones and accents, or
 * accents alone.
 */
export const READ_FROM = ['every stroke', 'plain strokes', 'accents'] as const;
/** One of {@link READ_FROM}. */
export type ReadFrom = (typeof READ_FROM)[number];

/** One half of a two-sided timeline. */
export type Side = 'three-side' | 'two-side';

/** How a line is read until something else is set. */
export const USUAL_READING: ReadSettings = {
  ceiling: USUAL_CEILING,
  school: 'loose',
  from: 'plain strokes',
  high: { least: 0, most: USUAL_HIGH },
};
