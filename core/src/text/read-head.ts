import { NAME_LENGTH, oneLine } from '../bounds/index.ts';
import { readCounting, readSecond } from '../counting/index.ts';
import { type Cycle, cycleFromSpans, firstSpan } from '../cycle/index.ts';
import {
  LIMITS,
  type Rhythm,
  readEduppu,
  TagPattern,
  TURN_LEVEL,
  TURN_MARKS,
  type TurnName,
} from '../rhythm/index.ts';
import { TEMPO_RANGE, type Tempo } from '../time/index.ts';
import { readCycleText } from './cycle-text.ts';
import { rowHint, tempoHint } from './hints.ts';
import { readName } from './names.ts';
import { type Piece, type Problems, problemAt, quote } from './problem.ts';
import { type Row, wordsOf } from './rows.ts';

const HEAD_KEYS = [
  'rhythm',
  'cycle',
  'tempo',
  'count',
  'also',
  'eduppu',
  'turn',
  'tags',
  'note',
  'layer',
  'variation',
] as const;
const LAYER_KEYS = ['play', 'hand', 'say', 'as', 'loop', 'role', 'tune', 'feel'];

/** What stands before the layers of a rhythm. */
export type Head = Omit<Rhythm, 'id' | 'layers' | 'variations'>;

/** Reads the rows before the layers: name, cycle, tempo and the rest. */
export function readHead(rows: readonly Row[], problems: Problems): Head {
  let name: string | undefined;
  let cycle: Cycle | undefined;
  let tempoRow: Row | undefined;
  let counting: Rhythm['counting'];
  let also: Row | undefined;
  let eduppu: Row | undefined;
  let tags: readonly string[] = [];
  const notes: string[] = [];
  const turns = new Map<number, TurnName>();
  const seen = new Set<string>();
  for (const row of rows) {
    const { key, rest } = row;
    if (!REPEATED.includes(key.text) && seen.has(key.text)) {
      problems.push(problemAt(key, `A second ${key.text} row; the first one counts.`));
      continue;
    }
    seen.add(key.text);
    const at = rest.text === '' ? key : rest;
    switch (key.text) {
      case 'rhythm':
        name = oneLine(readName(rest.text).separator < 0 ? readName(rest.text).name : rest.text);
        if (name === '') problems.push(problemAt(at, 'Write the rhythm’s name after “rhythm”.'));
        if (name.length > NAME_LENGTH) {
          problems.push(problemAt(at, `A name has at most ${NAME_LENGTH} characters.`));
          name = oneLine(name, NAME_LENGTH);
        }
        break;
      case 'cycle':
        cycle = readCycle(row, problems);
        break;
      case 'tempo':
        tempoRow = row;
        break;
      case 'count': {
        const result = readCounting(rest.text);
        if ('counting' in result) counting = result.counting;
        else problems.push(problemAt(at, result.message));
        break;
      }
      case 'also':
        also = row;
        break;
      case 'eduppu':
        eduppu = row;
        break;
      case 'tags': {
        const words = wordsOf(rest);
        for (const word of words) {
          if (!TagPattern.test(word.text)) {
            problems.push(
              problemAt(word, 'A tag is one word without commas or quotes; blanks part tags.'),
            );
          }
        }
        tags = [
          ...new Set([
            ...tags,
            ...words.map((word) => word.text).filter((word) => TagPattern.test(word)),
          ]),
        ].slice(0, LIMITS.tags);
        break;
      }
      case 'turn': {
        const said = readTurn(rest.text);
        if (said && said.turn < LIMITS.turns) turns.set(said.turn, said);
        else
          problems.push(
            problemAt(
              at,
              `Write which turn and what it is: turn 2 answer The stairs. It is ${TURN_MARKS.join(', ')}; a softer one says how loud it is before that: turn 2 at 60 % answer.`,
            ),
          );
        break;
      }
      case 'note':
        notes.push(rest.text);
        break;
      default:
        problems.push(problemAt(key, unknownRow(key.text)));
    }
  }
  if (rows.length > 0 && name === undefined) {
    problems.push(
      problemAt(
        rows[0]?.key ?? { text: '', line: 1, column: 1 },
        'The row “rhythm” with a name is missing.',
        'note',
      ),
    );
  }
  const used = cycle ?? cycleFromSpans('4x4');
  if (rows.length > 0 && !seen.has('cycle')) {
    problems.push(
      problemAt(
        rows[0]?.key ?? { text: '', line: 1, column: 1 },
        'The row “cycle” is missing. Write the pulses of each beat, such as cycle 3+3+2.',
      ),
    );
  }
  return {
    name: name || 'Unnamed rhythm',
    cycle: used,
    ...readTempo(tempoRow, used, problems),
    ...(counting ? { counting } : {}),
    ...(also ? readAlso(also, used, problems) : {}),
    ...(eduppu ? readBeginning(eduppu, used, problems) : {}),
    ...(turns.size > 0 ? { turns: [...turns.values()].sort((a, b) => a.turn - b.turn) } : {}),
    ...(notes.length > 0 ? { notes: joinNotes(notes, rows, problems) } : {}),
    tags,
  };
}

function readAlso({ key, rest }: Row, cycle: Cycle, problems: Problems): Pick<Rhythm, 'second'> {
  const result = readSecond(rest.text, cycle);
  if ('second' in result) return result;
  problems.push(problemAt(rest.text === '' ? key : rest, result.message));
  return {};
}

function readBeginning(
  { key, rest }: Row,
  cycle: Cycle,
  problems: Problems,
): Pick<Rhythm, 'eduppu'> {
  const result = readEduppu(rest.text, cycle);
  if ('message' in result || rest.text === '') {
    const message =
      'message' in result ? result.message : 'Write how many beats after the one it begins.';
    problems.push(problemAt(rest.text === '' ? key : rest, message));
    return {};
  }
  return result.eduppu ? { eduppu: result.eduppu } : {};
}

function joinNotes(notes: readonly string[], rows: readonly Row[], problems: Problems): string {
  const text = notes.join('\n');
  const last = rows.findLast((row) => row.key.text === 'note');
  if (text.length > LIMITS.notes && last) {
    const most = `Notes have at most ${LIMITS.notes} characters; these have ${text.length}.`;
    problems.push(problemAt(last.key, most));
  }
  return text.slice(0, LIMITS.notes);
}

/** Rows that may stand more than once. */
const REPEATED: readonly string[] = ['note', 'tags', 'turn'];

/** `2 answer The stairs`, or `2 at 60 % answer The stairs` where it is softer. */
function readTurn(text: string): TurnName | undefined {
  const match = /^([1-9]\d{0,3})(?:\s+at\s+(\d{1,3})\s*%)?\s+(\S+)(?:\s+([^#"]{1,40}))?$/u.exec(
    text,
  );
  const mark = TURN_MARKS.find((one) => one === match?.[3]);
  if (!match || !mark) return undefined;
  const [, number, percent] = match;
  const name = match[4]?.trim();
  const level = percent === undefined ? undefined : Number(percent);
  if (level !== undefined && (level < TURN_LEVEL.min || level > TURN_LEVEL.max)) return undefined;
  return {
    turn: Number(number) - 1,
    mark,
    ...(name ? { name } : {}),
    ...(level === undefined ? {} : { level }),
  };
}

function unknownRow(key: string): string {
  return LAYER_KEYS.includes(key)
    ? `The row ${key} belongs to a layer. Write “layer Name : instrument” above it.`
    : (rowHint(key, [...HEAD_KEYS, ...LAYER_KEYS]) ??
        `${quote(key)} is not a row of a rhythm. Rows are ${HEAD_KEYS.join(', ')}.`);
}

function readCycle(row: Row, problems: Problems): Cycle | undefined {
  const { text, line, column } = row.rest;
  const result = readCycleText(text);
  if (result.ok) return result.cycle;
  const { at, length, message } = result;
  problems.push({ line, column: column + at, length, message, severity: 'error' });
  return undefined;
}

function readTempo(
  row: Row | undefined,
  cycle: Cycle,
  problems: Problems,
): { readonly tempo: Tempo; readonly target: number } {
  const first = firstSpan(cycle);
  const usual = { tempo: { bpm: 80, per: first }, target: 80 };
  if (!row) return usual;
  const match = /^(\S+)(?:(\s+to\s+)(\S+))?(?:(\s+per\s+)(\S+))?\s*$/.exec(row.rest.text);
  if (!match) {
    const at = row.rest.text === '' ? row.key : row.rest;
    problems.push(
      problemAt(
        at,
        tempoHint(row.rest.text) ?? 'Write the tempo as 72, as 72 to 104, or as 72 to 104 per 3.',
      ),
    );
    return usual;
  }
  const [, nowText = '', to = '', targetText, per = '', perText] = match;
  const column = row.rest.column;
  const number = (text: string, at: number, fits: (value: number) => boolean, range: string) => {
    const value = /^\d{1,6}(\.\d{1,3})?$/.test(text) ? Number(text) : Number.NaN;
    if (fits(value)) return value;
    const hint = Number.isNaN(value) ? tempoHint(row.rest.text) : undefined;
    const piece: Piece = { text, line: row.rest.line, column: at };
    problems.push(problemAt(piece, hint ?? `${range}, not ${quote(text)}.`));
    return Number.NaN;
  };
  const { min, max } = TEMPO_RANGE;
  const tempo = (text: string, at: number) =>
    number(
      text,
      at,
      (value) => value >= min && value <= max,
      `A tempo in beats a minute lies between ${min} and ${max}`,
    );
  const now = tempo(nowText, column);
  const targetAt = column + nowText.length + to.length;
  const target = targetText === undefined ? now : tempo(targetText, targetAt);
  const perAt = targetAt + (targetText ?? '').length + per.length;
  const counted =
    perText === undefined
      ? first
      : number(
          perText,
          perAt,
          (value) => Number.isInteger(value) && value >= 1 && value <= 64,
          'The pulses in the counted beat are a whole number from 1 to 64',
        );
  const bpm = Number.isNaN(now) ? usual.tempo.bpm : now;
  return {
    tempo: { bpm, per: Number.isNaN(counted) ? first : counted },
    target: Number.isNaN(target) ? bpm : target,
  };
}
