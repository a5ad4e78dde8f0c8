import { nth } from '../bounds/index.ts';
import { counted } from '../wording/index.ts';
import {
  type Beat,
  beatsOf,
  CYCLE_LIMITS,
  type Cycle,
  type Gesture,
  type Group,
  turnPulses,
} from './cycle.ts';

/** A cycle that was read, or the place and the sentence that say why it could not be. */
export type SpansResult =
  | { readonly ok: true; readonly cycle: Cycle }
  | { readonly ok: false; readonly at: number; readonly length: number; readonly message: string };

/** The letter that stands for a gesture behind a span: `4c` is clapped. */
const GESTURE_LETTERS = { c: 'clap', f: 'finger', w: 'wave', s: 'silent' } as const;

function letterOf(gesture: Gesture | undefined): string {
  const found = Object.entries(GESTURE_LETTERS).find(([, name]) => name === gesture);
  return found?.[0] ?? '';
}

const EXAMPLE = 'Write the pulses of each beat, such as 3+3+2 or 4x4';

/**
 * Reads the written form of a cycle: spans joined with `+`, `4x3` for three beats of four pulses,
 * a comma between groups, a letter for the gesture of a beat (c clap, f finger, w wave, s silent).
 * `at` counts characters from 0.
 * @example parseSpans('4x4, 4x2, 4x2') // a cycle of 4 + 2 + 2 beats, 32 pulses
 * @example parseSpans('4c+4fx3, 4c+4w, 4c+4w') // the same with claps, fingers and waves
 */
export function parseSpans(text: string): SpansResult {
  const groups: Group[] = [];
  let at = 0;
  for (const part of text.split(',')) {
    const beats: Beat[] = [];
    let inPart = at;
    for (const piece of part.split('+')) {
      const start = inPart + (piece.length - piece.trimStart().length);
      const word = piece.trim();
      const fail = (message: string): SpansResult => ({
        ok: false,
        at: start,
        length: Math.max(word.length, 1),
        message,
      });
      const match = /^(\d{1,6})([cfws])?(?:\s*[x×]\s*(\d{1,6}))?$/.exec(word);
      if (!match) {
        return fail(
          word === ''
            ? `A beat is missing here. ${EXAMPLE}.`
            : /^\d+\/\d+$/.test(word)
              ? `“${word.slice(0, 24)}” does not say how its beats group. Write the pulses of each beat, such as 4x4 for four beats of four, or 2+2+3 for an uneven seven.`
              : `“${word.slice(0, 24)}” is not a beat length. ${EXAMPLE}.`,
        );
      }
      const span = Number(match[1]);
      const gesture = GESTURE_LETTERS[match[2] as keyof typeof GESTURE_LETTERS] as
        | Gesture
        | undefined;
      const count = match[3] === undefined ? 1 : Number(match[3]);
      if (span < 1 || span > CYCLE_LIMITS.span) {
        return fail(`A beat has 1 to ${CYCLE_LIMITS.span} pulses, not ${span}.`);
      }
      const before = groups.reduce((sum, group) => sum + group.beats.length, beats.length);
      if (count < 1 || before + count > CYCLE_LIMITS.beats) {
        return fail(`A cycle has 1 to ${CYCLE_LIMITS.beats} beats; this makes ${before + count}.`);
      }
      for (let n = 0; n < count; n += 1) {
        beats.push(gesture ? { span, gesture } : { span });
      }
      inPart += piece.length + 1;
    }
    groups.push({ beats });
    at += part.length + 1;
  }
  const spans = formatGroups(groups);
  return { ok: true, cycle: { id: spans, name: spans, groups } };
}

/** The written form of groups of beats. */
export function formatGroups(groups: readonly Group[]): string {
  return groups
    .map((group) => writeRuns(group.beats.map((beat) => `${beat.span}${letterOf(beat.gesture)}`)))
    .join(', ');
}

/** `3 3 2` stays `3+3+2`; three or more like beats are written short, `4x3`. */
function writeRuns(beats: readonly string[]): string {
  const words: string[] = [];
  for (let from = 0; from < beats.length; ) {
    let to = from + 1;
    while (to < beats.length && beats[to] === beats[from]) to += 1;
    const run = to - from;
    if (run > 2) words.push(`${beats[from]}x${run}`);
    else for (let n = 0; n < run; n += 1) words.push(nth(beats, from));
    from = to;
  }
  return words.join('+');
}

/** The written form of a cycle's spans; `parseSpans` gives the same beats and groups back. */
export function formatSpans(cycle: Cycle): string {
  return formatGroups(cycle.groups);
}

/**
 * A cycle from its written form, where the text is known to be good.
 * @throws RangeError with the reader's sentence when it is not.
 * @example cycleFromSpans('3+3+2')
 */
export function cycleFromSpans(text: string, name?: string): Cycle {
  const result = parseSpans(text);
  if (!result.ok) throw new RangeError(result.message);
  return name === undefined ? result.cycle : { ...result.cycle, id: name, name };
}

/** The cycle said short, as a player would: "8 pulses: 3 + 3 + 2". */
export function describeCycle(cycle: Cycle): string {
  const spans = beatsOf(cycle).map((beat) => beat.span);
  const pulses = turnPulses(cycle);
  if (spans.length > 4 && spans.every((span) => span === spans[0])) {
    const groups = cycle.groups.map((group) => group.beats.length).join(' + ');
    return spans[0] === 1
      ? `${pulses} beats${cycle.groups.length > 1 ? `: ${groups}` : ''}`
      : `${spans.length} beats of ${spans[0]}${cycle.groups.length > 1 ? `: ${groups}` : ''}`;
  }
  return `${counted(pulses, 'pulse')}: ${spans.join(' + ')}`;
}
