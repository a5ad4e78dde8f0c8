import { XMLParser } from 'fast-xml-parser';
import { nth } from '../bounds/index.ts';
import {
  type Bar,
  type Hints,
  type Notation,
  type NotationResult,
  type Part,
  type PartNote,
  soundsOfNotes,
  type TempoMark,
  type VariedBars,
} from '../notation/index.ts';
import { add, compare, type Rational, rational, ZERO } from '../time/index.ts';
import { decodeXml } from './decode.ts';
import { partReader } from './part-reader.ts';
import type { ReadBar } from './read-bar.ts';
import { lengthsOf, playedOrder, readBars } from './read-bars.ts';
import { VARIATION_MARK } from './write.ts';
import { all, attribute, childrenOf, first, type Node, textIn } from './xml.ts';

/** The most notes and parts that are kept of a file. */
const MOST_NOTES = 400_000;
const MOST_PARTS = 64;

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: false,
  processEntities: true,
  ignorePiTags: true,
  ignoreDeclaration: true,
});

/** Text of XML as elements in order; undefined where it is none that can be read. */
function parse(text: string): readonly Node[] | undefined {
  try {
    return parser.parse(text) as readonly Node[];
  } catch {
    return undefined;
  }
}

const fail = (message: string): NotationResult => ({ ok: false, message });

/**
 * Reads a MusicXML file, packed or not, of this program or another one. Never throws: what a rhythm has no place for
 * is counted and told.
 */
export function readMusicXml(bytes: Uint8Array, name: string): NotationResult {
  const decoded = decodeXml(bytes, parse);
  if (!decoded.ok) return fail(decoded.message);
  const { text } = decoded;
  if (/<!ENTITY/i.test(text)) {
    return fail('It defines words of its own (entities), which scores do not, and was not read.');
  }
  const nodes = parse(text);
  if (!nodes) return fail('It is not XML that can be read: it is cut off or damaged.');
  const partwise = first(nodes, 'score-partwise');
  const timewise = first(nodes, 'score-timewise');
  const score = partwise ?? timewise;
  if (!score) {
    return fail(
      'It is not a score in MusicXML: neither score-partwise nor score-timewise is in it.',
    );
  }
  const notation = notationOf(score, partwise !== undefined, name);
  if (notation.parts.length === 0) return fail('There is not one note in it that can be read.');
  return { ok: true, notation };
}

interface Measures {
  readonly id: string;
  readonly measures: readonly Node[];
}

/** The bars of each part, whichever of the two ways they lie in one another. */
function partsIn(score: readonly Node[], isPartwise: boolean): readonly Measures[] {
  if (isPartwise) {
    return all(score, 'part').map((part) => ({
      id: attribute(part, 'id') ?? '',
      measures: all(childrenOf(part), 'measure'),
    }));
  }
  const byPart = new Map<string, Node[]>();
  for (const measure of all(score, 'measure')) {
    for (const part of all(childrenOf(measure), 'part')) {
      const id = attribute(part, 'id') ?? '';
      const list = byPart.get(id) ?? [];
      list.push({ measure: childrenOf(part), ':@': measure[':@'] });
      byPart.set(id, list);
    }
  }
  return [...byPart].map(([id, measures]) => ({ id, measures }));
}

function notationOf(score: readonly Node[], isPartwise: boolean, name: string): Notation {
  const told = new Map<string, number>();
  const tell = (what: string) => told.set(what, (told.get(what) ?? 0) + 1);
  const listed = new Map(
    all(first(score, 'part-list') ?? [], 'score-part').map((node) => [attribute(node, 'id'), node]),
  );
  const found = partsIn(score, isPartwise);
  const read = found.slice(0, MOST_PARTS).map(({ id, measures }) => {
    const reader = partReader(listed.get(id), id, tell);
    return { id, reader, bars: readBars(measures, reader) };
  });
  const lost = [...(found.length > MOST_PARTS ? [`Parts beyond the first ${MOST_PARTS}.`] : [])];
  const lengths = lengthsOf(read.map(({ bars }) => bars));
  const [lead] = read;
  const labels = labelsOf(read.map(({ bars }) => bars));
  const isMarked = (bar: number) => labels[bar]?.startsWith(VARIATION_MARK) === true;
  const order = playedOrder(
    (lead?.bars ?? []).map(({ repeats }) => repeats),
    isMarked,
  );
  const bars: Bar[] = [];
  let start: Rational = ZERO;
  let before = -1;
  for (const at of order) {
    const { length, meter } = nth(lengths, at);
    const label = at === before + 1 || bars.length === 0 ? labels[at] : undefined;
    bars.push({ start, length, meter, ...(label === undefined ? {} : { label }) });
    start = add(start, length);
    before = at;
  }
  const variations = variationsIn(bars);
  let kept = 0;
  const parts = read.flatMap(({ id, reader, bars: own }): Part[] => {
    const notes = order.flatMap((at, played): PartNote[] => {
      const { notes: inBar = [] } = own[at] ?? {};
      if (kept > MOST_NOTES) return [];
      kept += inBar.length;
      const from = nth(bars, played).start;
      return inBar.map(({ in: place, ...note }) => ({ ...note, at: add(from, place) }));
    });
    if (notes.length === 0) return [];
    notes.sort((a, b) => compare(a.at, b.at));
    return [
      {
        id,
        name: reader.name,
        ...instrumentOf(reader.instruments),
        sounds: soundsOfNotes(notes, (key) => reader.sounds.get(key) ?? { name: key }),
        notes: withHands(notes),
        ...(reader.feel === undefined ? {} : { feel: reader.feel }),
      },
    ];
  });
  if (kept > MOST_NOTES) lost.push(`Notes beyond the first ${MOST_NOTES}.`);
  for (const [what, count] of told) lost.push(`${count} × ${what}.`);
  const hints = hintsIn(score);
  return {
    name: textIn(first(score, 'work'), 'work-title') || textIn(score, 'movement-title') || name,
    bars,
    tempos: temposOf(
      read.map(({ bars: own }) => own),
      order,
      bars,
    ),
    parts,
    ...(variations.length > 0 ? { variations } : {}),
    lost,
    ...(Object.keys(hints).length > 0 ? { hints } : {}),
  };
}

/** The variations that stand after the end, each up to the next one. */
function variationsIn(bars: readonly Bar[]): readonly VariedBars[] {
  const marks = bars.flatMap(({ label = '' }, at) =>
    label.startsWith(VARIATION_MARK) ? [{ at, name: label.slice(VARIATION_MARK.length) }] : [],
  );
  return marks.map(({ at, name }, index) => ({
    name,
    from: at,
    bars: (marks[index + 1]?.at ?? bars.length) - at,
  }));
}

/** What stands over each bar, in whichever part it does. */
function labelsOf(parts: readonly (readonly ReadBar[])[]): readonly (string | undefined)[] {
  const count = Math.max(0, ...parts.map((bars) => bars.length));
  return Array.from({ length: count }, (_, at) =>
    parts.map((bars) => bars[at]?.label).find((label) => label !== undefined),
  );
}

/** What all listed instruments of a part begin with: “congas” of “congas: open” and “congas: slap”. */
function instrumentOf(instruments: ReadonlyMap<string, string>): Pick<Part, 'instrument'> {
  const names = [...instruments.values()];
  const [name = ''] = names[0]?.split(':') ?? [];
  const isShared = names.length > 0 && names.every((one) => one.startsWith(`${name}:`));
  return isShared ? { instrument: name } : {};
}

/** Where all words sung are letters of hands, they are hands and not words. */
function withHands(notes: readonly PartNote[]): readonly PartNote[] {
  const said = notes.filter(({ say }) => say !== undefined);
  if (said.length === 0 || !said.every(({ say = '' }) => /^[RL]$/i.test(say))) return notes;
  return notes.map(({ say, ...note }) =>
    say === undefined ? note : { ...note, hand: say.toUpperCase() as 'R' | 'L' },
  );
}

function temposOf(
  parts: readonly (readonly ReadBar[])[],
  order: readonly number[],
  bars: readonly Bar[],
): readonly TempoMark[] {
  const found = order.flatMap((at, played) =>
    parts.flatMap((own) =>
      (own[at]?.tempos ?? []).map(
        ({ in: place, quarters, beat }): TempoMark => ({
          at: add(nth(bars, played).start, place),
          quarters,
          ...(beat === undefined ? {} : { beat }),
        }),
      ),
    ),
  );
  found.sort((a, b) => compare(a.at, b.at));
  // The same tempo again, as repeats bring it, is no change.
  const changes = found.filter((mark, at) => mark.quarters !== found[at - 1]?.quarters);
  return changes.length > 0 ? changes : [{ at: ZERO, quarters: 120, beat: rational(1) }];
}

/** What this program wrote beside the notes. */
function hintsIn(score: readonly Node[]): Hints {
  const fields = all(
    first(first(score, 'identification') ?? [], 'miscellaneous') ?? [],
    'miscellaneous-field',
  );
  const of = (name: string) => {
    const field = fields.find((one) => attribute(one, 'name') === name);
    return field ? textIn(childrenOf(field)) : '';
  };
  const target = Number(of('target'));
  return {
    ...(of('cycle') === '' ? {} : { cycle: of('cycle') }),
    ...(target > 0 ? { target } : {}),
    ...(of('tags') === '' ? {} : { tags: of('tags').split(' ') }),
    ...(of('notes') === '' ? {} : { notes: of('notes') }),
  };
}
