import { plainLetters, spelling } from '../wording/index.ts';
import { BARREL_DRUM } from './barrel-drum.ts';
import { BELLS_AND_SHAKERS } from './bells-and-shakers.ts';
import { GOBLET_DRUM } from './goblet-drum.ts';
import { HAND_BELL } from './hand-bell.ts';
import { HAND_DRUMS } from './hand-drums.ts';
import type { Compound, Family, Instrument, StrokeKind } from './model.ts';
import { SPOKEN_VOICE } from './spoken-voice.ts';
import { STICK_DRUMS } from './stick-drums.ts';
import { TALL_DRUMS } from './tall-drums.ts';

/** All instruments the program knows, in the order in which it offers them. */
export const INSTRUMENTS: readonly Instrument[] = [
  GOBLET_DRUM,
  BARREL_DRUM,
  TALL_DRUMS,
  HAND_BELL,
  ...HAND_DRUMS,
  ...STICK_DRUMS,
  ...BELLS_AND_SHAKERS,
  SPOKEN_VOICE,
];

const byId = new Map(INSTRUMENTS.map((instrument) => [instrument.id, instrument]));
const named = INSTRUMENTS.flatMap((instrument) =>
  [instrument.name, instrument.id, ...(instrument.also ?? [])].map((name) => ({
    name,
    instrument,
  })),
);
const byName = new Map(named.map(({ name, instrument }) => [plainName(name), instrument]));
const bySpelling = new Map(named.map(({ name, instrument }) => [spelling(name), instrument]));

function plainName(name: string): string {
  return plainLetters(name).trim();
}

/**
 * The instrument with this id.
 * @param own instruments of one's own among which it is looked for too
 * @example findInstrument('goblet-drum')?.name // 'goblet drum'
 */
export function findInstrument(
  id: string,
  own: readonly Instrument[] = [],
): Instrument | undefined {
  return byId.get(id) ?? own.find((instrument) => instrument.id === id);
}

/** On what something is played: the id of an instrument, and the instrument itself where it is one of one's own. */
export interface PlayedOn {
  readonly instrument: string;
  readonly own?: Instrument | undefined;
}

/** The instrument that something is played on; undefined where there is none of that id. */
export function instrumentOf({ instrument, own }: PlayedOn): Instrument | undefined {
  return byId.get(instrument) ?? (own?.id === instrument ? own : undefined);
}

/** What is played on an instrument says so with this. */
export function playedOn(instrument: Instrument): PlayedOn {
  const { id } = instrument;
  return byId.has(id) ? { instrument: id } : { instrument: id, own: instrument };
}

/**
 * The instrument a writer means by one of its names; case, accents and the usual ways of spelling do not matter.
 * @param own instruments of one's own that can be meant too
 */
export function instrumentNamed(
  name: string,
  own: readonly Instrument[] = [],
): Instrument | undefined {
  const wanted = plainName(name);
  return (
    byName.get(wanted) ??
    own.find((instrument) => plainName(instrument.name) === wanted) ??
    bySpelling.get(spelling(name))
  );
}

/** The stroke that a code stands for; upper and lower case differ. */
export function strokeKind(instrument: Instrument, code: string): StrokeKind | undefined {
  return strokeKinds(instrument).get(code);
}

/** The strokes of an instrument by their codes. */
export function strokeKinds(instrument: Instrument): ReadonlyMap<string, StrokeKind> {
  let byCode = codes.get(instrument);
  if (!byCode) {
    byCode = new Map(instrument.strokes.map((stroke) => [stroke.code, stroke]));
    codes.set(instrument, byCode);
  }
  return byCode;
}

/** The compound that a code stands for, where the instrument speaks two strokes as one. */
export function compoundOf(instrument: Instrument, code: string): Compound | undefined {
  return instrument.compounds?.find((compound) => compound.code === code);
}

/** The compound that two strokes together are spoken as. */
export function compoundFor(
  instrument: Instrument,
  kinds: readonly string[],
): Compound | undefined {
  if (kinds.length !== 2) return undefined;
  return instrument.compounds?.find(({ parts }) => parts[0] === kinds[0] && parts[1] === kinds[1]);
}

/** How many drums or pitches the player has under the hands; 1 where they are not told apart. */
export function drumCount(instrument: Instrument): number {
  let count = drums.get(instrument);
  if (count === undefined) {
    count = 1 + Math.max(0, ...instrument.strokes.map((stroke) => stroke.drum ?? 0));
    drums.set(instrument, count);
  }
  return count;
}

const drums = new WeakMap<Instrument, number>();

const codes = new WeakMap<Instrument, ReadonlyMap<string, StrokeKind>>();

/**
 * The code a writer most likely meant: the same letter in the other case, or the stroke's spoken
 * name or its beginning. Used in the sentence about an unknown stroke.
 * @example nearestCode(GOBLET_DRUM, 'dum') // 'D'
 */
export function nearestCode(instrument: Instrument, code: string): string | undefined {
  const wanted = code.toLowerCase();
  const found =
    instrument.strokes.find((stroke) => stroke.code.toLowerCase() === wanted) ??
    instrument.strokes.find((stroke) => stroke.name === wanted) ??
    instrument.strokes.find((stroke) => wanted.length > 1 && stroke.name.startsWith(wanted));
  return found?.code;
}

/** Letters that mean the same on every drum that has such a stroke, whatever its own are. */
const SHARED: Readonly<Record<string, Family>> = {
  B: 'bass',
  O: 'open',
  S: 'slap',
  M: 'muted',
  t: 'touch',
};

/**
 * The stroke that is meant by a code: the instrument's own, else the first of the family that the
 * letter stands for on all drums.
 * @example strokeMeant(GOBLET_DRUM, 'B')?.code // 'D'
 */
export function strokeMeant(instrument: Instrument, code: string): StrokeKind | undefined {
  const family = SHARED[code];
  return (
    strokeKind(instrument, code) ??
    (family && instrument.strokes.find((stroke) => stroke.family === family))
  );
}

/** Families that may stand in for one another when an instrument lacks one, nearest first. */
const NEAR: Readonly<Record<Family, readonly Family[]>> = {
  bass: ['open', 'muted'],
  open: ['slap', 'metal', 'voice', 'bass'],
  slap: ['open', 'metal', 'muted', 'voice'],
  muted: ['touch', 'bass', 'slap'],
  touch: ['muted', 'shaken', 'metal'],
  metal: ['open', 'slap', 'voice'],
  shaken: ['touch', 'metal'],
  voice: ['open', 'bass', 'metal'],
};

/** What is struck, where that says more than the family: wood and shells, bells, cymbals. */
function struckOn({ sound }: StrokeKind): string | undefined {
  switch (sound?.timbre) {
    case 'wood':
    case 'shell':
      return 'shell';
    case 'bell':
    case 'bell-damped':
      return 'bell';
    case 'cymbal':
    case 'cymbal-damped':
      return 'cymbal';
    default:
      return undefined;
  }
}

/** How well one stroke stands in for another; the higher the better. */
function likeness(from: Instrument, stroke: StrokeKind, to: Instrument, other: StrokeKind): number {
  const sameFamily = other.family === stroke.family;
  const near = NEAR[stroke.family].indexOf(other.family);
  const struck = struckOn(stroke);
  const words = new Set(stroke.name.split(/\W+/));
  let points = sameFamily ? 40 : near >= 0 ? 30 - 8 * near : 0;
  if (sameFamily && other.code === stroke.code) points += 60;
  if (sameFamily && other.name === stroke.name) points += 50;
  // A rim click is a stroke on the shell, whatever family either is heard as.
  if (struck !== undefined && struck === struckOn(other)) points += struck === 'shell' ? 45 : 12;
  if (other.name.split(/\W+/).some((word) => words.has(word))) points += 6;
  if (stroke.family === 'bass' && !sameFamily) {
    // Where no bass is to be had, the lowest drum is the nearest thing.
    if (other.drum === 0) points += 4;
  } else if (stroke.drum !== undefined && other.drum !== undefined) {
    const isTop = (of: Instrument, { drum = 0 }: StrokeKind) => drum === drumCount(of) - 1;
    if (isTop(from, stroke) === isTop(to, other)) points += 4;
  }
  if (other.hand === stroke.hand) points += 3;
  // A foot stands in for a hand on the bass drum only.
  if (other.hand === 'foot' && stroke.hand !== 'foot' && stroke.family !== 'bass') points -= 50;
  return points;
}

/**
 * What each stroke of one instrument becomes on another: what it is comes first (its sign and family,
 * its name, what is struck), then the nearest family, then drum and hand.
 * @example proposeMap(GOBLET_DRUM, HAND_BELL).get('D') // 'X'
 */
export function proposeMap(from: Instrument, to: Instrument): ReadonlyMap<string, string> {
  return new Map(
    from.strokes.map((stroke) => {
      const [best] = to.strokes
        .map((other) => ({ code: other.code, points: likeness(from, stroke, to, other) }))
        .sort((a, b) => b.points - a.points);
      return [stroke.code, best?.code ?? stroke.code];
    }),
  );
}
