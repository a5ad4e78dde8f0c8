import { isFormText } from '../form/index.ts';
import type { Rhythm } from '../rhythm/index.ts';
import { readRhythm, writeRhythm } from '../text/index.ts';
import { A_FORM, type JsonResult, readJson, writeJson } from './json.ts';

/** What a file holds, or in sentences why it cannot be used. */
export type FileResult = JsonResult;

/** A form in which a rhythm is taken away and brought in. */
export interface RhythmFormat {
  /** What its files end with, without the dot. */
  readonly suffix: string;
  /** What it is good for, in a sentence. */
  readonly note: string;
  readonly mediaType: string;
  write(rhythm: Rhythm): string;
  /** Whether a text that is in no file of a known suffix looks as if it were written so. */
  looksLike(text: string): boolean;
  /** @param id the id the rhythm gets */
  read(text: string, id: string): FileResult;
}

/** The most problems of a text that are told of a file. */
const MOST = 6;

/** The program's own form. */
export const OWN_FORMAT: RhythmFormat = {
  suffix: 'stride',
  note: 'The written form: plain text, to read and to type on.',
  mediaType: 'text/plain;charset=utf-8',
  write: writeRhythm,
  looksLike: () => true,
  read(text, id) {
    if (isFormText(text)) return { ok: false, messages: [A_FORM] };
    const { rhythm, problems, more, usable } = readRhythm(text, id);
    if (usable) return { ok: true, rhythm, instruments: [] };
    const errors = problems.filter((problem) => problem.severity === 'error');
    const left = errors.length + more - MOST;
    return {
      ok: false,
      messages: [
        ...errors
          .slice(0, MOST)
          .map(({ line, column, message }) => `Line ${line}, column ${column}: ${message}`),
        ...(left > 0 ? [`And ${left} more.`] : []),
      ],
    };
  },
};

const JSON_FORMAT: RhythmFormat = {
  suffix: 'json',
  note: 'Everything the program knows of it, for other programs.',
  mediaType: 'application/json',
  write: writeJson,
  looksLike: (text) => text.trimStart().startsWith('{'),
  read(text, id) {
    const result = readJson(text);
    return result.ok ? { ...result, rhythm: { ...result.rhythm, id } } : result;
  },
};

/** Every form there is, in the order in which they are offered; the first one is the program's own. */
export const FORMATS: readonly RhythmFormat[] = [OWN_FORMAT, JSON_FORMAT];

/** The form of a file: by what it looks like where that is plain, else by its name, else the program's own. */
export function formatOf(fileName: string, text: string): RhythmFormat {
  const name = fileName.toLowerCase();
  return (
    FORMATS.find((one) => one !== OWN_FORMAT && one.looksLike(text)) ??
    FORMATS.find(({ suffix }) => name.endsWith(`.${suffix}`)) ??
    OWN_FORMAT
  );
}
