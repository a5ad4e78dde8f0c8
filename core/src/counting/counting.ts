import { beatsOf, type Cycle } from '../cycle/index.ts';
import { type CountingSystem, WORDS } from './systems.ts';

/**
 * The words for one beat cut into `slots` equal parts; the first is the beat's number. Where the
 * system has no words for so many parts the rest are numbered from 2; plain borrows the triplet
 * words for six.
 * @param beat the beat's number in its turn, from 1
 * @example countBeat('plain', 2, 4) // ['2', 'e', '&', 'a']
 */
export function countBeat(
  system: Exclude<CountingSystem, 'running'>,
  beat: number,
  slots: number,
): readonly string[] {
  const words = WORDS[system][slots] ?? (system === 'plain' ? WORDS.triplet[slots] : undefined);
  if (words) return [String(beat), ...words];
  return [String(beat), ...Array.from({ length: slots - 1 }, (_, index) => String(index + 2))];
}

/** One word of a count: `strong` where a beat begins. */
export interface CountWord {
  readonly word: string;
  readonly strong: boolean;
}

/**
 * The words over one turn, one for each pulse.
 * @example countTurn('plain', cycleFromSpans('3+3+2')) // 1 & a 2 & a 3 &
 */
export function countTurn(system: CountingSystem, cycle: Cycle): readonly CountWord[] {
  let pulse = 0;
  return beatsOf(cycle).flatMap((beat, index) => {
    const words =
      system === 'running'
        ? Array.from({ length: beat.span }, (_, within) => String(pulse + within + 1))
        : countBeat(system, index + 1, beat.span);
    pulse += beat.span;
    return words.map((word, within) => ({ word, strong: within === 0 }));
  });
}

/**
 * The usual way to count a cycle where the player has not chosen: la-li in compound cycles (every
 * beat three pulses), triplet words elsewhere when every beat is alike, plain in uneven ones.
 */
export function usualCounting(cycle: Cycle): CountingSystem {
  const spans = beatsOf(cycle).map((beat) => beat.span);
  if (spans.every((span) => span === 3)) return 'la-li';
  return spans.every((span) => span === spans[0]) ? 'triplet' : 'plain';
}
