/** Ways of counting that the program ships. */
export const COUNTING_SYSTEMS = ['plain', 'triplet', 'la-li', 'running'] as const;
export type CountingSystem = (typeof COUNTING_SYSTEMS)[number];

/** The words after the beat's number, by the number of slots in the beat. */
export type Words = Readonly<Record<number, readonly string[]>>;

const PLAIN: Words = { 1: [], 2: ['&'], 3: ['&', 'a'], 4: ['e', '&', 'a'] };
const TRIPLET: Words = {
  ...PLAIN,
  3: ['trip', 'let'],
  6: ['trip', 'let', '&', 'trip', 'let'],
};
const LA_LI: Words = {
  1: [],
  2: ['ta'],
  3: ['la', 'li'],
  4: ['ta', 'ti', 'ta'],
  6: ['ta', 'la', 'ta', 'li', 'ta'],
};

export const WORDS: Readonly<Record<Exclude<CountingSystem, 'running'>, Words>> = {
  plain: PLAIN,
  triplet: TRIPLET,
  'la-li': LA_LI,
};

/** Each system as the interface names it, with a sentence for those who meet it first here. */
export const SYSTEM_NOTES: Readonly<Record<CountingSystem, { name: string; note: string }>> = {
  plain: {
    name: 'plain',
    note: '1 & a, 1 e & a. It has no good word for six and borrows the triplet words there.',
  },
  triplet: { name: 'triplet words', note: 'Like plain, with 1 trip let for a beat of three.' },
  'la-li': { name: 'la-li', note: '1 la li for three, 1 ta for two, 1 ta ti ta for four.' },
  running: { name: 'running numbers', note: 'Every pulse of the turn has its own number.' },
};
