import { CONSONANTS, type Sign, VOWELS } from './phonemes.ts';

/** Counts and words whose spelling does not tell how they are said: signs with blanks between. */
const WORDS: ReadonlyMap<string, string> = new Map(
  Object.entries({
    '1': 'w a n',
    '2': 't u',
    '3': 's r i',
    '4': 'f o',
    '5': 'f aa ih v',
    '6': 's ih k s',
    '7': 's e v n',
    '8': 'e ih t',
    '9': 'n aa ih n',
    '10': 't e n',
    '11': 'l e v n',
    '12': 't w e l v',
    '13': 's er t i n',
    '14': 'f o t i n',
    '15': 'f ih f t i n',
    '16': 's ih k s t i n',
    '17': 's e v n t i n',
    '18': 'e ih t i n',
    '19': 'n aa ih n t i n',
    '20': 't w e n t i',
    '&': 'ae n',
    '+': 'ae n',
    and: 'ae n',
    an: 'ae n',
    e: 'i',
    a: 'a',
    ah: 'aa',
    uh: 'a',
    the: 'd a',
    one: 'w a n',
    two: 't u',
    three: 's r i',
    four: 'f o',
    five: 'f aa ih v',
    six: 's ih k s',
    seven: 's e v n',
    eight: 'e ih t',
    nine: 'n aa ih n',
    ten: 't e n',
    trip: 't r ih p',
    let: 'l e t',
    quick: 'k w ih k',
    slow: 's l o',
    not: 'n aa t',
    dos: 'd o s',
    un: 'u n',
  }),
);

/** Letters with marks, and the signs they stand for. */
const MARKED: ReadonlyMap<string, string> = new Map(
  Object.entries({
    ṭ: 'T',
    ḍ: 'D',
    ṇ: 'N',
    ā: 'aa',
    ī: 'ee',
    ū: 'oo',
    ñ: 'ny',
    ç: 's',
    ş: 'sh',
    ı: 'u',
    ö: 'er',
    ü: 'oo',
    á: 'a',
    é: 'e',
    í: 'i',
    ó: 'o',
    ú: 'u',
  }),
);

/** Groups of letters and the signs they stand for, longest first; one letter stands for itself. */
const GROUPS: readonly (readonly [string, readonly Sign[]])[] = [
  ['aa', ['aa']],
  ['ai', ['aa', 'ih']],
  ['ay', ['e', 'ih']],
  ['au', ['aa', 'u']],
  ['ow', ['aa', 'u']],
  ['ee', ['i']],
  ['oo', ['u']],
  ['ou', ['u']],
  ['er', ['er']],
  ['ck', ['k']],
  ['qu', ['k', 'w']],
  ['nk', ['ng', 'k']],
  ['c', ['k']],
  ['q', ['k']],
  ['x', ['k', 's']],
];

const SIGNS = [...Object.keys(CONSONANTS), ...Object.keys(VOWELS)].sort(
  (a, b) => b.length - a.length,
) as Sign[];

/**
 * How a word is said: by a list for counts, by its letters otherwise, as Indian and Romance syllables are written
 * (`dh` is breathed, a capital T or D inside a word bent back). What no sound stands for is left out.
 * @example spell('dhin') // ['dh', 'i', 'n']
 */
export function spell(word: string): readonly Sign[] {
  const lower = word.toLowerCase().replace(/[()[\]'’.,!?:;-]/g, '');
  const known =
    WORDS.get(lower) ??
    (/^\d{2,}$/.test(lower) ? WORDS.get(`${Number(lower) % 10 || 10}`) : undefined);
  if (known !== undefined) return known.split(' ') as Sign[];
  // Only letters that are capital among small ones say more than that a word begins.
  const marked = /^[A-Z][^A-Z]*$|^[^a-z]*$/.test(word)
    ? lower
    : word.replace(/[^\p{Letter}]/gu, '');
  const letters = [...marked]
    .map((one) => MARKED.get(one) ?? (/[TDN]/.test(one) ? one : one.toLowerCase()))
    .join('');
  const signs: Sign[] = [];
  for (let at = 0; at < letters.length; ) {
    const group = GROUPS.find(([text]) => letters.startsWith(text, at));
    const sign = SIGNS.find((one) => letters.startsWith(one, at));
    const length = Math.max(group?.[0].length ?? 0, sign?.length ?? 0);
    if (group && group[0].length === length) signs.push(...group[1]);
    else if (sign) signs.push(sign);
    at += Math.max(1, length);
  }
  return signs.filter((sign, index) => index === 0 || sign !== signs[index - 1] || sign in VOWELS);
}
