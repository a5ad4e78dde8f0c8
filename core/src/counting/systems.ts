/** Ways of counting that the program ships. */
export const COUNTING_SYSTEMS = [
  'plain',
  'triplet',
  'la-li',
  'ta-ka-di-mi',
  'spoken-drum',
  'running',
  'compas',
  'twelve-first',
  'each-group',
  'each-beat',
  'quick-slow',
] as const;
/** One of {@link COUNTING_SYSTEMS}. */
export type CountingSystem = (typeof COUNTING_SYSTEMS)[number];

/** Systems that number pulses: those of the turn, whatever the beats, or those of each beat. */
export type PulseSystem = 'running' | 'compas' | 'twelve-first' | 'each-beat';
export type BeatSystem = Exclude<CountingSystem, PulseSystem>;

/** Stands in a row of words for the beat's number. */
export const BEAT_NUMBER = '1';

/** The words of a beat, the first slot's among them, by the number of slots. */
export type Words = Readonly<Record<number, readonly string[]>>;

const row = (words: string): readonly string[] => words.split(' ');

const PLAIN: Words = { 1: row('1'), 2: row('1 &'), 3: row('1 & a'), 4: row('1 e & a') };
const TRIPLET: Words = {
  ...PLAIN,
  3: row('1 trip let'),
  6: row('1 trip let & trip let'),
};
const LA_LI: Words = {
  1: row('1'),
  2: row('1 ti'),
  3: row('1 la li'),
  4: row('1 ta ti ta'),
  6: row('1 ta la ta li ta'),
};
const TA_KA_DI_MI: Words = {
  1: row('ta'),
  2: row('ta di'),
  3: row('ta ki da'),
  4: row('ta ka di mi'),
  5: row('ta ka di mi ti'),
  6: row('ta va ki di da ma'),
};
const SPOKEN_DRUM = {
  1: row('ta'),
  2: row('ta ka'),
  3: row('ta ki ta'),
  4: row('ta ka di mi'),
  5: row('ta di gi na thom'),
  6: row('ta ki ta ta ki ta'),
  7: row('ta ki ta ta ka di mi'),
  8: row('ta ka di mi ta ka jo nu'),
  9: row('ta ka di mi ta di gi na thom'),
} satisfies Words;

/** A dash stands where the word before it is held. */
const QUICK_SLOW: Words = { 1: row('quick'), 2: row('quick –'), 3: row('slow – –') };

export const WORDS: Readonly<Record<BeatSystem, Words>> = {
  plain: PLAIN,
  triplet: TRIPLET,
  'la-li': LA_LI,
  'ta-ka-di-mi': TA_KA_DI_MI,
  'spoken-drum': SPOKEN_DRUM,
  'each-group': PLAIN,
  'quick-slow': QUICK_SLOW,
};

/**
 * A length of ten and more said in fours and threes, the fours first.
 * @example spokenDrum(11) // ta ka di mi ta ka di mi ta ki ta
 */
export function spokenDrum(slots: number): readonly string[] {
  const threes = (4 - (slots % 4)) % 4;
  const fours = (slots - threes * 3) / 4;
  return [
    ...Array.from({ length: fours }, () => SPOKEN_DRUM[4]),
    ...Array.from({ length: threes }, () => SPOKEN_DRUM[3]),
  ].flat();
}

/** Each system as the interface names it, with a sentence for those who meet it first here. */
export const SYSTEM_NOTES: Readonly<Record<CountingSystem, { name: string; note: string }>> = {
  plain: {
    name: 'plain',
    note: '1 & a, 1 e & a. It has no good word for six and borrows the triplet words there.',
  },
  triplet: { name: 'triplet words', note: 'Like plain, with 1 trip let for a beat of three.' },
  'la-li': { name: 'la-li', note: '1 la li for three, 1 ti for two, 1 ta ti ta for four.' },
  'ta-ka-di-mi': {
    name: 'ta-ka-di-mi',
    note: 'ta on every beat, ta di for two, ta ki da for three, ta ka di mi for four, ta ka di mi ti for five.',
  },
  'spoken-drum': {
    name: 'spoken drum',
    note: 'ta ka, ta ki ta, ta ka di mi, ta di gi na thom; long ones in fours and threes.',
  },
  running: { name: 'running numbers', note: 'Every pulse of the turn has its own number.' },
  compas: {
    name: 'compás',
    note: 'Running numbers; the last two of a turn of twelve are said un and dos, so that each is one syllable.',
  },
  'twelve-first': {
    name: 'last number first',
    note: 'Running numbers that begin with the last: 12 1 2 to 11, as a compás of twelve is counted.',
  },
  'each-group': {
    name: 'each group from 1',
    note: 'Beats are numbered anew in every group of the cycle: 1 2 3 4, 1 2, 1 2. Parts of a beat as in plain.',
  },
  'each-beat': {
    name: 'each beat from 1',
    note: 'Pulses are numbered anew in every beat: 1 2, 1 2, 1 2 3 in an uneven seven.',
  },
  'quick-slow': {
    name: 'quick and slow',
    note: 'quick for a beat of two, slow for a beat of three, as uneven cycles are danced. A dash is held.',
  },
};
