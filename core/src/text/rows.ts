import { plainBlanks } from '../bounds/index.ts';
import type { Piece } from './problem.ts';

/** One row of the written form: its key, and the rest without the comment. */
export interface Row {
  readonly key: Piece;
  readonly rest: Piece;
}

/** Splits a text into rows. A comment runs from a `#` at the start of a word to the end of its line. */
export function splitRows(text: string): readonly Row[] {
  const rows: Row[] = [];
  text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\r|\n/)
    .forEach((raw, index) => {
      const line = index + 1;
      // A note is kept to the letter.
      const note = /^(\s*)(note)(\s?)(.*)$/su.exec(raw);
      const isNote = note !== null && (note[3] !== '' || note[4] === '');
      const kept = isNote ? raw : withoutComment(plainBlanks(raw)).trimEnd();
      const match = isNote ? note : /^(\s*)(\S+)(\s*)(.*)$/su.exec(kept);
      if (!match) return;
      const [, indent = '', key = '', space = '', rest = ''] = match;
      rows.push({
        key: { text: key, line, column: indent.length + 1 },
        rest: { text: rest, line, column: indent.length + key.length + space.length + 1 },
      });
    });
  return rows;
}

function withoutComment(raw: string): string {
  if (!raw.includes('#')) return raw;
  let quoted = false;
  for (let at = 0; at < raw.length; at += 1) {
    const char = raw[at];
    if (char === '"' && (quoted || /\s/.test(raw[at - 1] ?? ' '))) quoted = !quoted;
    else if (char === '\\' && quoted) at += 1;
    else if (char === '#' && !quoted && /\s/.test(raw[at - 1] ?? ' ')) return raw.slice(0, at);
  }
  return raw;
}

/** The words of a row, each with its place. */
export function wordsOf(rest: Piece): readonly Piece[] {
  const { text, line, column } = rest;
  const words: Piece[] = [];
  let start = -1;
  for (let at = 0; at <= text.length; at += 1) {
    const blank = at === text.length || isBlank(text.charCodeAt(at));
    if (!blank && start < 0) start = at;
    if (blank && start >= 0) {
      words.push({ text: text.slice(start, at), line, column: column + start });
      start = -1;
    }
  }
  return words;
}

/** Space and tab are nearly all there is; the rarer blanks are left to the language. */
export function isBlank(code: number): boolean {
  return (
    code === 32 || (code >= 9 && code <= 13) || (code > 127 && /\s/.test(String.fromCharCode(code)))
  );
}
