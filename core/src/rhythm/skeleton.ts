import { nth } from '../bounds/index.ts';
import type { CatalogueEntry } from '../catalogue/index.ts';
import { beatStarts, beatsOf, type Cycle, turnPulses } from '../cycle/index.ts';
import { findInstrument } from '../instrument/index.ts';
import { rational } from '../time/index.ts';
import { addLayer, appendLayer } from './layers.ts';
import type { Layer, Rhythm, Stroke } from './model.ts';
import { recast } from './recast.ts';

export type AddResult =
  | { readonly ok: true; readonly rhythm: Rhythm }
  | { readonly ok: false; readonly message: string };

/** Low and high strokes go to the goblet drum, others to claves. */
function instrumentOf(entry: CatalogueEntry) {
  const plain = entry.skeleton?.every((stroke) => stroke.sound === 'plain') ?? true;
  return findInstrument(plain ? 'claves' : 'goblet-drum');
}

/**
 * The strokes an entry is known by as a layer in the entry's own cycle; undefined where it is known by
 * none.
 */
export function skeletonLayer(entry: CatalogueEntry): Layer | undefined {
  const instrument = instrumentOf(entry);
  if (!entry.skeleton || !instrument) return undefined;
  const empty: Rhythm = {
    id: entry.id,
    name: entry.name,
    cycle: entry.cycle,
    layers: [],
    tempo: entry.tempos[0],
    target: entry.tempos[1].bpm,
    tags: [],
  };
  const made = addLayer(empty, instrument, entry.name).layers[0];
  if (!made) return undefined;
  const starts = beatStarts(entry.cycle);
  const strokes = entry.skeleton.map(({ pulse, sound, say }): Stroke => {
    const beat = starts.findLastIndex((start) => start <= pulse);
    const first = made.cells.slice(0, beat).reduce((sum, cell) => sum + cell.slots, 0);
    const span = beatsOf(entry.cycle)[beat]?.span ?? 1;
    const slots = made.cells[beat]?.slots ?? span;
    return {
      slot: first + Math.floor(((pulse - nth(starts, beat)) * slots) / span),
      kind: sound === 'low' ? 'D' : sound === 'high' ? 'T' : 'X',
      force: 3,
      ...(say && /^[^\s/|*+#<>"]{1,24}$/u.test(say) && say !== '-' ? { say } : {}),
    };
  });
  return {
    ...made,
    strokes,
    ...(entry.tradition === 'timeline' ? { role: 'timeline' as const } : {}),
    ...(entry.side ? { side: entry.side } : {}),
  };
}

/**
 * The strokes an entry is known by as a new layer of a rhythm. In another cycle of the same pulses
 * they keep their pulse; in even beats of any other length the layer comes round at its own length;
 * over uneven beats it cannot.
 */
export function addSkeletonLayer(rhythm: Rhythm, entry: CatalogueEntry): AddResult {
  const layer = skeletonLayer(entry);
  if (!layer) return { ok: false, message: 'This entry has no strokes.' };
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
  const added = placed ? appendLayer(rhythm, placed) : rhythm;
  return added === rhythm
    ? { ok: false, message: 'This rhythm has as many layers as it can have.' }
    : { ok: true, rhythm: added };
}

/** How a gesture of a cycle is played with the palms; the ones that are not heard are left out. */
const CLAPS = {
  clap: { kind: 'X', force: 3 },
  wave: { kind: 'x', force: 2 },
  finger: { kind: 'x', force: 1 },
} as const;

/** The claps, waves and fingers of a cycle as a layer of one turn, one slot a beat. */
export function clapLayer(cycle: Cycle): Layer {
  const beats = beatsOf(cycle);
  return {
    id: 'claps',
    name: 'Claps',
    instrument: 'palms-and-feet',
    cells: beats.map(() => ({ beats: { num: 1, den: 1 }, slots: 1 })),
    strokes: beats.flatMap(({ gesture = 'clap' }, slot): Stroke[] => {
      if (gesture === 'silent') return [];
      const { kind, force } = CLAPS[gesture];
      return [{ slot, kind, force: slot === 0 && gesture === 'clap' ? 4 : force }];
    }),
  };
}
