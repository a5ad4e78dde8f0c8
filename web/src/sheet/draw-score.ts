import type { Cycle } from '@stride/core/cycle';
import type { Layer } from '@stride/core/rhythm';
import type { Meter, Staff, StaffMeasure } from '@stride/core/staff';
import {
  Barline,
  Beam,
  Formatter,
  Renderer,
  Stave,
  StaveConnector,
  type StaveNote,
  Tuplet,
  Voice,
} from 'vexflow/bravura';
import type { Px } from '../strideline/px.ts';
import { rowsOfScore, type ScoreBar } from './score-rows.ts';
import {
  makeNote,
  runsToBeam,
  type WordRows,
  widthOf,
  wordRowsOf,
  wordsUnder,
} from './staff-notes.ts';

/** One layer of a score. */
export interface ScorePart {
  readonly layer: Layer;
  readonly staff: Staff;
}

/** Room for the name of a layer over its staff. */
const NAME: Px = 14;
/** Over a staff, for accents, and for the brackets of tuplets over those. */
const ROOM_OVER = { accents: 20, tuplets: 46 } as const;
/** A staff with the room the engraver leaves over it, down to the first row of words. */
const STAFF: Px = 98;
const WORD_ROW: Px = 15;
/** Clef, and what a numeral of the meter takes. */
const CLEF: Px = 40;
const METER: Px = 26;
const METER_BEAT: Px = 14;

/** A layer with its place in every row. */
interface Placed extends ScorePart {
  readonly words: WordRows;
  /** Where its room begins, and where its staff is set, from the top of the row. */
  readonly begin: Px;
  readonly top: Px;
}

type Context = ReturnType<Renderer['getContext']>;

/** Engraves layers under one another into `host`, a drawing for each row, so that pages break between. */
export function drawScore(
  host: HTMLDivElement,
  cycle: Cycle,
  parts: readonly ScorePart[],
  width: Px,
): void {
  host.replaceChildren();
  const [first] = parts;
  if (!first) return;
  const { meter } = first.staff;
  const meterWidth = METER + (meter.beats ? meter.beats.length * METER_BEAT : 0);
  const rows = rowsOfScore(
    cycle,
    parts.map(({ staff }) => staff),
    width - CLEF - meterWidth - 4,
    widthOf,
  );
  const { placed, height } = place(parts);
  // Turns that repeat are engraved once.
  const drawn = new Map<string, { group: SVGGElement; x: Px }>();
  rows.forEach((row, index) => {
    const element = document.createElement('div');
    host.append(element);
    const renderer = new Renderer(element, Renderer.Backends.SVG);
    renderer.resize(width, height);
    const context = renderer.getContext();
    const head = CLEF + (index === 0 ? meterWidth : 0);
    const sum = row.reduce((all, bar) => all + bar.width, 0);
    // A last row that is nearly empty is not pulled apart.
    const stretch = Math.min(1.6, (width - head - 4) / sum);
    let x = 2;
    row.forEach((bar, at) => {
      const isFirst = at === 0;
      const isLast = index === rows.length - 1 && at === row.length - 1;
      const wide = bar.width * stretch + (isFirst ? head : 0);
      const key = `${wide.toFixed(3)} ${isFirst} ${isFirst && index === 0} ${isLast} ${signature(bar)}`;
      const known = drawn.get(key);
      if (known) {
        const copy = known.group.cloneNode(true) as SVGGElement;
        copy.setAttribute('transform', `translate(${x - known.x} 0)`);
        element.querySelector('svg')?.append(copy);
      } else {
        const group = context.openGroup() as SVGGElement;
        const staves = placed.map(({ top }) => {
          const stave = new Stave(x, top, wide);
          if (isFirst) stave.addClef('percussion');
          if (isFirst && index === 0) stave.addTimeSignature(sayMeter(meter));
          if (!bar.begins) stave.setBegBarType(Barline.type.NONE);
          if (isLast) stave.setEndBarType(Barline.type.REPEAT_END);
          else if (!bar.ends) stave.setEndBarType(Barline.type.NONE);
          stave.setContext(context).draw();
          return stave;
        });
        if (isFirst) join(context, staves);
        drawBar(context, staves, bar, placed, meter, group);
        context.closeGroup();
        drawn.set(key, { group, x });
      }
      x += wide;
    });
    const svg = element.querySelector('svg');
    if (parts.length > 1 && svg) for (const one of placed) nameLayer(svg, one);
  });
}

/** Layers from the top down, each with the room that its own signs and words need. */
function place(parts: readonly ScorePart[]): { placed: readonly Placed[]; height: Px } {
  let y = 0;
  const placed = parts.map(({ layer, staff }) => {
    const hasTuplets = staff.measures.some((measure) => measure.tuplets.length > 0);
    const words = wordRowsOf(layer);
    const begin = y;
    const top = y + (parts.length > 1 ? NAME : 0) + ROOM_OVER[hasTuplets ? 'tuplets' : 'accents'];
    const rows = [words.hands, words.says, words.chokes].filter(Boolean).length;
    y = top + STAFF + rows * WORD_ROW;
    return { layer, staff, words, begin, top };
  });
  return { placed, height: y };
}

function sayMeter({ over, under, beats }: Meter): string {
  return `${beats ? beats.join('+') : over}/${under}`;
}

/** The line at the beginning of a row that holds the staves together. */
function join(context: Context, staves: readonly Stave[]): void {
  const [first, last] = [staves[0], staves.at(-1)];
  if (!first || !last || first === last) return;
  new StaveConnector(first, last).setType('singleLeft').setContext(context).draw();
}

/** The same for bars that look the same. */
function signature({ measures, begins, ends }: ScoreBar): string {
  const notes = measures.map((measure) => [
    measure.notes.map(({ value, dots, strokes }) => [
      value,
      dots,
      strokes.map(({ slot: _slot, ...stroke }) => stroke),
    ]),
    measure.tuplets,
  ]);
  return JSON.stringify([notes, begins, ends]);
}

/** One measure of one layer, ready to be set beside those of the others. */
interface Engraved {
  readonly measure: StaffMeasure;
  readonly part: Placed;
  readonly stave: Stave;
  readonly notes: readonly StaveNote[];
  readonly voice: Voice;
  readonly beams: readonly Beam[];
  readonly tuplets: readonly Tuplet[];
}

function drawBar(
  context: Context,
  staves: readonly Stave[],
  bar: ScoreBar,
  placed: readonly Placed[],
  meter: Meter,
  group: SVGElement,
): void {
  const engraved = placed.flatMap((part, index): Engraved[] => {
    const [measure, stave] = [bar.measures[index], staves[index]];
    if (!measure || !stave || measure.notes.length === 0) return [];
    const notes = measure.notes.map((note) => makeNote(note, part.layer));
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
    const voice = new Voice({ numBeats: meter.over, beatValue: meter.under });
    voice.setStrict(false).addTickables(notes);
    return [{ measure, part, stave, notes, voice, beams, tuplets }];
  });
  const [first] = engraved;
  if (!first) return;
  const formatter = new Formatter();
  for (const { voice } of engraved) formatter.joinVoices([voice]);
  formatter.formatToStave(
    engraved.map(({ voice }) => voice),
    first.stave,
  );
  for (const one of engraved) drawVoice(context, one, group);
}

function drawVoice(context: Context, one: Engraved, group: SVGElement): void {
  const { measure, part, stave, notes, voice, beams, tuplets } = one;
  // Beams first say how far they lengthen the stems, or accents would be drawn into them.
  for (const note of notes) note.setStave(stave);
  for (const beam of beams) beam.postFormat();
  voice.draw(context, stave);
  for (const beam of beams) beam.setContext(context).draw();
  for (const tuplet of tuplets) tuplet.setContext(context).draw();
  const under = stave.getYForLine(4) + 26;
  measure.notes.forEach((written, index) => {
    const note = notes[index];
    if (!note || written.strokes.length === 0) return;
    // Words are plain text: the engraver's own annotations take several times as long.
    wordsUnder(written, part.layer, part.words).forEach((word, row) => {
      if (word !== '') writeWord(group, word, note.getAbsoluteX() + 6, under + row * WORD_ROW);
    });
    if (written.strokes.some((stroke) => stroke.ornament === 'crush')) {
      // Beside the stem, where the engraver draws its strokes alike for open and crushed rolls.
      writeWord(group, 'z', note.getAbsoluteX() + 24, note.getStemExtents().topY + 18);
    }
  });
}

function nameLayer(svg: SVGSVGElement, { layer, begin }: Placed): void {
  const word = writeWord(svg, layer.name, 8, begin + 14);
  word.setAttribute('text-anchor', 'start');
  word.setAttribute('font-weight', '700');
}

function writeWord(into: SVGElement, word: string, x: Px, y: Px): SVGTextElement {
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
  into.append(text);
  return text;
}
