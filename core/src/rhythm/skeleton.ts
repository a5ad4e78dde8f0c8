import { nth } from '../bounds/index.ts';
import { type CatalogueEntry, pulseOf } from '../catalogue/index.ts';
import { beatsOf, beatsOverTurns, type Cycle, turnPulses } from '../cycle/index.ts';
import { findInstrument } from '../instrument/index.ts';
import { lcm, rational } from '../time/index.ts';
import { addLayer, appendLayer } from './layers.ts';
import type { Layer, Rhythm, Stroke } from './model.ts';
import { recast } from './recast.ts';

/** The rhythm with a layer more, or the sentence that says why it cannot have it. */
export type AddResult =
  | { readonly ok: true; readonly rhythm: Rhythm }
  | { readonly ok: false; readonly message: string };

/** The entry’s own instrument; else low and high strokes go to the darbuka, others to claves. */
function instrumentOf(entry: CatalogueEntry) {
  if (entry.instrument !== undefined) return findInstrument(entry.instrument);
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
  const beats = beatsOverTurns(entry.cycle, entry.turns ?? 1);
  const skeleton = entry.skeleton;
  const inBeat = (beat: number) => {
    const {
      start,
      beat: { span },
    } = nth(beats, beat);
    return skeleton.filter(({ pulse }) => start <= pulse && pulse < start + span);
  };
  // A beat whose pulses are cut is cut as finely as its strokes need.
  const cells = beats.map(({ beat: { span } }, beat) => ({
    beats: { num: 1, den: 1 },
    slots: span * inBeat(beat).reduce((all, { part }) => lcm(all, part?.[1] ?? 1), 1),
  }));
  let first = 0;
  const strokes = beats.flatMap(({ start, beat: { span } }, beat) => {
    const { slots } = nth(cells, beat);
    const here = inBeat(beat).flatMap((stroke): Stroke[] => {
      const slot = first + ((pulseOf(stroke) - start) * slots) / span;
      const {
        sound,
        say,
        loud,
        kinds = [sound === 'low' ? 'D' : sound === 'high' ? 'T' : 'X'],
      } = stroke;
      const says = say && /^[^\s/|*+#<>"]{1,24}$/u.test(say) && say !== '-' ? { say } : {};
      return kinds.map((kind, at) => ({
        slot,
        kind,
        force: loud ? 4 : 3,
        ...(at === 0 ? says : {}),
      }));
    });
    first += slots;
    return here;
  });
  return {
    ...made,
    cells,
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
  const length = turnPulses(entry.cycle) * (entry.turns ?? 1);
  const fits = length % turnPulses(rhythm.cycle) === 0;
  const spans = new Set(beatsOf(rhythm.cycle).map((beat) => beat.span));
  const [span] = spans;
  if (!fits && (spans.size > 1 || span === undefined)) {
    return {
      ok: false,
      message: `${entry.name} has ${length} pulses and this turn ${turnPulses(rhythm.cycle)} in uneven beats: it cannot come round over them. Use its cycle instead.`,
    };
  }
  // In even beats of another length each cell lasts as many pulses as it did.
  const placed = fits
    ? recast(alone, rhythm.cycle).rhythm.layers[0]
    : {
        ...layer,
        cells: layer.cells.map((cell, beat) => {
          const beats = beatsOf(entry.cycle);
          const lasts = rational(nth(beats, beat % beats.length).span, span ?? 1);
          return { ...cell, beats: { num: lasts.num, den: lasts.den } };
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
