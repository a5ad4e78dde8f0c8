import * as v from 'valibot';

/** Blanks that the language does not count as such, though they look like it. */
const MORE_BLANKS = '\\u0085\\u180e\\u200b\\u2060';

/** Every blank there is, for a character class of a regular expression: `[^${BLANK}]`. */
export const BLANK = `\\s${MORE_BLANKS}`;

const UNUSUAL = new RegExp(`[${MORE_BLANKS}]`, 'g');
const ANY = new RegExp(`[${BLANK}\\p{Cc}\\p{Cs}]+`, 'gu');

/** The text with blanks of the rarer kinds as plain ones, each in its place. */
export function plainBlanks(text: string): string {
  return text.replace(UNUSUAL, ' ');
}

/** The most characters of a name. */
export const NAME_LENGTH = 120;

/**
 * A text as a name is kept: on one line, blanks of every kind as one space, none at its ends.
 * @example oneLine(' Lantern\tsteps ') // 'Lantern steps'
 */
export function oneLine(text: string, most = Number.POSITIVE_INFINITY): string {
  const line = text.replace(ANY, ' ').trim();
  // A letter of two halves is not cut in the middle.
  return line.length <= most
    ? line
    : line
        .slice(0, most)
        .replace(/\p{Cs}/gu, '')
        .trim();
}

/** A name as it is kept; data with blanks of other kinds in it is taken with plain ones. */
export const NameSchema = v.pipe(
  v.string(),
  v.transform((text) => oneLine(text)),
  v.maxLength(NAME_LENGTH, `A name has at most ${NAME_LENGTH} characters.`),
  v.check((text) => text !== '', 'A name needs at least one letter.'),
);
