import type { PartNote, WrittenMeter } from '../notation/index.ts';
import type { Rational } from '../time/index.ts';

/** Where a bar sends the player: what its lines at both ends say. */
export interface Repeats {
  readonly begins: boolean;
  /** How often the stretch that ends here is played; 0 where none ends. */
  readonly times: number;
  /** The times through in which this bar is played; in all where it is not given. */
  readonly endings: readonly number[] | undefined;
}

/** A note in its bar. */
export interface BarNote extends Omit<PartNote, 'at'> {
  /** From the beginning of its bar, in quarters. */
  readonly in: Rational;
}

/** One bar of one part, as it was read. */
export interface ReadBar {
  /** What is written in it, in quarters. */
  readonly filled: Rational;
  readonly meter: WrittenMeter;
  /** It counts as no bar of its own: a pickup, or part of one. */
  readonly implicit: boolean;
  readonly label: string | undefined;
  readonly repeats: Repeats;
  readonly notes: readonly BarNote[];
  readonly tempos: readonly {
    readonly in: Rational;
    readonly quarters: number;
    readonly beat?: Rational;
  }[];
}
