import { type Family, findInstrument, strokeKind } from '@stride/core/instrument';
import { handOf, type Layer, type Stroke } from '@stride/core/rhythm';
import type { Staff, StaffMeasure, StaffNote } from '@stride/core/staff';
import {
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

/** A row without what stands over it: staff, hands, syllables. */
const ROW_HEIGHT = 126;
/** Room over a row for accents, and for the brackets of tuplets over those. */
const ROOM_OVER = { accents: 20, tuplets: 46 } as const;
const GRACES = { flam: 1, drag: 2, ruff: 3 } as const;
/** What a note needs beside its own width for each small note before it, and for its brackets. */
const GRACE_WIDTH = 13;
const BRACKET_WIDTH = 12;

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
  const hasTuplets = staff.measures.some((measure) => measure.tuplets.length > 0);
  const roomOver = hasTuplets ? ROOM_OVER.tuplets : ROOM_OVER.accents;
  const rowHeight = roomOver + ROW_HEIGHT;
  renderer.resize(width, rows.length * rowHeight);
  const context = renderer.getContext();
  // Turns that repeat are engraved once.
  const drawn = new Map<string, { group: SVGGElement; x: number; y: number }>();
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
      const y = index * rowHeight + roomOver;
      const key = `${wide.toFixed(3)} ${first} ${first && index === 0} ${signature(measure)}`;
      const known = drawn.get(key);
      if (known) {
        const copy = known.group.cloneNode(true) as SVGGElement;
        copy.setAttribute('transform', `translate(${x - known.x} ${y - known.y})`);
        known.group.after(copy);
      } else {
        const group = context.openGroup() as SVGGElement;
        const stave = new Stave(x, y, wide);
        if (first) stave.addClef('percussion');
        if (first && index === 0) {
          stave.addTimeSignature(`${staff.meter.over}/${staff.meter.under}`);
        }
        stave.setContext(context).draw();
        drawMeasure(context, stave, measure, staff, layer, hands, group);
        context.closeGroup();
        drawn.set(key, { group, x, y });
      }
      x += wide;
    });
  });
}

/** The same for measures that look the same. */
function signature(measure: StaffMeasure): string {
  const notes = measure.notes.map(({ value, dots, strokes }) => [
    value,
    dots,
    strokes.map(({ slot: _slot, ...stroke }) => stroke),
  ]);
  return JSON.stringify([notes, measure.tuplets]);
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
  return 26 + measure.notes.reduce((sum, note) => sum + noteWidth(note), 0);
}

function noteWidth(note: StaffNote): number {
  const own = note.value >= 16 ? 19 : 25;
  const graces = gracesOf(note);
  // The slur of small notes wants some room before the first of them.
  const before = graces > 0 ? 8 + graces * GRACE_WIDTH : 0;
  return own + before + (isBracketed(note) ? BRACKET_WIDTH : 0);
}

/** How many small notes stand before a note. */
function gracesOf({ strokes }: StaffNote): number {
  const ornament = strokes[0]?.ornament;
  return ornament && ornament !== 'roll' && ornament !== 'crush' ? GRACES[ornament] : 0;
}

/** Ghosts and strokes that may be left out stand in brackets. */
function isBracketed({ strokes }: StaffNote): boolean {
  return strokes.length > 0 && strokes.every((one) => one.force === 1 || one.optional);
}

function drawMeasure(
  context: ReturnType<Renderer['getContext']>,
  stave: Stave,
  measure: StaffMeasure,
  staff: Staff,
  layer: Layer,
  hands: boolean,
  group: SVGElement,
): void {
  const notes = measure.notes.map((note) => makeNote(note, layer));
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
  // Beams first say how far they lengthen the stems, or accents would be drawn into them.
  for (const note of notes) note.setStave(stave);
  for (const beam of beams) beam.postFormat();
  voice.draw(context, stave);
  for (const beam of beams) beam.setContext(context).draw();
  for (const tuplet of tuplets) tuplet.setContext(context).draw();
  const words = measure.notes.map((note, index) => ({
    x: notes[index]?.getAbsoluteX() ?? 0,
    rows: wordsUnder(note, layer, hands),
  }));
  writeUnder(group, words, stave.getYForLine(4) + 26);
  measure.notes.forEach(({ strokes }, index) => {
    const note = notes[index];
    if (!note || !strokes.some((stroke) => stroke.ornament === 'crush')) return;
    // Beside the stem, where the engraver draws its strokes alike for open and crushed rolls.
    writeWord(group, 'z', note.getAbsoluteX() + 24, note.getStemExtents().topY + 18);
  });
}

/** Hand and syllable of a note, a row each. */
function wordsUnder(note: StaffNote, layer: Layer, hands: boolean): readonly string[] {
  const { strokes } = note;
  if (strokes.length === 0) return [];
  const byHand = hands && findInstrument(layer.instrument)?.byHand !== false;
  return [
    ...(byHand ? [strokes.map((stroke) => handOf(layer, stroke)).join('')] : []),
    strokes.map((stroke) => stroke.say ?? '').join(''),
  ];
}

/** Words are plain text under the staff: the engraver's own annotations take several times as long. */
function writeUnder(
  group: SVGElement,
  notes: readonly { readonly x: number; readonly rows: readonly string[] }[],
  top: number,
): void {
  for (const { x, rows } of notes) {
    rows.forEach((word, row) => {
      if (word === '') return;
      writeWord(group, word, x + 6, top + row * 15);
    });
  }
}

function writeWord(group: SVGElement, word: string, x: number, y: number): void {
  const text = document.createElementNS('http://www.w3.org/2000/svg', 'text');
  text.setAttribute('x', String(x));
  text.setAttribute('y', String(y));
  text.setAttribute('text-anchor', 'middle');
  text.setAttribute('font-family', 'var(--font-text)');
  text.setAttribute('font-size', '13');
  text.setAttribute('font-weight', '400');
  text.setAttribute('fill', '#111111');
  text.setAttribute('stroke', 'none');
  text.textContent = word;
  group.append(text);
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

function makeNote(note: StaffNote, layer: Layer): StaveNote {
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
  if (ornament === 'roll' || ornament === 'crush') made.addModifier(new Tremolo(3));
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
  const instrument = findInstrument(layer.instrument);
  const kind = instrument && strokeKind(instrument, stroke.kind);
  const family = kind?.family ?? 'open';
  const [line, head] = PLACES[family];
  const lines = family === 'bass' ? BASS_LINES : DRUM_LINES;
  return `${kind?.drum === undefined ? line : (lines[kind.drum] ?? line)}${head}`;
}
