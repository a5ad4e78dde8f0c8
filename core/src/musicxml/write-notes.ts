import { nth, numberAt } from '../bounds/index.ts';
import { graceCount, type Layer, rollCount, type Stroke } from '../rhythm/index.ts';
import type { StaffNote } from '../staff/index.ts';
import { lcm, type Rational } from '../time/index.ts';
import type { LineBar, LineNote } from './line.ts';
import { placeOfStroke } from './places.ts';
import { el, type Node, text } from './xml.ts';

/** How hard each force is struck, in percent of what MusicXML calls forte, which is 90 of 127. */
export const DYNAMICS: Readonly<Record<Stroke['force'], number>> = { 1: 36, 2: 71, 3: 107, 4: 133 };

/** Something that stands over or under the notes. */
export const words = (type: readonly Node[], placement = 'above', after: readonly Node[] = []) =>
  el('direction', [el('direction-type', type), ...after], { placement });

/** The parts of a quarter that the lengths of a bar need. */
export function divisionsOf({ notes }: LineBar): number {
  return notes.reduce((all, { duration: { den } }) => lcm(all, den), 1);
}

const TYPES: Readonly<Record<StaffNote['value'], string>> = {
  1: 'whole',
  2: 'half',
  4: 'quarter',
  8: 'eighth',
  16: '16th',
  32: '32nd',
  64: '64th',
};

/** The notes of a bar, with what is said of each. */
export function notesOfBar(bar: LineBar, layer: Layer, id: string): readonly Node[] {
  const divisions = divisionsOf(bar);
  const beams = beamsOf(bar);
  return bar.notes.flatMap((note, index) => {
    const tuplet = bar.tuplets.find(({ from, to }) => index >= from && index < to);
    const frame: Frame = {
      id,
      layer,
      duration: note.duration,
      divisions,
      tuplet: tuplet && {
        notes: tuplet.notes,
        inSpaceOf: tuplet.inSpaceOf,
        begins: index === tuplet.from,
        ends: index === tuplet.to - 1,
      },
      beams: nth(beams, index),
    };
    if (note.strokes.length === 0 && !note.tiedBefore) return [restNode(note, frame)];
    if (note.tiedBefore) return tiedNodes(bar, index, layer, frame);
    return strokeNodes(note, frame);
  });
}

interface Frame {
  readonly id: string;
  readonly layer: Layer;
  readonly duration: Rational;
  readonly divisions: number;
  readonly tuplet:
    | {
        readonly notes: number;
        readonly inSpaceOf: number;
        readonly begins: boolean;
        readonly ends: boolean;
      }
    | undefined;
  readonly beams: readonly string[];
}

const durationOf = ({ duration, divisions }: Frame) =>
  el('duration', [text(String((duration.num * divisions) / duration.den))]);

function lengthNodes({ value, dots }: StaffNote, { tuplet }: Frame): readonly Node[] {
  return [
    el('type', [text(TYPES[value])]),
    ...Array.from({ length: dots }, () => el('dot', [])),
    ...(tuplet
      ? [
          el('time-modification', [
            el('actual-notes', [text(String(tuplet.notes))]),
            el('normal-notes', [text(String(tuplet.inSpaceOf))]),
          ]),
        ]
      : []),
  ];
}

const tupletNodes = ({ tuplet }: Frame): readonly Node[] => [
  ...(tuplet?.begins ? [el('tuplet', [], { type: 'start', bracket: 'yes' })] : []),
  ...(tuplet?.ends ? [el('tuplet', [], { type: 'stop' })] : []),
];

function restNode(note: StaffNote, frame: Frame): Node {
  const notations = tupletNodes(frame);
  return el('note', [
    el('rest', []),
    durationOf(frame),
    el('voice', [text('1')]),
    ...lengthNodes(note, frame),
    ...(notations.length > 0 ? [el('notations', notations)] : []),
  ]);
}

/** The strokes of a slot as a chord, with what is said of them before and after. */
function strokeNodes(note: LineNote, frame: Frame): readonly Node[] {
  const { strokes } = note;
  const some = (of: (stroke: Stroke) => string | undefined) =>
    strokes.some((stroke) => of(stroke) !== undefined)
      ? strokes.map((stroke) => of(stroke) ?? '.').join('+')
      : undefined;
  const hands = some(({ hand }) => hand);
  const optional = some((stroke) => (stroke.optional ? 'opt.' : undefined));
  const counted = some(({ ornament }) => COUNTED_ROLLS[ornament ?? '']);
  const isChoked = strokes.every(({ damp }) => damp);
  const choked = isChoked ? undefined : some(({ damp }) => (damp ? 'x' : undefined));
  return [
    ...(hands ? [words([el('words', [text(hands)])], 'below')] : []),
    ...(optional ? [words([el('words', [text(optional)])])] : []),
    ...(counted ? [words([el('words', [text(counted)])])] : []),
    ...(choked ? [words([el('words', [text(`choke ${choked}`)])])] : []),
    ...strokes.flatMap((stroke, index) => graceNodes(stroke, frame, index === 0)),
    ...strokes.map((stroke, index) => strokeNode(stroke, note, frame, index)),
    ...(isChoked ? [words([el('damp', [])])] : []),
  ];
}

/** How many strokes a counted roll has, as it is written over it. */
const COUNTED_ROLLS: Readonly<Record<string, string>> = {
  roll5: '5-stroke roll',
  roll7: '7-stroke roll',
  roll9: '9-stroke roll',
};

const unpitched = ({ layer }: Frame, { kind }: Stroke): Node => {
  const { step, octave } = placeOfStroke(layer, kind);
  return el('unpitched', [
    el('display-step', [text(step)]),
    el('display-octave', [text(String(octave))]),
  ]);
};

function headNode({ layer }: Frame, { kind, force }: Stroke): Node {
  const { head } = placeOfStroke(layer, kind);
  return el('notehead', [text(head)], force === 1 ? { parentheses: 'yes' } : {});
}

/** Small notes before a stroke; of a chord only its first stroke's, as they are read. */
function graceNodes(stroke: Stroke, frame: Frame, isFirst: boolean): readonly Node[] {
  const graces = isFirst ? graceCount(stroke.ornament) : 0;
  return Array.from({ length: graces }, () =>
    el('note', [
      el('grace', [], graces === 1 ? { slash: 'yes' } : {}),
      unpitched(frame, stroke),
      el('instrument', [], { id: `${frame.id}-${stroke.kind}` }),
      el('voice', [text('1')]),
      el('type', [text('16th')]),
      el('stem', [text('up')]),
      headNode(frame, { ...stroke, force: 3 }),
    ]),
  );
}

function strokeNode(stroke: Stroke, note: LineNote, frame: Frame, index: number): Node {
  const { force, ornament, say } = stroke;
  const marks = [
    ...(note.rings ? [el('tied', [], { type: 'let-ring' })] : []),
    ...(index === 0 ? tupletNodes(frame) : []),
    ...(rollCount(ornament, 1) > 0 ? [el('ornaments', [tremolo(ornament)])] : []),
    ...(force === 4 ? [el('articulations', [el('accent', [])])] : []),
  ];
  const lyric =
    say === undefined ? [] : [el('syllabic', [text('single')]), el('text', [text(say)])];
  return el(
    'note',
    [
      ...noteNodes(stroke, note, frame, index, marks),
      ...(lyric.length > 0 ? [el('lyric', lyric, { number: '1' })] : []),
    ],
    { dynamics: String(DYNAMICS[force]) },
  );
}

/** What every note that sounds has, struck or only going on, in the order in which it is to stand. */
function noteNodes(
  stroke: Stroke,
  note: LineNote,
  frame: Frame,
  index: number,
  marks: readonly Node[],
): readonly Node[] {
  const ties = [...(note.tiedBefore ? ['stop'] : []), ...(note.tiedAfter ? ['start'] : [])];
  const notations = [...ties.map((type) => el('tied', [], { type })), ...marks];
  return [
    ...(index > 0 ? [el('chord', [])] : []),
    unpitched(frame, stroke),
    durationOf(frame),
    ...ties.map((type) => el('tie', [], { type })),
    el('instrument', [], { id: `${frame.id}-${stroke.kind}` }),
    el('voice', [text('1')]),
    ...lengthNodes(note, frame),
    el('stem', [text('up')]),
    headNode(frame, stroke),
    ...(index === 0 ? beamNodes(frame.beams) : []),
    ...(notations.length > 0 ? [el('notations', notations)] : []),
  ];
}

const tremolo = (ornament: Stroke['ornament']): Node =>
  ornament === 'crush'
    ? el('tremolo', [text('0')], { type: 'unmeasured' })
    : el('tremolo', [text('3')], { type: 'single' });

/** A note that only goes on: the strokes it goes on from, tied. */
function tiedNodes(bar: LineBar, at: number, layer: Layer, frame: Frame): readonly Node[] {
  const note = nth(bar.notes, at);
  return strokesBefore(layer, note.slot).map((stroke, index) =>
    el('note', noteNodes(stroke, note, frame, index, index === 0 ? tupletNodes(frame) : [])),
  );
}

/** The strokes that sounded last before a slot. */
function strokesBefore({ strokes }: Layer, slot: number): readonly Stroke[] {
  const last = strokes.findLast((stroke) => stroke.slot < slot);
  return last ? strokes.filter((stroke) => stroke.slot === last.slot) : [];
}

const beamNodes = (beams: readonly string[]): readonly Node[] =>
  beams.map((beam, level) => el('beam', [text(beam)], { number: String(level + 1) }));

/** For each note what it does at each level of its beam. */
function beamsOf({ notes, beams }: LineBar): readonly (readonly string[])[] {
  const flags = notes.map(({ value, strokes, tiedBefore }) =>
    strokes.length === 0 && !tiedBefore ? 0 : Math.max(0, Math.log2(value) - 2),
  );
  const found: string[][] = notes.map(() => []);
  for (const [from, to] of beams) {
    for (let at = from; at < to; at += 1) {
      const [before, here, after] = [
        at > from ? numberAt(flags, at - 1) : 0,
        numberAt(flags, at),
        at + 1 < to ? numberAt(flags, at + 1) : 0,
      ];
      if (before === 0 && after === 0) continue;
      for (let level = 1; level <= here; level += 1) {
        const [left, right] = [before >= level, after >= level];
        nth(found, at).push(
          left && right
            ? 'continue'
            : left
              ? 'end'
              : right
                ? 'begin'
                : before > 0
                  ? 'backward hook'
                  : 'forward hook',
        );
      }
    }
  }
  return found;
}
