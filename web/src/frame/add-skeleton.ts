import type { CatalogueEntry } from '@stride/core/catalogue';
import { beatStarts, beatsOf, turnPulses } from '@stride/core/cycle';
import { findInstrument } from '@stride/core/instrument';
import { addLayer, type Layer, type Rhythm, recast, type Stroke } from '@stride/core/rhythm';
import { rational } from '@stride/core/time';

export type AddResult =
  | { readonly ok: true; readonly rhythm: Rhythm }
  | { readonly ok: false; readonly message: string };

/**
 * The strokes an entry is known by as a new layer of a rhythm: low and high ones on the goblet drum,
 * others on claves. In another cycle of the same pulses they keep their pulse; in even beats of any
 * other length the layer comes round at its own length; over uneven beats it cannot.
 */
export function addSkeletonLayer(rhythm: Rhythm, entry: CatalogueEntry): AddResult {
  const plain = entry.skeleton?.every((stroke) => stroke.sound === 'plain') ?? true;
  const instrument = findInstrument(plain ? 'claves' : 'goblet-drum');
  if (!entry.skeleton || !instrument) return { ok: false, message: 'This entry has no strokes.' };
  const inEntry = addLayer({ ...rhythm, cycle: entry.cycle, layers: [] }, instrument, entry.name);
  const made = inEntry.layers[0];
  if (!made) return { ok: false, message: 'This rhythm has as many layers as it can have.' };
  const starts = beatStarts(entry.cycle);
  const strokes = entry.skeleton.map(({ pulse, sound, say }): Stroke => {
    const beat = starts.findLastIndex((start) => start <= pulse);
    const first = made.cells.slice(0, beat).reduce((sum, cell) => sum + cell.slots, 0);
    const span = beatsOf(entry.cycle)[beat]?.span ?? 1;
    const slots = made.cells[beat]?.slots ?? span;
    return {
      slot: first + Math.floor(((pulse - (starts[beat] ?? 0)) * slots) / span),
      kind: sound === 'low' ? 'D' : sound === 'high' ? 'T' : 'X',
      force: 3,
      ...(say && /^[^\s/|*+#<>"]{1,24}$/u.test(say) && say !== '-' ? { say } : {}),
    };
  });
  const layer: Layer = {
    ...made,
    strokes,
    ...(entry.tradition === 'timeline' ? { role: 'timeline' as const } : {}),
    ...(entry.side ? { side: entry.side } : {}),
  };
  const alone = { ...rhythm, cycle: entry.cycle, layers: [layer] };
  const fits = turnPulses(entry.cycle) % turnPulses(rhythm.cycle) === 0;
  const spans = new Set(beatsOf(rhythm.cycle).map((beat) => beat.span));
  const [span] = spans;
  if (!fits && (spans.size > 1 || span === undefined)) {
    return {
      ok: false,
      message: `${entry.name} has ${turnPulses(entry.cycle)} pulses and this turn ${turnPulses(rhythm.cycle)} in uneven beats: it cannot come round over them. Use its cycle instead.`,
    };
  }
  // In even beats of another length each cell lasts as many pulses as it did.
  const placed = fits
    ? recast(alone, rhythm.cycle).rhythm.layers[0]
    : {
        ...layer,
        cells: layer.cells.map((cell, beat) => {
          const length = rational(beatsOf(entry.cycle)[beat]?.span ?? 1, span ?? 1);
          return { ...cell, beats: { num: length.num, den: length.den } };
        }),
        free: true as const,
      };
  const added = addLayer(rhythm, instrument, entry.name);
  const empty = added.layers.at(-1);
  if (added === rhythm || !placed || !empty) {
    return { ok: false, message: 'This rhythm has as many layers as it can have.' };
  }
  const layers = added.layers.with(-1, { ...placed, id: empty.id });
  return { ok: true, rhythm: { ...rhythm, layers } };
}
