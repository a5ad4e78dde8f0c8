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

const SUFFIXES: Readonly<Record<number, string>> = { 1: 'st', 2: 'nd', 3: 'rd' };
const PLACES =
  'first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth'.split(' ');
const NUMBERS = 'no one two three four five six seven eight nine ten eleven twelve'.split(' ');

/** A place in a row, from 1. @example ordinal(3), ordinal(21) // 'third', '21st' */
export function ordinal(place: number): string {
  const isTeen = Math.floor(place / 10) % 10 === 1;
  return PLACES[place - 1] ?? `${place}${(!isTeen && SUFFIXES[place % 10]) || 'th'}`;
}

/** A whole number as it is read. @example withCommas(1234567) // '1,234,567' */
export function withCommas(whole: number): string {
  return String(whole).replace(/\B(?=(\d{3})+$)/g, ',');
}

/** Small numbers in words. @example inWords(3), inWords(40) // 'three', '40' */
export function inWords(count: number): string {
  return NUMBERS[count] ?? String(count);
}

/** A number in words with its noun. @example wordedCount(2, 'turn') // 'two turns' */
export function wordedCount(count: number, noun: string): string {
  return `${inWords(count)} ${form(count, noun)}`;
}

/**
 * Words in a row as they are said. By hand, as ordinals, commas in numbers and the order of names are: a browser takes 15 to
 * 40 ms to load its rules of a language, more than anything else that modules do when a page begins.
 * @example listed(['one', 'two', 'three']) // 'one, two, and three'
 */
export function listed(words: readonly string[]): string {
  if (words.length < 3) return words.join(' and ');
  return `${words.slice(0, -1).join(', ')}, and ${words.at(-1)}`;
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
