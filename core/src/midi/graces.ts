import type { PartNote } from '../notation/index.ts';
import type { Seconds } from '../time/index.ts';

/** A note with when it is heard. */
export interface HeardNote {
  readonly seconds: Seconds;
  readonly tick: number;
  readonly note: PartNote;
}

/** A small note comes so shortly before the next of its kind, and all of them so shortly before their stroke. */
const GAP: Seconds = 0.045;
/** A grace stands where nobody writes a note: between the sixteenth parts of a quarter, and all coarser ones. */
const FINEST = 16;
const NAMES = ['flam', 'drag', 'ruff'] as const;

/**
 * Notes with soft ones that come right before a stroke of the same sound written as its graces: one a flam, two a drag,
 * three a ruff. Only notes that stand where nobody writes one are taken for graces.
 * @param notes ascending in time
 */
export function withGraces(notes: readonly HeardNote[]): readonly HeardNote[] {
  const taken = new Set<number>();
  const bySound = new Map<string, number[]>();
  const found = notes.map((heard, index): HeardNote => {
    const before = bySound.get(heard.note.sound) ?? [];
    const graces = gracesBefore(notes, before, heard);
    bySound.set(heard.note.sound, [...before, index].slice(-NAMES.length));
    const ornament = NAMES[graces.length - 1];
    if (ornament === undefined) return heard;
    for (const grace of graces) taken.add(grace);
    return { ...heard, note: { ...heard.note, ornament } };
  });
  return found.filter((_, index) => !taken.has(index));
}

/** The last notes of a sound that are graces of a stroke, the nearest first. */
function gracesBefore(
  notes: readonly HeardNote[],
  before: readonly number[],
  stroke: HeardNote,
): readonly number[] {
  const graces: number[] = [];
  let until = stroke.seconds;
  for (const index of [...before].reverse()) {
    const one = notes[index];
    if (!one || until - one.seconds > GAP || until === one.seconds) break;
    if (one.note.force >= stroke.note.force || one.note.at.den <= FINEST) break;
    graces.push(index);
    until = one.seconds;
  }
  return graces;
}
