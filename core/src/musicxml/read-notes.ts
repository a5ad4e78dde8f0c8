import type { Force, Hand, Ornament } from '../rhythm/index.ts';
import { add, compare, type Rational, rational, subtract, ZERO } from '../time/index.ts';
import type { PartReader } from './part-reader.ts';
import type { ReadBar } from './read-bar.ts';
import {
  clearUsed,
  handOf,
  type Mutable,
  type Open,
  readDirection,
  readSound,
  TOLD_AS,
  tellUnread,
  type Waiting,
} from './read-direction.ts';
import { DYNAMICS } from './write-notes.ts';
import { all, attribute, childrenOf, first, type Node, nameOf, textIn } from './xml.ts';

/** Elements that say how notes look or lie on paper, and whose loss changes nothing that is played. */
const LOOKS: ReadonlySet<string> = new Set([
  'print',
  'stem',
  'voice',
  'type',
  'dot',
  'beam',
  'staff',
  'time-modification',
  'instrument',
  'chord',
  'duration',
  'unpitched',
  'pitch',
  'rest',
  'notehead',
  'notehead-text',
  'tie',
  'grace',
  'cue',
  'lyric',
  'notations',
  'footnote',
  'level',
  'accidental',
  'listen',
  'play',
]);

/** What one bar of a part holds; its notes can still be tied on in the bars after it. */
export function readNotes(
  inside: readonly Node[],
  reader: PartReader,
): Pick<ReadBar, 'filled' | 'tempos' | 'label'> & { readonly notes: readonly Open[] } {
  const notes: Open[] = [];
  const tempos: Mutable<ReadBar['tempos'][number]>[] = [];
  const waiting: Waiting = {
    hands: [],
    optional: [],
    roll: [],
    choke: [],
    graces: 0,
    isUsed: false,
  };
  let label: string | undefined;
  let at: Rational = ZERO;
  let filled: Rational = ZERO;
  let onset: Rational = ZERO;
  let inChord = 0;
  const move = (by: Rational) => {
    at = add(at, by);
    if (at.num < 0) at = ZERO;
    if (compare(at, filled) > 0) filled = at;
  };
  const lengthIn = (node: Node) => lengthOf(childrenOf(node), reader);
  for (const node of inside) {
    switch (nameOf(node)) {
      case 'attributes': {
        const divisions = Number(textIn(childrenOf(node), 'divisions'));
        if (divisions > 0 && divisions < 1e6) reader.divisions = divisions;
        break;
      }
      case 'backup':
        move(subtract(ZERO, lengthIn(node)));
        break;
      case 'forward':
        move(lengthIn(node));
        break;
      case 'direction': {
        label = readDirection(node, { at, tempos, waiting, notes, reader }) ?? label;
        break;
      }
      case 'sound':
        readSound(node, at, tempos);
        break;
      case 'note': {
        const of = childrenOf(node);
        if (first(of, 'grace')) {
          waiting.graces += first(of, 'chord') ? 0 : 1;
          break;
        }
        const length = lengthOf(of, reader);
        const isChord = first(of, 'chord') !== undefined;
        if (!isChord) {
          onset = at;
          inChord = 0;
          move(length);
        } else inChord += 1;
        // What another player plays is written small, and takes its time.
        if (first(of, 'cue')) {
          reader.tell('cue notes');
          break;
        }
        if (first(of, 'rest') || attribute(node, 'print-object') === 'no') break;
        readNote(node, { onset, length, inChord, waiting, notes, reader });
        break;
      }
      case 'harmony':
      case 'figured-bass':
        reader.tell(TOLD_AS.harmony ?? 'chord symbols');
        break;
      default:
        break;
    }
  }
  return { notes, filled, tempos, label };
}

function lengthOf(of: readonly Node[], { divisions }: PartReader): Rational {
  const written = Number(textIn(of, 'duration'));
  if (!(written > 0) || written > 1e9) return ZERO;
  // Some programs write parts of a division; a thousandth is as fine as anybody does.
  const scale = Number.isInteger(written) && Number.isInteger(divisions) ? 1 : 1000;
  return rational(Math.round(written * scale), Math.round(divisions * scale));
}

interface NoteAt {
  readonly onset: Rational;
  readonly length: Rational;
  /** Which of the notes that sound together, from 0. */
  readonly inChord: number;
  readonly waiting: Waiting;
  readonly notes: Open[];
  readonly reader: PartReader;
}

function readNote(node: Node, { onset, length, inChord, waiting, notes, reader }: NoteAt): void {
  if (inChord === 0) clearUsed(waiting);
  const of = childrenOf(node);
  const sound = soundOf(of, reader);
  const notations = all(of, 'notations').flatMap(childrenOf);
  const marks = notations.flatMap((one) => {
    const name = nameOf(one) ?? '';
    return ['articulations', 'ornaments', 'technical'].includes(name) ? childrenOf(one) : [one];
  });
  for (const mark of marks) tellUnread(mark, reader);
  for (const one of of) {
    const name = nameOf(one);
    if (name !== undefined && !LOOKS.has(name)) reader.tell(`elements “${name}”`);
  }
  const ties = all(of, 'tie').map((tie) => attribute(tie, 'type'));
  const tied = all(marks, 'tied').map((tie) => attribute(tie, 'type'));
  const isTied = ties.includes('start') || tied.includes('start');
  if (ties.includes('stop') || tied.includes('stop')) {
    // In this bar, else from a bar before; where nothing is tied it is a stroke.
    const last = reader.last.get(sound);
    const before = notes.findLast((one) => one.sound === sound && one.tied) ?? last;
    if (before?.tied) {
      before.length = add(before.length, length);
      before.rings = before.length;
      before.tied = isTied;
      return;
    }
  }
  const hand = handIn(marks) ?? handOf(waiting.hands[inChord]);
  const ornament = ornamentOf(marks, waiting, inChord);
  const say = sayIn(of, reader);
  const note: Open = {
    in: onset,
    sound,
    force: forceOf(node, of, marks),
    length,
    tied: isTied,
    ...(hand === undefined ? {} : { hand }),
    ...(say === undefined ? {} : { say }),
    ...(ornament === undefined ? {} : { ornament }),
    ...(waiting.optional[inChord] === 'opt.' ? { optional: true } : {}),
    ...(waiting.choke[inChord] === 'x' ? { damp: true } : {}),
    ...(tied.includes('let-ring') ? { rings: length } : {}),
  };
  if (inChord === 0) waiting.graces = 0;
  notes.push(note);
  reader.last.set(sound, note);
  waiting.isUsed = true;
}

function soundOf(of: readonly Node[], reader: PartReader): string {
  const instrument = attribute(all(of, 'instrument')[0], 'id');
  const pitch = first(of, 'pitch');
  const place = pitch ?? first(of, 'unpitched') ?? [];
  const prefix = pitch ? '' : 'display-';
  const step = textIn(place, `${prefix}step`) || 'B';
  const octave = textIn(place, `${prefix}octave`) || '4';
  const alter = Number(textIn(place, 'alter')) || 0;
  const head = textIn(of, 'notehead').toLowerCase() || 'normal';
  const height = Number(octave) * 7 + 'CDEFGAB'.indexOf(step) + alter * 0.5;
  const isListed = instrument !== undefined && reader.instruments.has(instrument);
  const key = isListed ? instrument : `${step}${alter || ''}${octave} ${head}`;
  if (!reader.sounds.has(key)) {
    const sign = alter > 0 ? '♯' : alter < 0 ? '♭' : '';
    const written =
      head === 'normal' ? `${step}${sign}${octave}` : `${head} on ${step}${sign}${octave}`;
    const note = instrument === undefined ? undefined : reader.notes.get(instrument);
    reader.sounds.set(key, {
      name: (isListed ? reader.instruments.get(instrument) : '') || written,
      height,
      ...(head === 'normal' ? {} : { head }),
      ...(note === undefined || pitch ? {} : { note }),
    });
  }
  return key;
}

/** Midway between two forces, in percent of forte. */
const EDGES = [
  (DYNAMICS[1] + DYNAMICS[2]) / 2,
  (DYNAMICS[2] + DYNAMICS[3]) / 2,
  (DYNAMICS[3] + DYNAMICS[4]) / 2,
];

function forceOf(node: Node, of: readonly Node[], marks: readonly Node[]): Force {
  if (first(marks, 'accent') || first(marks, 'strong-accent')) return 4;
  const [head] = all(of, 'notehead');
  if (attribute(head, 'parentheses') === 'yes') return 1;
  const said = attribute(node, 'dynamics');
  if (said === undefined || !Number.isFinite(Number(said))) return 3;
  const [ghost = 0, soft = 0, plain = 0] = EDGES;
  const force = Number(said);
  // Without its sign an accent is a loud plain note.
  return force < ghost ? 1 : force < soft ? 2 : force < plain ? 3 : 4;
}

function handIn(marks: readonly Node[]): Hand | undefined {
  return handOf(textIn(first(marks, 'fingering')));
}

function ornamentOf(
  marks: readonly Node[],
  { graces, roll }: Waiting,
  inChord: number,
): Ornament | undefined {
  const [tremolo] = all(marks, 'tremolo');
  if (tremolo) {
    if (attribute(tremolo, 'type') === 'unmeasured') return 'crush';
    const strokes = /^([579])-/.exec(roll[inChord] ?? '')?.[1];
    return strokes === undefined ? 'roll' : (`roll${strokes}` as Ornament);
  }
  if (graces === 0 || inChord > 0) return undefined;
  return graces === 1 ? 'flam' : graces === 2 ? 'drag' : 'ruff';
}

/** What is sung to a note: its first verse. */
function sayIn(of: readonly Node[], reader: PartReader): string | undefined {
  const lyrics = all(of, 'lyric');
  if (lyrics.length > 1) reader.tell('words of a second verse');
  const [lyric] = lyrics;
  const said =
    lyric &&
    all(childrenOf(lyric), 'text')
      .map((one) => textIn(childrenOf(one)))
      .join('');
  return said || undefined;
}
