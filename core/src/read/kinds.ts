import { findInstrument, strokeKind } from '../instrument/index.ts';
import type { Layer, LayerGrid, Timing } from '../rhythm/index.ts';
import { rational, type Ticks } from '../time/index.ts';
import { capital } from '../wording/index.ts';
import { sayPulse } from './chosen.ts';
import { sayStrides, stridesInPulses } from './strides.ts';

/** One kind of stroke of a layer as a line of its own. */
export interface KindLine {
  /** Code of the stroke, and its name. */
  readonly kind: string;
  readonly name: string;
  readonly slots: readonly number[];
  readonly onsets: readonly Ticks[];
  readonly text: string;
}

/**
 * Every kind of stroke of a layer as a line of its own, the most frequent first; nothing where there
 * is only one kind.
 */
export function kindLines(layer: Layer, grid: LayerGrid, timing: Timing): readonly KindLine[] {
  const slotsOf = new Map<string, Set<number>>();
  for (const { kind, slot } of layer.strokes) {
    const here = slotsOf.get(kind);
    if (here) here.add(slot);
    else slotsOf.set(kind, new Set([slot]));
  }
  if (slotsOf.size < 2) return [];
  const instrument = findInstrument(layer.instrument);
  return [...slotsOf]
    .map(([kind, found]): KindLine => {
      const slots = [...found];
      const onsets = slots.map((slot) => grid.startTicks[slot] ?? 0);
      const name = (instrument && strokeKind(instrument, kind)?.name) ?? kind;
      const pulses = onsets.map((at) => sayPulse(rational(at, timing.ticksPerPulse)));
      const gaps = stridesInPulses(onsets, grid.lengthTicks, timing.ticksPerPulse);
      const shown = pulses.length > 12 ? `${pulses.length} strokes` : pulses.join(', ');
      const strides = slots.length > 1 ? `; strides ${sayStrides(gaps)}` : '';
      const title = capital(name);
      return { kind, name, slots, onsets, text: `${title}: ${shown}${strides}.` };
    })
    .sort((a, b) => b.slots.length - a.slots.length);
}
