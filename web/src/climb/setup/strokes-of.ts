import { findInstrument, type StrokeKind } from '@stride/core/instrument';
import type { Layer } from '@stride/core/rhythm';

/** The strokes of its instrument that a line uses, in the order of the instrument. */
export function strokesOf({ instrument, strokes }: Layer): readonly StrokeKind[] {
  const used = new Set(strokes.map(({ kind }) => kind));
  return (findInstrument(instrument)?.strokes ?? []).filter(({ code }) => used.has(code));
}
