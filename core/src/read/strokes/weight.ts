import { nth, numberAt } from '../../bounds/index.ts';
import {
  FAMILIES,
  type Family,
  type Instrument,
  instrumentOf,
  type PlayedOn,
  type StrokeKind,
  strokeKind,
} from '../../instrument/index.ts';
import { kindsIn, type Layer } from '../../rhythm/index.ts';

/** Each family's share of the summed force, 0 to 1; families that do not sound have 0. */
export type Weight = Readonly<Record<Family, number>>;

const NO_WEIGHT = Object.fromEntries(FAMILIES.map((family) => [family, 0])) as Record<
  Family,
  number
>;

/** The weight of one or more layers: every stroke counts its force over four. */
export function weightOf(layers: readonly Layer[]): Weight {
  const sums = { ...NO_WEIGHT };
  let all = 0;
  for (const layer of layers) {
    const instrument = instrumentOf(layer);
    if (!instrument) continue;
    const byKind = forceByKind(layer);
    kindsIn(layer).codes.forEach((code, kind) => {
      const family = strokeKind(instrument, code)?.family;
      if (!family) return;
      const weight = numberAt(byKind, kind) / 4;
      sums[family] += weight;
      all += weight;
    });
  }
  if (all > 0) for (const family of FAMILIES) sums[family] /= all;
  return sums;
}

const forces = new WeakMap<Layer['strokes'], readonly number[]>();

/** The summed force of each kind of stroke in a layer, worked out once. */
function forceByKind(layer: Pick<Layer, 'strokes'>): readonly number[] {
  const known = forces.get(layer.strokes);
  if (known) return known;
  const { codes, each } = kindsIn(layer);
  const sums = codes.map(() => 0);
  layer.strokes.forEach(({ force }, stroke) => {
    const kind = numberAt(each, stroke);
    sums[kind] = numberAt(sums, kind) + force;
  });
  forces.set(layer.strokes, sums);
  return sums;
}

/** Where a stroke belongs in the balance of low against high. */
export type Register = 'low' | 'high';

const FAMILY_REGISTER: Readonly<Partial<Record<Family, Register>>> = {
  bass: 'low',
  open: 'low',
  slap: 'high',
  metal: 'high',
  shaken: 'high',
};

const LOW_WORDS = /\b(low|bass|dum|düm|heel|palm|thom|tone)\b/;
const HIGH_WORDS = /\b(high|edge|rim|fingers?|fingertips|tek|ka|corner|light)\b/;
/** Muted strokes and touches that ring higher than this belong with the high sounds: hertz. */
const HIGH_PITCH = 300;

/**
 * Bass and open tones are low; slaps, metal and shaken sounds high. Muted strokes and touches go by
 * their names (edges and fingers high, heels and closed basses low), then by their pitch; the voice
 * stands beside both.
 */
export function registerOf({ family, name, sound }: StrokeKind): Register | undefined {
  const known = FAMILY_REGISTER[family];
  if (known || family === 'voice') return known;
  if (LOW_WORDS.test(name)) return 'low';
  if (HIGH_WORDS.test(name)) return 'high';
  if (sound) return sound.pitch < HIGH_PITCH ? 'low' : 'high';
  return family === 'muted' ? 'low' : 'high';
}

/** The share above which the high sounds are said to take over; a player sets their own. */
export const USUAL_HIGH = 0.6;

/**
 * The share of the high sounds in the summed force of the low and the high ones, 0 to 1; undefined where
 * either is missing.
 */
export function highShare(layer: PlayedOn & Pick<Layer, 'strokes'>): number | undefined {
  const registers = registersOf(layer);
  let low = 0;
  let high = 0;
  forceByKind(layer).forEach((force, kind) => {
    const register = registers[kind];
    if (register === 'high') high += force;
    else if (register === 'low') low += force;
  });
  return low > 0 && high > 0 ? high / (low + high) : undefined;
}

/**
 * The same for stretches that follow one another.
 * @param firsts the first slot of each, and the one after the last
 */
export function highShares(
  layer: PlayedOn & Pick<Layer, 'strokes'>,
  firsts: readonly number[],
): readonly (number | undefined)[] {
  const registers = registersOf(layer);
  const shares: (number | undefined)[] = [];
  const { strokes } = layer;
  const kinds = kindsIn(layer).each;
  let at = 0;
  for (let stretch = 0; stretch + 1 < firsts.length; stretch += 1) {
    const end = numberAt(firsts, stretch + 1);
    let low = 0;
    let high = 0;
    for (; at < strokes.length; at += 1) {
      const { slot, force } = nth(strokes, at);
      if (slot >= end) break;
      const register = registers[numberAt(kinds, at)];
      if (register === 'high') high += force;
      else if (register === 'low') low += force;
    }
    shares.push(low > 0 && high > 0 ? high / (low + high) : undefined);
  }
  return shares;
}

const registers = new WeakMap<Instrument, ReadonlyMap<string, Register | undefined>>();

/** The registers of the kinds of a layer, in their order. */
function registersOf(layer: PlayedOn & Pick<Layer, 'strokes'>): readonly (Register | undefined)[] {
  const instrument = instrumentOf(layer);
  if (!instrument) return [];
  let known = registers.get(instrument);
  if (!known) {
    known = new Map(instrument.strokes.map((kind) => [kind.code, registerOf(kind)]));
    registers.set(instrument, known);
  }
  const byCode = known;
  return kindsIn(layer).codes.map((code) => byCode.get(code));
}
