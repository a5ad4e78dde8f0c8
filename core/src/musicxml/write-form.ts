import { beatsOf } from '../cycle/index.ts';
import { type Laid, type Span, sayLength, strokesInTurn, turnsAsRhythm } from '../form/index.ts';
import { type Layer, plainCells, type Rhythm } from '../rhythm/index.ts';
import { counted } from '../wording/index.ts';
import { lineOf, type Stretch } from './line.ts';
import { lostOf } from './losses.ts';
import { scoreOf, type WrittenXml } from './write.ts';

/** A row of turns, and how often it is played. */
export interface Folded {
  readonly from: number;
  readonly length: number;
  readonly times: number;
}

/** Rows of so many turns at most are written once and played again. */
const LONGEST_ROW = 8;

/**
 * Turns as they are written: a row that is played again at once stands there once, the row that saves most bars first.
 * @param keys of each turn, the same for turns that are alike
 * @example foldTurns(['a', 'b', 'a', 'b', 'c']) // a b twice, c once
 */
export function foldTurns(keys: readonly string[]): readonly Folded[] {
  const rows: Folded[] = [];
  for (let from = 0; from < keys.length; ) {
    const row = longestFold(keys, from);
    const last = rows.at(-1);
    if (row.times === 1 && last?.times === 1) {
      rows[rows.length - 1] = { ...last, length: last.length + 1 };
    } else rows.push(row);
    from += row.length * row.times;
  }
  return rows;
}

/** The row from here on that saves most; one turn by itself where none comes again. */
function longestFold(keys: readonly string[], from: number): Folded {
  let best: Folded = { from, length: 1, times: 1 };
  for (let length = 1; length <= LONGEST_ROW; length += 1) {
    let same = 0;
    while (from + length + same < keys.length && keys[from + same] === keys[from + length + same]) {
      same += 1;
    }
    const times = 1 + Math.floor(same / length);
    if (length * (times - 1) > best.length * (best.times - 1)) best = { from, length, times };
  }
  return best;
}

/** Names a layer's part: a player who changes instruments has one for each. */
const partKey = ({ name, instrument }: Layer) => `${instrument} ${name}`;

/**
 * A form as MusicXML 4, each section as long as it usually lasts: a part for each player and instrument, a mark and the tempo
 * where a section begins, and turns that come again between repeat signs with how often.
 */
export function writeFormXml(laid: Laid): WrittenXml {
  const rows = laid.spans.flatMap((span) =>
    foldTurns(keysOf(laid, span)).map((row) => ({ span, row, rhythm: rhythmOf(laid, span, row) })),
  );
  const parts = new Map<string, Layer>();
  for (const { rhythm } of rows) {
    for (const layer of rhythm?.layers ?? []) {
      if (!parts.has(partKey(layer))) parts.set(partKey(layer), layer);
    }
  }
  const lost = new Set<string>();
  const stretches = rows.map(({ span, row, rhythm }): Stretch => {
    const { cycle } = span.section;
    const lines = [...parts.values()].map((part) =>
      lineOf(
        cycle,
        rhythm?.layers.find((layer) => partKey(layer) === partKey(part)) ??
          silent(part, span, row.length),
        row.length,
      ),
    );
    const stretch = { cycle, lines, turns: row.length, played: row.times };
    if (rhythm)
      for (const one of lostOf(rhythm, [stretch])) lost.add(`${span.section.name}, ${one}`);
    return row.from === 0 ? { ...stretch, ...beginning(span, rhythm) } : stretch;
  });
  for (const one of lostOfForm(laid)) lost.add(one);
  const text = scoreOf(laid.form.name, [], [...parts.values()], stretches);
  return { text, lost: [...lost] };
}

/** What sounds in each turn of a section, as a key. */
function keysOf(laid: Laid, span: Span): readonly string[] {
  return Array.from({ length: span.turns }, (_, turn) =>
    JSON.stringify(
      laid.form.players.map(({ id }) =>
        strokesInTurn(laid, { span, turn }, id).map(({ at, stroke, source }) => {
          const { slot: _, ...sound } = stroke;
          return [at.num, at.den, source.layer.instrument, sound];
        }),
      ),
    ),
  );
}

function rhythmOf(laid: Laid, { index }: Span, { from, length }: Folded): Rhythm | undefined {
  const turns = Array.from({ length }, (_, turn) => from + turn);
  const made = turnsAsRhythm(laid, index, turns, 'section');
  return made.ok ? made.rhythm : undefined;
}

function silent(part: Layer, { section }: Span, turns: number): Layer {
  const spans = beatsOf(section.cycle).map(({ span }) => span);
  const { feel: _, ...bare } = part;
  return { ...bare, cells: plainCells(spans, turns), strokes: [] };
}

/** What stands where a section begins. */
function beginning({ section }: Span, rhythm: Rhythm | undefined) {
  const { name, level, speed } = section;
  return {
    mark: name,
    ...(rhythm ? { tempo: { tempo: rhythm.tempo, target: rhythm.tempo.bpm } } : {}),
    said: [
      ...(level === 'plain' ? [] : [level]),
      ...(speed ? [`${speed} time`] : []),
      ...(section.most === undefined ? [] : [sayLength(section)]),
    ],
  };
}

/** What of a form has no place in a score. */
function lostOfForm({ spans, form }: Laid): readonly string[] {
  const named = (has: (span: Span) => boolean) => [
    ...new Set(spans.filter(has).map(({ section }) => section.name)),
  ];
  const lost: string[] = [];
  const of = (names: readonly string[], what: string) => {
    if (names.length > 0) lost.push(`${names.join(', ')}: ${what}`);
  };
  of(
    named(({ section }) => section.over !== undefined),
    'the tempo changes by and by; written is the one it comes to.',
  );
  of(
    named(({ section }) => section.most !== undefined),
    'it is as long as it usually lasts; that it waits for the sign is said in words.',
  );
  of(
    named(({ section }) => (section.calls ?? []).length > 0),
    'who calls.',
  );
  of(
    named(({ doings }) => doings.some(({ line }) => line?.mix !== undefined)),
    'what is mixed is written as it is without variations.',
  );
  if (form.final) lost.push('The last stroke after the end.');
  const silentSections = spans.filter(({ doings }) => doings.length === 0).length;
  if (silentSections > 0)
    lost.push(`${counted(silentSections, 'section')} without anybody: only rests.`);
  return lost;
}
