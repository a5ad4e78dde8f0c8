import { beatsOf, type Cycle, turnPulses } from '../cycle/index.ts';
import type { Counting } from './rule.ts';
import {
  BEAT_NUMBER,
  type BeatSystem,
  type CountingSystem,
  type PulseSystem,
  spokenDrum,
  WORDS,
} from './systems.ts';

/**
 * The words for one beat cut into `slots` equal parts, its first word included: the beat's number,
 * or a syllable where the system says one there. Where there are no words for so many parts the
 * rest are numbered from 2; plain borrows the triplet words for six, spoken drum splits larger
 * numbers into fours and threes. Systems that number pulses count as plain inside a beat.
 * @param beat the beat's number in its turn, from 1
 * @example countBeat('plain', 2, 4) // ['2', 'e', '&', 'a']
 */
export function countBeat(counting: Counting, beat: number, slots: number): readonly string[] {
  const own = typeof counting === 'string' ? undefined : counting.words?.[slots];
  const system = systemFor(counting, slots);
  const words = own ?? wordsFor(isPulseSystem(system) ? 'plain' : system, slots);
  const number = String(beat);
  if (!words) {
    return [number, ...Array.from({ length: slots - 1 }, (_, index) => String(index + 2))];
  }
  return words.map((word, index) => (index === 0 && word === BEAT_NUMBER ? number : word));
}

/** The system that counts beats of so many parts. */
export function systemFor(counting: Counting, slots: number): CountingSystem {
  if (typeof counting === 'string') return counting;
  return counting.parts?.[slots] ?? counting.base;
}

/** Whether a system gives a word to each pulse of the turn, rather than to the parts of a beat. */
export function isPulseSystem(system: CountingSystem): system is PulseSystem {
  return (
    system === 'running' ||
    system === 'compas' ||
    system === 'twelve-first' ||
    system === 'each-beat'
  );
}

function wordsFor(system: BeatSystem, slots: number): readonly string[] | undefined {
  if (system === 'spoken-drum' && slots > 9) return spokenDrum(slots);
  return WORDS[system][slots] ?? (system === 'plain' ? WORDS.triplet[slots] : undefined);
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
export function countTurn(counting: Counting, cycle: Cycle): readonly CountWord[] {
  let pulse = 0;
  return beatsOf(cycle).flatMap((beat, index) => {
    const system = systemFor(counting, beat.span);
    const own = typeof counting !== 'string' && counting.words?.[beat.span] !== undefined;
    const words =
      isPulseSystem(system) && !own
        ? Array.from({ length: beat.span }, (_, within) =>
            system === 'each-beat'
              ? String(within + 1)
              : pulseWord(system, pulse + within, turnPulses(cycle)),
          )
        : countBeat(counting, beatNumber(system, cycle, index), beat.span);
    pulse += beat.span;
    return words.map((word, within) => ({ word, strong: within === 0 }));
  });
}

/** The number that is said on a beat, from 0: its place in the turn, or in its group where groups begin anew. */
export function beatNumber(system: CountingSystem, cycle: Cycle, beat: number): number {
  if (system !== 'each-group') return beat + 1;
  let first = 0;
  for (const { beats } of cycle.groups) {
    if (beat < first + beats.length) return beat - first + 1;
    first += beats.length;
  }
  return beat + 1;
}

/** What a system that numbers the whole turn says on a pulse, from 0: its number, the last number first, or un and dos at the end of twelve. */
export function pulseWord(
  system: Exclude<PulseSystem, 'each-beat'>,
  pulse: number,
  turn: number,
): string {
  if (system === 'twelve-first') return String(pulse === 0 ? turn : pulse);
  if (system === 'compas' && turn === 12 && pulse >= 10) return pulse === 10 ? 'un' : 'dos';
  return String(pulse + 1);
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
