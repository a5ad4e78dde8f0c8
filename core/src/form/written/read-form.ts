import { NAME_LENGTH, oneLine } from '../../bounds/index.ts';
import {
  collectProblems,
  type Problem,
  problemAt,
  quote,
  type Row,
  readName,
  rowHint,
  splitRows,
  TEXT_LIMIT,
} from '../../text/index.ts';
import { formBreaches } from '../check.ts';
import { FORM_LIMITS, type Form, type Step } from '../model.ts';
import { FORM_ROWS } from './form-rows.ts';
import type { Known } from './lines.ts';
import { type Reading, say } from './reading.ts';

/** What a text says of a form, as far as it was understood, with what was not. */
export interface FormRead {
  /** The form as far as the text was understood. */
  readonly form: Form;
  readonly problems: readonly Problem[];
  readonly more: number;
  /** True where no problem is an error. */
  readonly usable: boolean;
}

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
  const read = FORM_ROWS.get(key.text);
  if (read) {
    read(reading, row);
    return;
  }
  const hint = rowHint(key.text, [...FORM_ROWS.keys()]);
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
