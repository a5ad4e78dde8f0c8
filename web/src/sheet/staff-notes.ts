import { type Family, instrumentOf, strokeKind } from '@stride/core/instrument';
import { graceCount, handOf, type Layer, rollCount, type Stroke, sayOf } from '@stride/core/rhythm';
import type { StaffMeasure, StaffNote } from '@stride/core/staff';
import {
  Articulation,
  Dot,
  GraceNote,
  GraceNoteGroup,
  Modifier,
  Parenthesis,
  StaveNote,
  Tremolo,
} from 'vexflow/bravura';
import type { Px } from '../strideline/px.ts';

/** Where each family stands on the staff, and the head it has there. */
const PLACES: Readonly<Record<Family, readonly [line: string, head: string]>> = {
  bass: ['f/4', ''],
  open: ['c/5', ''],
  slap: ['c/5', '/t2'],
  muted: ['a/4', '/x2'],
  touch: ['e/5', '/x2'],
  metal: ['g/5', '/d2'],
  shaken: ['g/5', '/x3'],
  voice: ['c/5', ''],
};

/** Where each of several drums stands, from the lowest; their bass strokes stand under them. */
const DRUM_LINES = ['a/4', 'c/5', 'e/5', 'g/5'] as const;
const BASS_LINES = ['d/4', 'f/4', 'f/4', 'f/4'] as const;

/** What a note needs beside its own width for each small note before it, and for its brackets. */
const GRACE_WIDTH: Px = 13;
const BRACKET_WIDTH: Px = 12;
/** Width of a letter of the syllables. */
const LETTER: Px = 7;

/** The room a measure needs, its barline included. */
export function widthOf(measure: StaffMeasure): Px {
  return 26 + measure.notes.reduce((sum, note) => sum + noteWidth(note), 0);
}

function noteWidth(note: StaffNote): Px {
  const said = note.strokes.reduce((sum, { say }) => sum + (say?.length ?? 0), 0);
  const own = Math.max(note.value >= 16 ? 19 : 25, said * LETTER + 4);
  const graces = gracesOf(note);
  // The slur of small notes wants some room before the first of them.
  const before = graces > 0 ? 8 + graces * GRACE_WIDTH : 0;
  return own + before + (isBracketed(note) ? BRACKET_WIDTH : 0);
}

/** How many small notes stand before a note. */
function gracesOf({ strokes }: StaffNote): number {
  return graceCount(strokes[0]?.ornament);
}

/** Ghosts and strokes that may be left out stand in brackets. */
function isBracketed({ strokes }: StaffNote): boolean {
  return strokes.length > 0 && strokes.every((one) => one.force === 1 || one.optional);
}

/** Rows of two notes and more with flags, unbroken by rests, within a beam's stretch. */
export function runsToBeam(
  notes: readonly StaffNote[],
  from: number,
  to: number,
): readonly (readonly [number, number])[] {
  const runs: (readonly [number, number])[] = [];
  let start = from;
  for (let at = from; at <= to; at += 1) {
    const note = at < to ? notes[at] : undefined;
    if (note && note.value >= 8 && note.strokes.length > 0) continue;
    if (at - start >= 2) runs.push([start, at]);
    start = at + 1;
  }
  return runs;
}

export function makeNote(note: StaffNote, layer: Layer): StaveNote {
  const { strokes, value, dots } = note;
  const rest = strokes.length === 0;
  const made = new StaveNote({
    keys: rest ? ['b/4'] : [...new Set(strokes.map((stroke) => keyOf(layer, stroke)))].sort(),
    duration: `${value}${rest ? 'r' : ''}`,
    dots,
    stemDirection: 1,
  });
  if (dots > 0) Dot.buildAndAttach([made], { all: true });
  if (rest) return made;
  if (strokes.some((stroke) => stroke.force === 4)) {
    // Over the staff, where it is read, and not between its lines.
    const accent = new Articulation('a>').setBetweenLines(false);
    made.addModifier(accent.setPosition(Modifier.Position.ABOVE));
  }
  if (isBracketed(note)) {
    Parenthesis.buildAndAttach([made]);
  }
  const [first] = strokes;
  const { ornament } = first ?? {};
  if (rollCount(ornament, 1) > 0) made.addModifier(new Tremolo(3));
  else if (first && gracesOf(note) > 0) {
    const key = keyOf(layer, first);
    const graces = Array.from(
      { length: gracesOf(note) },
      () => new GraceNote({ keys: [key], duration: '16', slash: ornament === 'flam' }),
    );
    made.addModifier(new GraceNoteGroup(graces, true).beamNotes());
  }
  return made;
}

function keyOf(layer: Layer, stroke: Stroke): string {
  const instrument = instrumentOf(layer);
  const kind = instrument && strokeKind(instrument, stroke.kind);
  const family = kind?.family ?? 'open';
  const [line, head] = PLACES[family];
  const lines = family === 'bass' ? BASS_LINES : DRUM_LINES;
  return `${kind?.drum === undefined ? line : (lines[kind.drum] ?? line)}${head}`;
}

/** What stands under the notes of a layer, in rows from the staff downwards. */
export interface WordRows {
  readonly hands: boolean;
  readonly says: boolean;
  readonly chokes: boolean;
}

/** The rows of words that a layer has use for. */
export function wordRowsOf(layer: Layer): WordRows {
  return {
    hands: instrumentOf(layer)?.byHand !== false,
    says: layer.strokes.some((stroke) => sayOf(layer, stroke) !== undefined),
    chokes: layer.strokes.some((stroke) => stroke.damp),
  };
}

/** Hand, syllable and choke of a note, a row each. */
export function wordsUnder(
  { strokes }: StaffNote,
  layer: Layer,
  rows: WordRows,
): readonly string[] {
  const hands = () => strokes.map((stroke) => handOf(layer, stroke)).join('');
  const says = () => strokes.map((stroke) => sayOf(layer, stroke) ?? '').join('');
  return [
    ...(rows.hands ? [hands()] : []),
    ...(rows.says ? [says()] : []),
    ...(rows.chokes ? [strokes.some((stroke) => stroke.damp) ? 'choke' : ''] : []),
  ];
}
