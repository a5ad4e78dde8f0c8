import type { Cycle } from '@stride/core/cycle';
import type { Layer } from '@stride/core/rhythm';
import type { Meter, Staff, StaffMeasure } from '@stride/core/staff';
import {
  Beam,
  Barline as EngravedBarline,
  Formatter,
  Stave,
  type StaveNote,
  Tuplet,
  Voice,
} from 'vexflow/bravura';
import type { Px } from '../strideline/px.ts';
import { FlatContext } from './flat-context.ts';
import { drawBarline, drawLine, wordGroup, writeWord, yOf } from './marks.ts';
import { rememberMeasures } from './remember-measures.ts';
import { rowsOfScore, type ScoreBar } from './score-rows.ts';
import {
  makeNote,
  runsToBeam,
  type WordRows,
  widthOf,
  wordRowsOf,
  wordsUnder,
} from './staff-notes.ts';

rememberMeasures();

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
/** From where a staff is set to the feet of its first row of words. */
const FIRST_WORDS: Px = 106;
const WORD_ROW: Px = 15;
/** The sign that the whole comes round, past the last note. */
const ROUND: Px = 12;

/** A layer with its place in every row. */
interface Placed extends ScorePart {
  readonly words: WordRows;
  /** Where its room begins, and where its staff is set, from the top of the row. */
  readonly begin: Px;
  readonly top: Px;
}

/** A bar as it was engraved. */
interface Drawn {
  readonly group: SVGGElement;
  readonly x: Px;
  /** Where the notes of each layer stand. */
  readonly notes: readonly (readonly Px[])[];
}

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
  const left = 2;
  const heads = { first: headWidth(meter), other: headWidth() };
  const rows = rowsOfScore(
    cycle,
    parts.map(({ staff }) => staff),
    width - heads.first - 2 * left,
    widthOf,
  );
  const { placed, height } = place(parts);
  // Bars that look alike are engraved once, whatever stands under them.
  const drawn = new Map<string, Drawn>();
  rows.forEach((row, index) => {
    const element = document.createElement('div');
    host.append(element);
    const context = new FlatContext(element);
    context.resize(width, height);
    const { svg } = context;
    const isLastRow = index === rows.length - 1;
    const head = index === 0 ? heads.first : heads.other;
    const tail = isLastRow ? ROUND : 0;
    const staves = placed.map(({ top }) => {
      const stave = headStave(left, top, head, index === 0 ? meter : undefined);
      stave.setContext(context).draw();
      return stave;
    });
    const words = wordGroup(svg);
    const sum = row.reduce((all, bar) => all + bar.width, 0);
    // A last row that is nearly empty is not pulled apart.
    const stretch = Math.min(1.6, (width - head - tail - 2 * left) / sum);
    let x = left + head;
    row.forEach((bar, at) => {
      const wide = bar.width * stretch;
      const key = `${wide.toFixed(3)} ${signature(bar)}`;
      let known = drawn.get(key);
      if (known) {
        const copy = known.group.cloneNode(true) as SVGGElement;
        copy.setAttribute('transform', `translate(${x - known.x} 0)`);
        svg.append(copy);
      } else {
        const group = context.openGroup() as SVGGElement;
        const under = placed.map(({ top }) => plainStave(x, top, wide).setContext(context));
        for (const stave of under) stave.draw();
        known = { group, x, notes: drawBar(context, under, bar, placed, meter, group) };
        context.closeGroup();
        drawn.set(key, known);
      }
      writeUnder(words, bar, placed, known.notes, x - known.x);
      x += wide;
      const isLast = isLastRow && at === row.length - 1;
      if (bar.ends && !isLast) drawBarline(svg, staves, x, 'single');
    });
    if (isLastRow) {
      for (const { top } of placed) plainStave(x, top, tail).setContext(context).draw();
      drawBarline(svg, staves, x + tail, 'round');
    }
    if (parts.length > 1) {
      drawLine(svg, left, yOf(staves[0], 0), yOf(staves.at(-1), 4));
      for (const one of placed) nameLayer(words, one);
    }
  });
}

/** A stretch of staff whose barlines are drawn apart, so that it looks alike wherever it stands. */
function plainStave(x: Px, top: Px, wide: Px): Stave {
  const none = EngravedBarline.type.NONE;
  return new Stave(x, top, wide).setBegBarType(none).setEndBarType(none);
}

/** The beginning of a row: the clef, and in the first row the meter. */
function headStave(x: Px, top: Px, wide: Px, meter?: Meter): Stave {
  const stave = plainStave(x, top, wide).addClef('percussion');
  return meter ? stave.addTimeSignature(sayMeter(meter)) : stave;
}

/** The room the beginning of a row takes. */
function headWidth(meter?: Meter): Px {
  return headStave(0, 0, 1, meter).getNoteStartX();
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

/** The same for bars that look the same but for hands and syllables. */
function signature({ measures }: ScoreBar): string {
  return JSON.stringify(
    measures.map((measure) => [
      measure.notes.map(({ value, dots, strokes }) => [
        value,
        dots,
        strokes.map(({ slot: _slot, hand: _hand, say: _say, ...stroke }) => stroke),
      ]),
      measure.tuplets,
    ]),
  );
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

/** @returns where the notes of each layer stand */
function drawBar(
  context: FlatContext,
  staves: readonly Stave[],
  bar: ScoreBar,
  placed: readonly Placed[],
  meter: Meter,
  group: SVGElement,
): readonly (readonly Px[])[] {
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
  if (!first) return [];
  const formatter = new Formatter();
  for (const { voice } of engraved) formatter.joinVoices([voice]);
  formatter.formatToStave(
    engraved.map(({ voice }) => voice),
    first.stave,
  );
  for (const one of engraved) drawVoice(context, one, group);
  return placed.map((part) => {
    const one = engraved.find((each) => each.part === part);
    return one?.notes.map((note) => note.getAbsoluteX()) ?? [];
  });
}

function drawVoice(context: FlatContext, one: Engraved, group: SVGElement): void {
  const { measure, stave, notes, voice, beams, tuplets } = one;
  // Beams first say how far they lengthen the stems, or accents would be drawn into them.
  for (const note of notes) note.setStave(stave);
  for (const beam of beams) beam.postFormat();
  voice.draw(context, stave);
  for (const beam of beams) beam.setContext(context).draw();
  for (const tuplet of tuplets) tuplet.setContext(context).draw();
  measure.notes.forEach(({ strokes }, index) => {
    const note = notes[index];
    const ornaments = strokes.map((stroke) => stroke.ornament ?? '');
    const counted = /\d/.exec(ornaments.join(''))?.[0];
    const word = ornaments.includes('crush') ? 'z' : counted;
    if (!note || word === undefined) return;
    // Beside the stem, where the engraver draws its strokes alike for all rolls.
    writeWord(wordGroup(group), word, note.getAbsoluteX() + 24, note.getStemExtents().topY + 18);
  });
}

/** Words are plain text: the engraver's own annotations take several times as long. */
function writeUnder(
  words: SVGGElement,
  bar: ScoreBar,
  placed: readonly Placed[],
  places: Drawn['notes'],
  shift: Px,
): void {
  placed.forEach((part, index) => {
    bar.measures[index]?.notes.forEach((note, at) => {
      const x = places[index]?.[at];
      if (x === undefined || note.strokes.length === 0) return;
      wordsUnder(note, part.layer, part.words).forEach((word, row) => {
        const y = part.top + FIRST_WORDS + row * WORD_ROW;
        if (word !== '') writeWord(words, word, x + shift + 6, y);
      });
    });
  });
}

function nameLayer(words: SVGGElement, { layer, begin }: Placed): void {
  const word = writeWord(words, layer.name, 8, begin + 14);
  word.setAttribute('text-anchor', 'start');
  word.setAttribute('font-weight', '700');
}
