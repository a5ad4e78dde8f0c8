import { NAME_LENGTH, oneLine } from '../../bounds/index.ts';
import { type Problems, problemAt, quote, type Row, readName } from '../../text/index.ts';
import type { Tempo } from '../../time/index.ts';
import type { Call, Line, Part, Player, Repeat, Section } from '../model.ts';
import { type Known, readLine } from './lines.ts';

/** What is still being read. */
export type Open<T> = { -readonly [Key in keyof T]: T[Key] };

/** What is being read: each row belongs to what was begun last. */
export interface Reading {
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
export type ReadRow = (reading: Reading, row: Row) => void;

/** Says what is wrong with a row. */
export function say({ problems }: Reading, { key, rest }: Row, message: string): void {
  problems.push(problemAt(rest.text === '' ? key : rest, message));
}

export function nameIn(reading: Reading, row: Row, what: string): string {
  const name = oneLine(readName(row.rest.text).name);
  if (name === '') say(reading, row, `Write the name of the ${what}.`);
  if (name.length > NAME_LENGTH) say(reading, row, `A name has at most ${NAME_LENGTH} characters.`);
  return oneLine(name, NAME_LENGTH);
}

/** A row that belongs to a section, and one that belongs to a part in it. */
export function inSection(
  read: (section: Open<Section>, row: Row, reading: Reading) => void,
): ReadRow {
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

export function inPart(read: (part: Open<Part>, row: Row, reading: Reading) => void): ReadRow {
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
export function numberIn(
  reading: Reading,
  row: Row,
  text: string,
  most: number,
  what: string,
): number {
  const value = /^\d{1,4}$/.test(text.trim()) ? Number(text) : 0;
  if (value >= 1 && value <= most) return value;
  say(reading, row, `${what} from 1 to ${most}, not ${quote(text)}.`);
  return 1;
}

export function lineIn(reading: Reading, row: Row): Line | undefined {
  const read = readLine(row.rest.text, reading.known);
  if (!read.ok) {
    say(reading, row, read.message);
    return undefined;
  }
  if (read.note !== undefined) reading.problems.push(problemAt(row.rest, read.note, 'note'));
  return read.line;
}

export function playerCalled(reading: Reading, row: Row, text: string): string | undefined {
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
