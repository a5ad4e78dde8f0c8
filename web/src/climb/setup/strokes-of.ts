import { instrumentOf, type StrokeKind } from '@stride/core/instrument';
import type { Layer } from '@stride/core/rhythm';

/** The strokes of its instrument that a line uses, in the order of the instrument. */
export function strokesOf(layer: Layer): readonly StrokeKind[] {
  const used = new Set(layer.strokes.map(({ kind }) => kind));
  return (instrumentOf(layer)?.strokes ?? []).filter(({ code }) => used.has(code));
}
