import { nth } from '../bounds/index.ts';
import { beatsOf, turnPulses } from '../cycle/index.ts';
import {
  type Laid,
  type Placed,
  paceAt,
  type Span,
  sayBpm,
  sayLength,
  sourceOf,
  strokesInTurn,
  tempoOf,
  turnsAsRhythm,
} from '../form/index.ts';
import { type Layer, plainCells, timeLayer } from '../rhythm/index.ts';
import { add, formatRational, ONE, rational } from '../time/index.ts';
import { counted } from '../wording/index.ts';
import { lineOf, type Said, type Stretch } from './line.ts';
import { lostOfLines } from './losses.ts';
import { scoreOf, type WrittenXml } from './write.ts';

/** A row of turns, and how often it is played. */
export interface Folded {
  readonly from: number;
  readonly length: number;
  readonly times: number;
  /** Where it is played twice with two endings: how many of its last turns are the first one; as many after it are the second. */
  readonly ending?: number;
}

/** Turns that are written of a row at most: as many as a rhythm surely holds. */
const LONGEST_ROW = 8;

/** The turns of a row that are written, each once, its second ending after its first. */
export function writtenTurns({ from, length, ending = 0 }: Folded): readonly number[] {
  const second = from + 2 * length - ending;
  return [
    ...Array.from({ length }, (_, turn) => from + turn),
    ...Array.from({ length: ending }, (_, turn) => second + turn),
  ];
}

/**
 * Turns as they are written: a row that is played again at once stands there once, the row that saves most bars first.
 * @param keys of each turn, the same for turns that are alike
 * @example foldTurns(['a', 'b', 'a', 'b', 'c']) // a b twice, c once
 * @example foldTurns(['a', 'b', 'c', 'a', 'b', 'd']) // a b twice, with c as its first ending and d as its second
 */
export function foldTurns(keys: readonly string[]): readonly Folded[] {
  const rows: Folded[] = [];
  for (let from = 0; from < keys.length; ) {
    const row = longestFold(keys, from);
    const last = rows.at(-1);
    if (row.times === 1 && last?.times === 1 && last.length < LONGEST_ROW) {
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
    if (length * (times - 1) > savedBy(best)) best = { from, length, times };
    const isWhole = from + 2 * length <= keys.length;
    const ending = length - same;
    if (isWhole && same > savedBy(best) && ending > 0 && length + ending <= LONGEST_ROW)
      best = { from, length, times: 2, ending };
  }
  return best;
}

/** How many turns need not be written. */
const savedBy = ({ length, times, ending = 0 }: Folded) => length * (times - 1) - ending;

/** Names a layer's part: a player who changes instruments has one for each. */
const partKey = ({ name, instrument }: Layer) => `${instrument} ${name}`;

/**
 * A form as MusicXML 4, each section as long as it usually lasts: a part for each player and instrument, a mark and the tempo
 * where a section begins, and turns that come again between repeat signs with how often.
 */
export function writeFormXml(laid: Laid): WrittenXml {
  const rows = laid.spans.flatMap((span) => rowsOf(laid, span));
  const parts = new Map<string, Layer>();
  for (const layer of rows.flatMap(({ layers }) => layers)) {
    if (!parts.has(partKey(layer))) parts.set(partKey(layer), layer);
  }
  const lost = new Set<string>();
  const keys = [...parts.keys()];
  /** The parts that sound anywhere in a section. */
  const soundingIn = (span: Span) =>
    new Set(
      rows
        .filter((row) => row.span === span)
        .flatMap(({ layers }) => layers.map((layer) => keys.indexOf(partKey(layer)))),
    );
  const stretches = rows.map(({ span, row, sounding: placed, layers, refused }): Stretch => {
    const { cycle, name } = span.section;
    const turns = writtenTurns(row);
    const lines = [...parts.values()].map((part) => {
      const own = layers.find((layer) => partKey(layer) === partKey(part));
      return lineOf(cycle, own ?? silent(part, span, turns.length), turns.length);
    });
    if (refused) lost.add(`${name}: only rests stand there. ${refused}`);
    const moved = refused ? 0 : movedIn(span, placed, layers);
    if (moved > 0) lost.add(`${name}: ${counted(moved, 'stroke')} beside the place they have.`);
    for (const one of lostOfLines({ cycle, layers }, [{ lines }])) lost.add(`${name}, ${one}`);
    const isLast = row.from + row.length * row.times === span.turns;
    const said = new Map(
      turns.map((turn, at) => {
        const swellEnds = isLast && span.section.level === 'growing' && at === turns.length - 1;
        return [at, { ...saidIn(laid, span, turn), swellEnds }];
      }),
    );
    const sounding = soundingIn(span);
    const { times: played, ending } = row;
    const stretch = {
      ...{ cycle, lines, turns: turns.length, played, said, sounding },
      ...(ending === undefined ? {} : { ending }),
    };
    return row.from === 0 ? { ...stretch, ...beginning(span) } : stretch;
  });
  for (const one of lostOfForm(laid, rows)) lost.add(one);
  const text = scoreOf(laid.form.name, [], [...parts.values()], stretches);
  return { text, lost: [...lost] };
}

/** A row of a section as it is written. */
interface Row {
  readonly span: Span;
  readonly row: Folded;
  /** What each player plays in each of its turns. */
  readonly sounding: readonly (readonly (readonly Placed[])[])[];
  readonly layers: readonly Layer[];
  /** Why nothing of it could be written, though something sounds. */
  readonly refused?: string;
}

function rowsOf(laid: Laid, span: Span): readonly Row[] {
  const sounding = Array.from({ length: span.turns }, (_, turn) =>
    laid.form.players.map(({ id }) => strokesInTurn(laid, { span, turn }, id)),
  );
  const keys = sounding.map((players, turn) => keyOf(players, saidIn(laid, span, turn)));
  return foldTurns(keys).map((row) => {
    const turns = writtenTurns(row);
    const here = turns.map((turn) => nth(sounding, turn));
    const silence = { span, row, sounding: here, layers: [] };
    if (here.flat(2).length === 0) return silence;
    const made = turnsAsRhythm(laid, span.index, turns, 'section');
    return made.ok
      ? { ...silence, layers: made.rhythm.layers }
      : { ...silence, refused: made.message };
  });
}

/** The same for turns that sound alike and of which the same is said: what is said where a section begins is said once. */
const keyOf = (players: readonly (readonly Placed[])[], said: SaidInForm): string =>
  JSON.stringify([
    players.map((placed) =>
      placed.map(({ at, stroke: { slot: _, ...sound }, source }) => [
        at.num,
        at.den,
        source.layer.instrument,
        sound,
      ]),
    ),
    said.onTheWay,
    said.calls,
  ]);

/** Strokes for whose place no cell is fine enough. */
function movedIn({ section }: Span, sounding: Row['sounding'], layers: readonly Layer[]): number {
  const turn = turnPulses(section.cycle);
  const written = new Set(
    layers.flatMap((layer) => {
      const { starts } = timeLayer(section.cycle, layer);
      return layer.strokes.map(({ slot }) => formatRational(nth(starts, slot)));
    }),
  );
  const placed = sounding.flatMap((players, index) =>
    players.flat().map(({ at }) => formatRational(add(at, rational(index * turn)))),
  );
  return placed.filter((at) => !written.has(at)).length;
}

function silent(part: Layer, { section }: Span, turns: number): Layer {
  const spans = beatsOf(section.cycle).map(({ span }) => span);
  const { feel: _, ...bare } = part;
  return { ...bare, cells: plainCells(spans, turns), strokes: [] };
}

/** Whether the tempo of a section comes by and by, and is another one. */
const isGradual = ({ section, before, tempo }: Span) =>
  section.over !== undefined && tempoOf(before).bpm !== tempoOf(tempo).bpm;

/** What stands where a section begins: where its tempo changes by and by, that of before. */
function beginning(span: Span) {
  const { section, before, tempo } = span;
  const { bpm, per } = tempoOf(isGradual(span) ? before : tempo);
  const fast = Math.round(bpm * 1000) / 1000;
  return { mark: section.name, tempo: { tempo: { bpm: fast, per }, target: fast } };
}

/** How loud a section begins, as a score says it. */
const LEVEL_SIGNS = { soft: 'p', plain: 'mf', full: 'f', growing: 'p' } as const;

/** What a score says where a turn of a section begins, and who calls in it. */
function saidIn({ form }: Laid, span: Span, turn: number): SaidInForm {
  const { section, tempo } = span;
  const { level, speed } = section;
  const over = isGradual(span) ? section.over : undefined;
  const calls = (section.calls ?? [])
    .filter(({ at }) => at.turn === turn)
    .map(({ player, at, sign, brings }) => {
      const name = form.players.find(({ id }) => id === player)?.name ?? 'Someone';
      const beat = at.beats.num === 0 ? '' : ` on beat ${formatRational(add(at.beats, ONE))}`;
      return `${name} calls “${sign}”${beat}${brings ? `: ${brings}` : ''}`;
    });
  const to = sayBpm(tempoOf(tempo).bpm);
  const words = [
    ...(turn === 0 && level === 'growing' ? ['growing, from soft to full'] : []),
    ...(turn === 0 && speed ? [`${speed} time`] : []),
    ...(turn === 0 && section.most !== undefined ? [sayLength(section)] : []),
    ...(turn === 0 && over !== undefined ? [`to ${to} over ${counted(over, 'turn')}`] : []),
    ...calls,
  ];
  const isOnTheWay = over !== undefined && turn > 0 && turn <= over;
  return {
    ...(words.length > 0 && { words }),
    ...(turn === 0 && { level: LEVEL_SIGNS[level] }),
    ...(turn === 0 && level === 'growing' && { swell: 'crescendo' as const }),
    ...(isOnTheWay && {
      onTheWay: { bpm: 60 / (paceAt(span, turn).secondsPerTick * tempo.per), per: tempo.per },
    }),
    calls,
  };
}

interface SaidInForm extends Said {
  readonly calls: readonly string[];
}

/** What of a form has no place in a score. */
function lostOfForm({ spans, form, source }: Laid, rows: readonly Row[]): readonly string[] {
  const lost: string[] = [];
  const of = (has: (span: Span) => boolean, what: string) => {
    const names = new Set(spans.filter(has).map(({ section }) => section.name));
    if (names.size > 0) lost.push(`${[...names].join(', ')}: ${what}`);
  };
  of(isGradual, 'on the way to another tempo it goes on with each turn, not within one.');
  of(
    ({ section }) => section.most !== undefined,
    'it is as long as it usually lasts; that it waits for the sign is said in words.',
  );
  of(
    ({ section, turns }) => (section.calls ?? []).some(({ at }) => at.turn >= turns),
    'who calls after the turns that are written.',
  );
  of(({ section }) => section.sung !== undefined, 'that someone sings.');
  of(
    ({ doings }) => doings.some(({ solo }) => solo !== undefined),
    'who leads freely, and with what.',
  );
  of(
    ({ doings }) => doings.some(({ line }) => line !== undefined && !sourceOf(source, line)),
    'a line that is not on the Shelf is silent.',
  );
  const layers = new Set(
    rows.flatMap(({ sounding }) => sounding.flat(2).map((placed) => placed.source.layer)),
  );
  const ofLayers = (has: (layer: Layer) => boolean, what: string) => {
    const names = new Set([...layers].filter(has).map(({ name }) => name));
    if (names.size > 0) lost.push(`${[...names].join(', ')}: ${what}`);
  };
  ofLayers(({ feel }) => feel !== undefined, 'the feel; strokes stand where their slots are.');
  ofLayers(({ strokes }) => strokes.some(({ damp }) => damp), 'chokes.');
  ofLayers(({ rings = [] }) => rings.length > 0, 'what rings on.');
  if (spans[0]?.doings.some(({ part }) => part?.pickup))
    lost.push('What comes before its first turn.');
  if (form.final) lost.push('The last stroke after the end.');
  if (form.notes) lost.push('Its notes.');
  return lost;
}
