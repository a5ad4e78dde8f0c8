/** Letters without marks, in lower case. @example plainLetters('Güiro') // 'guiro' */
export function plainLetters(text: string): string {
  return text
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replaceAll('ı', 'i')
    .toLowerCase();
}

const inText = (a: string, b: string) => (a < b ? -1 : Number(a > b));

/** Which of two names comes first, whatever marks their letters have: less than nothing where the first does. */
export function byName(a: string, b: string): number {
  return inText(plainLetters(a), plainLetters(b)) || inText(a, b);
}

/** The same of many, whose letters are looked at once. */
export function sortedByName<T>(all: readonly T[], nameOf: (one: T) => string): T[] {
  return all
    .map((one) => ({ one, name: nameOf(one), letters: plainLetters(nameOf(one)) }))
    .sort((a, b) => inText(a.letters, b.letters) || inText(a.name, b.name))
    .map(({ one }) => one);
}

/** Ways in which one sound is written by one writer and another, in the order in which they are brought down. */
const ALIKE: readonly (readonly [RegExp, string])[] = [
  [/[^a-z0-9+]/g, ''],
  [/dj/g, 'j'],
  [/(\D)\1+/g, '$1'],
  [/ou/g, 'u'],
  [/sh/g, 's'],
  [/([tdbgk])h/g, '$1'],
  [/ph/g, 'f'],
  [/w/g, 'v'],
  [/q/g, 'k'],
];

/**
 * What a name comes to however it is spelled: joined or apart, with marks or without, with long vowels and
 * breathed consonants written or not. Two names with one spelling are the same name; what it gives is never shown.
 * @example spelling('Teen taal') === spelling('tintal'), spelling('doumbek') === spelling('dumbek')
 */
export function spelling(name: string): string {
  // Long i and u are written doubled, which brings them down to another letter.
  const long = plainLetters(name).replace(/ee/g, 'i').replace(/oo/g, 'u');
  return ALIKE.reduce((text, [alike, one]) => text.replace(alike, one), long);
}
