import { nth, numberAt } from '../bounds/index.ts';
import { counted } from '../wording/index.ts';
import type { Crossing } from './crossing.ts';

/** A syllable of a phrase as it was typed. */
export interface PhraseSyllable {
  readonly text: string;
  readonly stressed: boolean;
  /** Whether the next syllable belongs to the same word. */
  readonly joined: boolean;
}

/** A phrase of one's own in syllables: words are parted by spaces, syllables by hyphens, capitals are stressed. */
export function readPhrase(text: string): readonly PhraseSyllable[] {
  return text.split(/\s+/).flatMap((word) => {
    const syllables = word.split(/[-‐·]/).filter((one) => one !== '');
    return syllables.map((one, index) => ({
      text: one,
      stressed: isStressed(one),
      joined: index + 1 < syllables.length,
    }));
  });
}

/** Capitals all through; a capital that only begins a word is no stress. */
function isStressed(text: string): boolean {
  const letters = text.replace(/[^\p{L}]/gu, '');
  return letters === letters.toUpperCase() && letters !== letters.toLowerCase();
}

/** A syllable at its moment of the composite. */
export interface SetSyllable {
  readonly text: string;
  readonly stressed: boolean;
  readonly joined: boolean;
  /** Where it is said, on the grid, and how long until the next one. */
  readonly at: number;
  readonly stride: number;
  /** Long where it lasts longer than the mean of the composite. */
  readonly long: boolean;
}

/** A phrase set to the composite of a crossing. */
export interface SetPhrase {
  readonly syllables: readonly SetSyllable[];
  /** What does not fit, each in a sentence; empty where the phrase fits. */
  readonly problems: readonly string[];
}

/**
 * Sets a phrase to the composite of a crossing, a syllable to each moment, and says what does not
 * fit: too few or too many syllables, a stress where the pulses do not fall together, none where
 * they do.
 */
export function setPhrase(text: string, crossed: Crossing): SetPhrase {
  const { moments, strides, grid, pulses, counts } = crossed;
  const phrase = readPhrase(text);
  const mean = grid / moments.length;
  const syllables = phrase.slice(0, moments.length).map((one, index): SetSyllable => {
    const stride = numberAt(strides, index);
    return { ...one, at: nth(moments, index).at, stride, long: stride > mean };
  });
  const problems: string[] = [];
  const missing = moments.length - phrase.length;
  const all = `The composite has ${counted(moments.length, 'moment')} and the phrase ${counted(phrase.length, 'syllable')}`;
  if (missing > 0) problems.push(`${all}: ${missing} too few.`);
  if (missing < 0) {
    problems.push(`${all}: “${phrase[moments.length]?.text ?? ''}” and what follows is too much.`);
  }
  const who = (index: number) => `the ${numberAt(counts, numberAt(nth(moments, index).pulses, 0))}`;
  const isTogether = (index: number) => moments[index]?.pulses.length === pulses.length;
  syllables.forEach((one, index) => {
    if (isTogether(index) && !one.stressed) {
      problems.push(
        `All fall together on “${one.text}” (${index + 1}), which is not stressed: write it in capitals, or put a stronger word there.`,
      );
    }
    if (!isTogether(index) && one.stressed && moments[index]?.pulses.length === 1) {
      problems.push(
        `“${one.text}” (${index + 1}) is stressed, and only ${who(index)} sounds there: the stress is in the wrong place.`,
      );
    }
  });
  return { syllables, problems };
}

/** Phrases of our own for the common crossings, stressed where the pulses fall together. */
const BANK: readonly { readonly strides: string; readonly phrases: readonly string[] }[] = [
  { strides: '2 1 1 2', phrases: ['LAMP on the stair', 'COME to the quay'] },
  { strides: '3 1 2 2 1 3', phrases: ['FER-ry the lan-tern home', 'ROPE to the wa-ter’s edge'] },
  { strides: '2 2 1 1 2 2', phrases: ['ONE lamp for the long stair'] },
  { strides: '3 2 1 3 1 2 3', phrases: ['LAMPS light the stairs to the quay'] },
  { strides: '4 1 3 2 2 3 1 4', phrases: ['COME to town with a lamp to-night'] },
  { strides: '2 2 2 1 1 2 2 2', phrases: ['SLOW we climb to the bell and ring'] },
  { strides: '3 3 1 2 3 2 1 3 3', phrases: ['BOATS come in the rain with the bell rung'] },
  { strides: '4 3 1 4 2 2 4 1 3 4', phrases: ['STEP slow-ly down ev-ery stair to the door'] },
  { strides: '3 3 2 1 3 3 1 2 3 3', phrases: ['LAMPS out, wa-ter high, ropes to the stair now'] },
];

/** Our phrases for a crossing; none where the bank has none of its strides. */
export function phrasesFor(crossed: Crossing): readonly string[] {
  const strides = crossed.strides.join(' ');
  const known = BANK.find((one) => one.strides === strides);
  if (known) return known.phrases;
  // A crossing that is another one several times over says its phrase as often.
  for (let times = 2; times <= crossed.strides.length / 4; times += 1) {
    if (crossed.strides.length % times !== 0) continue;
    const once = crossed.strides.slice(0, crossed.strides.length / times).join(' ');
    if (Array(times).fill(once).join(' ') !== strides) continue;
    const part = BANK.find((one) => one.strides === once);
    if (part) return part.phrases.map((phrase) => Array(times).fill(phrase).join(' '));
  }
  return [];
}
