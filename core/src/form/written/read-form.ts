import { NAME_LENGTH, oneLine } from '../../bounds/index.ts';
import { cycleFromSpans } from '../../cycle/index.ts';
import {
  collectProblems,
  type Problem,
  type Problems,
  problemAt,
  quote,
  type Row,
  readCycleText,
  readName,
  rowHint,
  splitRows,
  TEXT_LIMIT,
} from '../../text/index.ts';
import { TEMPO_RANGE, type Tempo } from '../../time/index.ts';
import { formBreaches } from '../check.ts';
import {
  type Call,
  type Change,
  CURVES,
  FORM_LIMITS,
  type Form,
  LEVELS,
  type Line,
  type Part,
  type Player,
  type Repeat,
  type Section,
  SPEEDS,
  type Step,
} from '../model.ts';
import { type Known, readBeats, readLine, readPlace } from './lines.ts';

export interface FormRead {
  /** The form as far as the text was understood. */
  readonly form: Form;
  readonly problems: readonly Problem[];
  readonly more: number;
  /** True where no problem is an error. */
  readonly usable: boolean;
}

type Open<T> = { -readonly [Key in keyof T]: T[Key] };

/** What is being read: each row belongs to what was begun last. */
interface Reading {
  readonly known: Known;
  readonly problems: Problems;
  name: string;
  tempo: Tempo;
  final: boolean;
  readonly notes: string[];
  readonly players: Open<Player>[];
  readonly sections: Open<Section>[];
  readonly meant: { kind: string; section: string }[];
  readonly order: Open<Repeat>[];
  section: Open<Section> | undefined;
  part: Open<Part> | undefined;
  call: Open<Call> | undefined;
  isRepeating: boolean;
  /** Rows of the order, which may name sections that come later. */
  readonly steps: { readonly row: Row; readonly repeat: Open<Repeat> }[];
}

/** Reads one row. */
type ReadRow = (reading: Reading, row: Row) => void;

/**
 * Reads a form from its written form. Never throws: it gives the form as far as it understood it, and problems with
 * line, column and a sentence. A rhythm, line or variation that is not there is told in a note, and its name is kept.
 * @param known the rhythms that can be named
 * @example readForm('form Walk\nplayer Bell\nsection A\ncycle 3+3+2\nturns 8\nthen A', [])
 */
export function readForm(text: string, known: Known, id = 'form'): FormRead {
  const problems = collectProblems();
  const rows = text.length > TEXT_LIMIT ? [] : splitRows(text);
  const reading: Reading = {
    known,
    problems,
    name: '',
    tempo: { bpm: 80, per: 4 },
    final: false,
    notes: [],
    players: [],
    sections: [],
    meant: [],
    order: [],
    section: undefined,
    part: undefined,
    call: undefined,
    isRepeating: false,
    steps: [],
  };
  if (rows.length === 0)
    problems.push(
      problemAt(
        { text: '', line: 1, column: 1 },
        text.length > TEXT_LIMIT
          ? 'This text is longer than a million characters. Nothing was read.'
          : 'The text is empty. Begin with “form” and a name, then tempo, player, section and then.',
      ),
    );
  for (const row of rows) readRow(reading, row);
  finishOrder(reading);
  const form = formOf(reading, id);
  if (problems.usable() && rows[0])
    for (const message of formBreaches(form)) problems.push(problemAt(rows[0].key, message));
  return { form, problems: problems.list(), more: problems.more(), usable: problems.usable() };
}

/** Whether a text is that of a form, and not of a rhythm. */
export function isFormText(text: string): boolean {
  return splitRows(text.slice(0, 10_000))[0]?.key.text === 'form';
}

function readRow(reading: Reading, row: Row): void {
  const { key } = row;
  const read = ROWS.get(key.text);
  if (read) {
    read(reading, row);
    return;
  }
  const hint = rowHint(key.text, [...ROWS.keys()]);
  reading.problems.push(
    problemAt(
      key,
      hint ??
        `${quote(key.text)} is not a row of a form. Rows are form, tempo, player, section, part and then.`,
    ),
  );
}

function formOf(reading: Reading, id: string): Form {
  const { name, tempo, players, sections, order, final, meant, notes } = reading;
  return {
    id,
    name: name || 'Unnamed form',
    tempo,
    players,
    sections,
    order,
    ...(final && { final }),
    ...(meant.length > 0 && { meant }),
    ...(notes.length > 0 && { notes: notes.join('\n').slice(0, FORM_LIMITS.notes) }),
  };
}

function say({ problems }: Reading, { key, rest }: Row, message: string): void {
  problems.push(problemAt(rest.text === '' ? key : rest, message));
}

function nameIn(reading: Reading, row: Row, what: string): string {
  const name = oneLine(readName(row.rest.text).name);
  if (name === '') say(reading, row, `Write the name of the ${what}.`);
  if (name.length > NAME_LENGTH) say(reading, row, `A name has at most ${NAME_LENGTH} characters.`);
  return oneLine(name, NAME_LENGTH);
}

/** A row that belongs to a section, and one that belongs to a part in it. */
function inSection(read: (section: Open<Section>, row: Row, reading: Reading) => void): ReadRow {
  return (reading, row) => {
    if (reading.section) read(reading.section, row, reading);
    else
      say(
        reading,
        row,
        `The row ${row.key.text} belongs to a section. Write “section Name” above it.`,
      );
  };
}

function inPart(read: (part: Open<Part>, row: Row, reading: Reading) => void): ReadRow {
  return (reading, row) => {
    if (reading.part) read(reading.part, row, reading);
    else
      say(
        reading,
        row,
        `The row ${row.key.text} belongs to a player’s part. Write “part Name” above it.`,
      );
  };
}

/** A whole number within bounds, or a sentence. */
function numberIn(reading: Reading, row: Row, text: string, most: number, what: string): number {
  const value = /^\d{1,4}$/.test(text.trim()) ? Number(text) : 0;
  if (value >= 1 && value <= most) return value;
  say(reading, row, `${what} from 1 to ${most}, not ${quote(text)}.`);
  return 1;
}

function lineIn(reading: Reading, row: Row): Line | undefined {
  const read = readLine(row.rest.text, reading.known);
  if (!read.ok) {
    say(reading, row, read.message);
    return undefined;
  }
  if (read.note !== undefined) reading.problems.push(problemAt(row.rest, read.note, 'note'));
  return read.line;
}

function playerCalled(reading: Reading, row: Row, text: string): string | undefined {
  const name = oneLine(readName(text).name, NAME_LENGTH);
  const found = reading.players.find((one) => one.name === name);
  if (!found) {
    const names = reading.players.map((one) => one.name).slice(0, 6);
    const said = name === '' ? 'Write the player’s name' : `No player is called ${quote(name)}`;
    say(
      reading,
      row,
      `${said}. ${names.length > 0 ? `Players are ${names.join(', ')}.` : 'Write “player Name” near the top.'}`,
    );
  }
  return found?.id;
}

const ROWS: ReadonlyMap<string, ReadRow> = new Map<string, ReadRow>([
  [
    'form',
    (reading, row) => {
      reading.name = nameIn(reading, row, 'form');
    },
  ],
  [
    'tempo',
    (reading, row) => {
      const match = /^(\d{1,3}(?:\.\d{1,3})?)(?:\s+per\s+(\d{1,2}))?$/.exec(row.rest.text.trim());
      const bpm = Number(match?.[1]);
      const per = Number(match?.[2] ?? 4);
      const { min, max } = TEMPO_RANGE;
      if (bpm >= min && bpm <= max && per >= 1 && per <= 64) reading.tempo = { bpm, per };
      else say(reading, row, `Write the tempo as 72 per 3, between ${min} and ${max}.`);
    },
  ],
  [
    'final',
    (reading) => {
      reading.final = true;
    },
  ],
  ['note', (reading, { rest }) => void reading.notes.push(rest.text)],
  [
    'player',
    (reading, row) => {
      const name = nameIn(reading, row, 'player');
      reading.players.push({
        id: `player-${reading.players.length + 1}`,
        name: name || `Player ${reading.players.length + 1}`,
      });
    },
  ],
  [
    'quiet',
    (reading, row) => {
      const player = reading.players.at(-1);
      if (!player || reading.section)
        say(reading, row, 'The row quiet belongs to a player. Write it under “player Name”.');
      else {
        const quiet = lineIn(reading, row);
        if (quiet) player.quiet = quiet;
      }
    },
  ],
  [
    'section',
    (reading, row) => {
      const name = nameIn(reading, row, 'section');
      const number = reading.sections.length + 1;
      reading.section = {
        id: `section-${number}`,
        name: name || `Section ${number}`,
        cycle: cycleFromSpans('4x4'),
        turns: 8,
        level: 'plain',
        parts: [],
      };
      reading.sections.push(reading.section);
      reading.part = undefined;
      reading.call = undefined;
    },
  ],
  [
    'cycle',
    inSection((section, row, reading) => {
      const read = readCycleText(row.rest.text);
      if (read.ok) section.cycle = read.cycle;
      else {
        const { line, column } = row.rest;
        const { at, length, message } = read;
        reading.problems.push({ line, column: column + at, length, message, severity: 'error' });
      }
    }),
  ],
  [
    'turns',
    inSection((section, row, reading) => {
      const match = /^(\d{1,4})(?:\s+to\s+(\d{1,4})\s+until the sign)?$/.exec(row.rest.text.trim());
      if (!match) {
        say(
          reading,
          row,
          'Write how many turns it lasts: turns 8, or turns 10 to 24 until the sign.',
        );
        return;
      }
      const most = FORM_LIMITS.turns;
      section.turns = numberIn(
        reading,
        row,
        match[1] ?? '',
        most,
        'A section lasts a number of turns',
      );
      if (match[2] !== undefined)
        section.most = numberIn(reading, row, match[2], most, 'A section lasts a number of turns');
    }),
  ],
  [
    'level',
    inSection((section, row, reading) => {
      const level = LEVELS.find((one) => one === row.rest.text.trim());
      if (level) section.level = level;
      else say(reading, row, `A level is ${LEVELS.join(', ')}.`);
    }),
  ],
  [
    'speed',
    inSection((section, row, reading) => {
      const speed = SPEEDS.find((one) => one === row.rest.text.trim());
      if (speed) section.speed = speed;
      else say(reading, row, `A speed is ${SPEEDS.join(' or ')}.`);
    }),
  ],
  ['change', inSection(readChange)],
  [
    'anew',
    inSection((section) => {
      section.anew = true;
    }),
  ],
  [
    'sung',
    inSection((section) => {
      section.sung = true;
    }),
  ],
  [
    'cut',
    inSection((section, row, reading) => {
      const cut = readPlace(row.rest.text);
      if (cut) section.cut = cut;
      else say(reading, row, 'Write where all stop, as turn and beat: cut 8.3.');
    }),
  ],
  [
    'meant',
    inSection((section, { rest, key }, reading) => {
      const kind = rest.text.trim();
      if (/^[a-z-]{1,30}$/.test(kind)) reading.meant.push({ kind, section: section.id });
      else say(reading, { key, rest }, 'Write what is meant to be so, in one word: meant turned.');
    }),
  ],
  [
    'call',
    inSection((section, row, reading) => {
      const [, place = '', name = ''] = /^(\S+)\s*(.*)$/s.exec(row.rest.text) ?? [];
      const at = readPlace(place);
      if (!at) {
        say(reading, row, 'Write where the call comes and who gives it: call 8.1 Voice.');
        return;
      }
      const player = playerCalled(reading, row, name);
      if (player === undefined) return;
      reading.call = { player, at, sign: 'sign' };
      section.calls = [...(section.calls ?? []), reading.call];
    }),
  ],
  ['sign', callWords('sign')],
  ['brings', callWords('brings')],
  [
    'part',
    inSection((section, row, reading) => {
      const player = playerCalled(reading, row, row.rest.text);
      reading.part = player === undefined ? undefined : { player };
      if (reading.part) section.parts = [...section.parts, reading.part];
    }),
  ],
  [
    'play',
    inPart((part, row, reading) => {
      const line = lineIn(reading, row);
      if (line) part.line = line;
    }),
  ],
  [
    'solo',
    inPart((part) => {
      part.solo = [];
    }),
  ],
  [
    'may',
    inPart((part, row, reading) => {
      const line = lineIn(reading, row);
      if (line) part.solo = [...(part.solo ?? []), line];
    }),
  ],
  ['from', partPlace('from')],
  ['until', partPlace('until')],
  [
    'begin',
    inPart((part, row, reading) => {
      part.begin =
        numberIn(
          reading,
          row,
          row.rest.text,
          FORM_LIMITS.turns,
          'A line begins with one of its turns',
        ) - 1;
    }),
  ],
  [
    'pickup',
    inPart((part, row, reading) => {
      const beats = readBeats(row.rest.text);
      if (beats) part.pickup = { beats };
      else say(reading, row, 'Write how many beats before it begins: pickup 2, or pickup 1/2.');
    }),
  ],
  [
    'with',
    inPart((part, row, reading) => {
      const line = lineIn(reading, row);
      if (!part.pickup)
        say(reading, row, 'The row with belongs to a pickup. Write pickup and its beats above it.');
      else if (line) part.pickup = { ...part.pickup, line };
    }),
  ],
  [
    'repeat',
    (reading, row) => {
      const times = numberIn(
        reading,
        row,
        row.rest.text,
        FORM_LIMITS.times,
        'Sections are repeated a number of times',
      );
      if (reading.isRepeating) say(reading, row, 'A repeat in a repeat: write “end” before it.');
      reading.order.push({ times, steps: [] });
      reading.isRepeating = true;
    },
  ],
  [
    'end',
    (reading, row) => {
      if (!reading.isRepeating) say(reading, row, 'There is no repeat to end here.');
      reading.isRepeating = false;
    },
  ],
  [
    'then',
    (reading, row) => {
      const open = reading.isRepeating ? reading.order.at(-1) : undefined;
      const repeat = open ?? { times: 1, steps: [] };
      if (!open) reading.order.push(repeat);
      reading.steps.push({ row, repeat });
    },
  ],
]);

function readChange(section: Open<Section>, row: Row, reading: Reading): void {
  const text = row.rest.text.trim();
  const match = /^(.*?)(?:\s*\bover\s+(\d{1,4}))?(?:\s*\b(even|straight))?$/.exec(text);
  const [, said = '', over, curve] = match ?? [];
  const change = changeCalled(said.trim());
  if (change === undefined && said.trim() !== '') {
    say(
      reading,
      row,
      'Write how the tempo comes here: change same pulse, same beat, 3 become 2, or to 96; over 4 after it where it comes by and by.',
    );
    return;
  }
  if (change) section.change = change;
  if (over !== undefined)
    section.over = numberIn(
      reading,
      row,
      over,
      FORM_LIMITS.turns,
      'A tempo changes over a number of turns',
    );
  const known = CURVES.find((one) => one === curve);
  if (known) section.curve = known;
}

function changeCalled(text: string): Change | undefined {
  if (text === 'same pulse') return { kind: 'pulse' };
  if (text === 'same beat') return { kind: 'beat' };
  const ratio = /^(\d{1,2})\s+become\s+(\d{1,2})$/.exec(text);
  if (ratio) {
    const [before, now] = [Number(ratio[1]), Number(ratio[2])];
    const fits = (value: number) => value >= 1 && value <= 32;
    return fits(before) && fits(now) ? { kind: 'ratio', before, now } : undefined;
  }
  const at = /^to\s+(\d{1,3}(?:\.\d{1,3})?)$/.exec(text);
  const bpm = Number(at?.[1]);
  return bpm >= TEMPO_RANGE.min && bpm <= TEMPO_RANGE.max ? { kind: 'at', bpm } : undefined;
}

function callWords(which: 'sign' | 'brings'): ReadRow {
  return (reading, row) => {
    const words = oneLine(readName(row.rest.text).name, FORM_LIMITS.sign);
    if (!reading.call)
      say(reading, row, `The row ${which} belongs to a call. Write “call 8.1 Name” above it.`);
    else if (words === '') say(reading, row, 'Write what is called, or what it brings.');
    else reading.call[which] = words;
  };
}

function partPlace(which: 'from' | 'until'): ReadRow {
  return inPart((part, row, reading) => {
    const place = readPlace(row.rest.text);
    if (place) part[which] = place;
    else say(reading, row, `Write a turn and a beat, each from 1: ${which} 3.2.`);
  });
}

/** Looks the sections of the order up, which may be written after it. */
function finishOrder(reading: Reading): void {
  for (const { row, repeat } of reading.steps) {
    const { name, separator } = readName(row.rest.text);
    const after = separator < 0 ? '' : row.rest.text.slice(separator + 1).trim();
    const wanted = oneLine(name, NAME_LENGTH);
    const section = reading.sections.find((one) => one.name === wanted);
    if (!section) {
      const names = reading.sections.map((one) => one.name).slice(0, 6);
      say(
        reading,
        row,
        `${wanted === '' ? 'Write a section’s name after “then”' : `No section is called ${quote(wanted)}`}. ${names.length > 0 ? `Sections are ${names.join(', ')}.` : 'Write “section Name” first.'}`,
      );
      continue;
    }
    const rounds = after === '' ? undefined : after.split(/\s+/).map(Number);
    const isWrong = rounds?.some(
      (round) => !(Number.isInteger(round) && round >= 1 && round <= FORM_LIMITS.times),
    );
    if (isWrong) {
      say(reading, row, 'Write the rounds in which an ending is played as numbers: then Door : 2.');
      continue;
    }
    const step: Step = { section: section.id, ...(rounds && { rounds }) };
    repeat.steps = [...repeat.steps, step];
  }
  const kept = reading.order.filter(({ steps }) => steps.length > 0);
  reading.order.splice(0, reading.order.length, ...kept);
}
