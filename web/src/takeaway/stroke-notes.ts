import { notesOf } from '@stride/core/instrument';
import type { StrokeNotes } from '@stride/core/midi';
import * as v from 'valibot';
import { knownInstrument } from '../store/known-instruments.ts';
import { type Setting, useSetting } from '../store/use-setting.ts';

const Kept = v.record(
  v.string(),
  v.record(v.string(), v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(127))),
);

export const NOTES: Setting<StrokeNotes> = {
  key: 'midi-notes',
  usual: {},
  check: (value) => {
    const parsed = v.safeParse(Kept, value);
    return parsed.success ? parsed.output : {};
  },
};

/** The note number of each stroke where a player has chosen another than the usual one. */
export const useStrokeNotes = () => useSetting(NOTES);

/** The note number of a stroke as it is chosen; the usual one where nothing is. */
export function noteFor(map: StrokeNotes, instrument: string, kind: string): number | undefined {
  const chosen = map[instrument]?.[kind];
  if (chosen !== undefined) return chosen;
  const known = knownInstrument(instrument);
  return known && notesOf(known).get(kind);
}

/** The map with another note for a stroke; the usual one is as if nothing were said. */
export function withNote(
  map: StrokeNotes,
  instrument: string,
  kind: string,
  note: number,
): StrokeNotes {
  const known = knownInstrument(instrument);
  const { [kind]: _, ...rest } = map[instrument] ?? {};
  const usual = known && notesOf(known).get(kind) === note;
  return { ...map, [instrument]: usual ? rest : { ...rest, [kind]: note } };
}
