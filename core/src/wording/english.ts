const places = new Intl.PluralRules('en', { type: 'ordinal' });
const lists = new Intl.ListFormat('en', { type: 'conjunction' });

/** Nouns whose plural is not made with an s; `together` is what falls together in a crossing. */
const PLURALS: Readonly<Record<string, string>> = {
  foot: 'feet',
  half: 'halves',
  pass: 'passes',
  is: 'are',
  has: 'have',
  was: 'were',
  comes: 'come',
  falls: 'fall',
  finds: 'find',
  goes: 'go',
  together: 'together',
  'of them': 'of them',
};

/**
 * The form of a word that goes with a number: a noun, or a verb in its third person.
 * @example form(1, 'stroke'), form(2, 'stroke'), form(2, 'is') // 'stroke', 'strokes', 'are'
 */
export function form(count: number, word: string): string {
  return count === 1 ? word : (PLURALS[word] ?? `${word}s`);
}

/** A number with its noun. @example counted(1, 'tempo'), counted(3, 'tempo') // '1 tempo', '3 tempos' */
export function counted(count: number, noun: string): string {
  return `${count} ${form(count, noun)}`;
}

const SUFFIXES: Readonly<Record<string, string>> = { one: 'st', two: 'nd', few: 'rd', other: 'th' };
const PLACES =
  'first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth'.split(' ');
const NUMBERS = 'no one two three four five six seven eight nine ten eleven twelve'.split(' ');

/** A place in a row, from 1. @example ordinal(3), ordinal(21) // 'third', '21st' */
export function ordinal(place: number): string {
  return PLACES[place - 1] ?? `${place}${SUFFIXES[places.select(place)] ?? 'th'}`;
}

/** Small numbers in words. @example inWords(3), inWords(40) // 'three', '40' */
export function inWords(count: number): string {
  return NUMBERS[count] ?? String(count);
}

/** A number in words with its noun. @example wordedCount(2, 'turn') // 'two turns' */
export function wordedCount(count: number, noun: string): string {
  return `${inWords(count)} ${form(count, noun)}`;
}

/** Words in a row as they are said. @example listed(['one', 'two', 'three']) // 'one, two, and three' */
export function listed(words: readonly string[]): string {
  return lists.format(words);
}

/** A sentence’s first letter as a capital. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** How often. @example times(1), times(2), times(5) // 'once', 'twice', 'five times' */
export function times(count: number): string {
  if (count === 1) return 'once';
  return count === 2 ? 'twice' : `${inWords(count)} times`;
}
