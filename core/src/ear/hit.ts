import type { Hand } from '../rhythm/index.ts';
import type { Seconds } from '../time/index.ts';
import { byName } from '../wording/index.ts';

/** One stroke that the player gave, as an input heard it. */
export interface Hit {
  /** When it reached the input, on the clock of what the player hears. */
  readonly time: Seconds;
  /** Which stroke it was, where the input can tell. */
  readonly kind?: string;
  /** How sure the input is of the kind, 0 to 1. */
  readonly sure?: number;
  /** How hard it was, 0 to 1 and even in loudness as an amplitude is, where the input can tell. */
  readonly loud?: number;
  /** Which hand gave it, where the input can tell. */
  readonly hand?: Exclude<Hand, 'B'>;
}

/** Hits in order of time, whatever order they came in. */
export function inOrder(hits: readonly Hit[]): readonly Hit[] {
  return [...hits].sort((a, b) => a.time - b.time || byName(a.kind ?? '', b.kind ?? ''));
}
