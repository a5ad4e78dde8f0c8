import { type Beat, beatsOf, CYCLE_LIMITS, type Cycle, type Group } from './cycle.ts';
import { cycleFromSpans, formatGroups } from './spans.ts';

/** A cycle of these groups, called by its spans. */
function madeOf(groups: readonly Group[]): Cycle {
  return cycleFromSpans(formatGroups(groups));
}

/** Every group with its beats changed; a group that is left without any goes. */
function mapBeats(
  cycle: Cycle,
  change: (beat: Beat, index: number) => readonly Beat[],
): readonly Group[] {
  let index = -1;
  return cycle.groups
    .map(({ beats }) => ({
      beats: beats.flatMap((beat) => {
        index += 1;
        return change(beat, index);
      }),
    }))
    .filter((group) => group.beats.length > 0);
}

/**
 * The cycle with one beat changed, its span kept within what a beat can have.
 * @param index which beat, from 0
 * @example formatSpans(setBeat(cycleFromSpans('3+2'), 1, { span: 4, gesture: 'wave' })) // '3+4w'
 */
export function setBeat(cycle: Cycle, index: number, change: Partial<Beat>): Cycle {
  const groups = mapBeats(cycle, (beat, at) => {
    if (at !== index) return [beat];
    const next = { ...beat, ...change };
    return [{ ...next, span: Math.min(CYCLE_LIMITS.span, Math.max(1, Math.round(next.span))) }];
  });
  return madeOf(groups);
}

/** A beat like the last one after it; a cycle that is full stays as it is. */
export function addBeat(cycle: Cycle): Cycle {
  const last = beatsOf(cycle).length - 1;
  if (last + 1 >= CYCLE_LIMITS.beats) return cycle;
  return madeOf(mapBeats(cycle, (beat, at) => (at === last ? [beat, beat] : [beat])));
}

/** The cycle without one beat; the last one that is left stays. */
export function removeBeat(cycle: Cycle, index: number): Cycle {
  if (beatsOf(cycle).length < 2) return cycle;
  return madeOf(mapBeats(cycle, (beat, at) => (at === index ? [] : [beat])));
}

/** Whether a group begins with this beat. */
export function beginsGroup(cycle: Cycle, index: number): boolean {
  let first = 0;
  return cycle.groups.some((group) => {
    const begins = first === index;
    first += group.beats.length;
    return begins;
  });
}

/** Begins a group with this beat, or joins it to the group before; the first beat always begins one. */
export function toggleGroup(cycle: Cycle, index: number): Cycle {
  const groups: Beat[][] = [];
  beatsOf(cycle).forEach((beat, at) => {
    const begins = at === index ? !beginsGroup(cycle, at) : beginsGroup(cycle, at);
    if (begins || at === 0) groups.push([beat]);
    else groups.at(-1)?.push(beat);
  });
  return madeOf(groups.map((beats) => ({ beats })));
}
