import { GOBLET_DRUM } from './goblet-drum.ts';
import { HAND_BELL } from './hand-bell.ts';
import type { Instrument, StrokeKind } from './model.ts';

/** All instruments the program knows, in the order in which it offers them. */
export const INSTRUMENTS: readonly Instrument[] = [GOBLET_DRUM, HAND_BELL];

/** The instrument with this id. @example findInstrument('goblet-drum')?.name // 'goblet drum' */
export function findInstrument(id: string): Instrument | undefined {
  return INSTRUMENTS.find((instrument) => instrument.id === id);
}

/** The instrument a writer means by this name; upper and lower case are the same. */
export function instrumentNamed(name: string): Instrument | undefined {
  const wanted = name.trim().toLowerCase();
  return INSTRUMENTS.find((instrument) => instrument.name === wanted || instrument.id === wanted);
}

/** The stroke that a code stands for; upper and lower case differ. */
export function strokeKind(instrument: Instrument, code: string): StrokeKind | undefined {
  return instrument.strokes.find((stroke) => stroke.code === code);
}

/**
 * The code a writer most likely meant: the same letter in the other case, or the stroke's spoken
 * name or its beginning. Used in the sentence about an unknown stroke.
 * @example nearestCode(GOBLET_DRUM, 'dum') // 'D'
 */
export function nearestCode(instrument: Instrument, code: string): string | undefined {
  const wanted = code.toLowerCase();
  const found =
    instrument.strokes.find((stroke) => stroke.code.toLowerCase() === wanted) ??
    instrument.strokes.find((stroke) => stroke.name === wanted) ??
    instrument.strokes.find((stroke) => wanted.length > 1 && stroke.name.startsWith(wanted));
  return found?.code;
}
