import { numberAt } from '../../bounds/index.ts';
import type { Ticks } from '../../time/index.ts';
import { ACCENT, PLAIN, type SoundingLine } from '../places/sounding.ts';
import type { ReadFrom } from '../settings.ts';

/** The strokes of a line by which it is read against the beat. */
export interface LeadingLine {
  readonly slots: readonly number[];
  readonly onsets: readonly Ticks[];
  /** From which strokes on they are; other than was asked for where the line says nothing otherwise. */
  readonly from: ReadFrom;
}

/**
 * The strokes that lead a line: from plain ones upwards, as is asked for. A line of equal strides fills its slots
 * and is told by its accents, where some strokes have one and others not; one without plain strokes by every stroke.
 */
export function leadingLine(line: SoundingLine, span: Ticks, wanted: ReadFrom): LeadingLine {
  const of = (from: ReadFrom) => picked(line, from);
  const asked = of(wanted);
  if (asked.onsets.length === 0) return of('every stroke');
  if (wanted !== 'plain strokes' || !isEven(asked.onsets, span)) return asked;
  const accents = of('accents');
  return accents.onsets.length > 0 && accents.onsets.length < asked.onsets.length ? accents : asked;
}

function picked(line: SoundingLine, from: ReadFrom): LeadingLine {
  if (from === 'every stroke') return { from, slots: line.slots, onsets: line.onsets };
  const least = from === 'accents' ? ACCENT : PLAIN;
  const { forces } = line;
  const slots: number[] = Array(forces.length);
  const onsets: Ticks[] = Array(forces.length);
  let count = 0;
  for (let at = 0; at < forces.length; at += 1) {
    if (numberAt(forces, at) < least) continue;
    slots[count] = numberAt(line.slots, at);
    onsets[count] = numberAt(line.onsets, at);
    count += 1;
  }
  slots.length = count;
  onsets.length = count;
  return { from, slots, onsets };
}

/** Whether the strides of a line are all one; a single stroke fills nothing. */
function isEven(onsets: readonly Ticks[], span: Ticks): boolean {
  if (onsets.length < 2) return false;
  return onsets.every((onset, at) => {
    const next = onsets[at + 1] ?? numberAt(onsets, 0) + span;
    return (next - onset) * onsets.length === span;
  });
}
