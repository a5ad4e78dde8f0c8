import { type Family, findInstrument, strokeKind } from '@stride/core/instrument';
import { handOf, type Layer, type Stroke } from '@stride/core/rhythm';
import type { Staff, StaffMeasure, StaffNote } from '@stride/core/staff';
import {
  Annotation,
  Articulation,
  Beam,
  Dot,
  Formatter,
  GraceNote,
  GraceNoteGroup,
  Modifier,
  Parenthesis,
  Renderer,
  Stave,
  StaveNote,
  Tremolo,
  Tuplet,
  Voice,
} from 'vexflow/bravura';

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

const ROW_HEIGHT = 148;
const GRACES = { flam: 1, drag: 2, ruff: 3 } as const;

export interface StaffOptions {
  readonly width: number;
  readonly hands: boolean;
}

/** Engraves a layer into `host`, in as many rows as it needs. */
export function drawStaff(
  host: HTMLDivElement,
  staff: Staff,
  layer: Layer,
  { width, hands }: StaffOptions,
): void {
  host.replaceChildren();
  const rows = intoRows(staff.measures, width - 70);
  const renderer = new Renderer(host, Renderer.Backends.SVG);
  renderer.resize(width, rows.length * ROW_HEIGHT);
  const context = renderer.getContext();
  rows.forEach((row, index) => {
    const needed = row.map(widthOf);
    const sum = needed.reduce((all, one) => all + one, 0);
    const head = index === 0 ? 66 : 40;
    // A last row that is nearly empty is not pulled apart.
    const stretch = Math.min(1.6, (width - head - 6) / sum);
    let x = 2;
    row.forEach((measure, at) => {
      const first = at === 0;
      const wide = (needed[at] ?? 0) * stretch + (first ? head : 0);
      const stave = new Stave(x, index * ROW_HEIGHT + 14, wide);
      if (first) stave.addClef('percussion');
      if (first && index === 0) {
        stave.addTimeSignature(`${staff.meter.over}/${staff.meter.under}`);
      }
      stave.setContext(context).draw();
      drawMeasure(context, stave, measure, staff, layer, hands);
      x += wide;
    });
  });
}

function intoRows(measures: readonly StaffMeasure[], width: number): StaffMeasure[][] {
  const rows: StaffMeasure[][] = [];
  let room = 0;
  for (const measure of measures) {
    const needed = widthOf(measure);
    const row = rows.at(-1);
    if (!row || needed > room) {
      rows.push([measure]);
      room = width - needed;
    } else {
      row.push(measure);
      room -= needed;
    }
  }
  return rows;
}

function widthOf(measure: StaffMeasure): number {
  return 26 + measure.notes.reduce((sum, note) => sum + (note.value >= 16 ? 19 : 25), 0);
}

function drawMeasure(
  context: ReturnType<Renderer['getContext']>,
  stave: Stave,
  measure: StaffMeasure,
  staff: Staff,
  layer: Layer,
  hands: boolean,
): void {
  const says = layer.strokes.some((stroke) => stroke.say);
  const notes = measure.notes.map((note) => makeNote(note, layer, hands, says));
  if (notes.length === 0) return;
  const tuplets = measure.tuplets.map(
    ({ from, to, notes: count, inSpaceOf }) =>
      new Tuplet(notes.slice(from, to), {
        numNotes: count,
        notesOccupied: inSpaceOf,
        bracketed: true,
      }),
  );
  const beams = measure.beams.flatMap(([from, to]) =>
    runsToBeam(measure.notes, from, to).map(([a, b]) => new Beam(notes.slice(a, b))),
  );
  const voice = new Voice({ numBeats: staff.meter.over, beatValue: staff.meter.under });
  voice.setStrict(false).addTickables(notes);
  new Formatter().joinVoices([voice]).formatToStave([voice], stave);
  voice.draw(context, stave);
  for (const beam of beams) beam.setContext(context).draw();
  for (const tuplet of tuplets) tuplet.setContext(context).draw();
}

/** Rows of two notes and more with flags, unbroken by rests, within a beam's stretch. */
function runsToBeam(
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

function makeNote(note: StaffNote, layer: Layer, hands: boolean, says: boolean): StaveNote {
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
    made.addModifier(new Articulation('a>').setPosition(Modifier.Position.ABOVE));
  }
  if (strokes.every((stroke) => stroke.force === 1 || stroke.optional)) {
    Parenthesis.buildAndAttach([made]);
  }
  const [first] = strokes;
  const { ornament } = first ?? {};
  if (ornament === 'roll' || ornament === 'crush') made.addModifier(new Tremolo(3));
  else if (ornament && first) {
    const key = keyOf(layer, first);
    const graces = Array.from(
      { length: GRACES[ornament] },
      () => new GraceNote({ keys: [key], duration: '16', slash: ornament === 'flam' }),
    );
    made.addModifier(new GraceNoteGroup(graces, true).beamNotes());
  }
  const under = (text: string, size: number) =>
    made.addModifier(
      new Annotation(text)
        .setFont('Hanken Grotesk Variable', size)
        .setVerticalJustification(Annotation.VerticalJustify.BOTTOM),
    );
  if (hands && findInstrument(layer.instrument)?.byHand !== false) {
    under(strokes.map((stroke) => handOf(layer, stroke)).join(''), 10);
  }
  if (says) under(strokes.map((stroke) => stroke.say ?? '').join(''), 10);
  if (ornament === 'crush') under('z', 10);
  return made;
}

function keyOf(layer: Layer, stroke: Stroke): string {
  const instrument = findInstrument(layer.instrument);
  const kind = instrument && strokeKind(instrument, stroke.kind);
  const family = kind?.family ?? 'open';
  const [line, head] = PLACES[family];
  const lines = family === 'bass' ? BASS_LINES : DRUM_LINES;
  return `${kind?.drum === undefined ? line : (lines[kind.drum] ?? line)}${head}`;
}
