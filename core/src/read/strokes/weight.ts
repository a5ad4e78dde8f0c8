import {
  FAMILIES,
  type Family,
  findInstrument,
  type StrokeKind,
  strokeKind,
} from '../../instrument/index.ts';
import type { Layer } from '../../rhythm/index.ts';

/** Each family's share of the summed force, 0 to 1; families that do not sound have 0. */
export type Weight = Readonly<Record<Family, number>>;

/** The weight of one or more layers: every stroke counts its force over four. */
export function weightOf(layers: readonly Layer[]): Weight {
  const sums = Object.fromEntries(FAMILIES.map((family) => [family, 0])) as Record<Family, number>;
  let all = 0;
  for (const layer of layers) {
    const instrument = findInstrument(layer.instrument);
    if (!instrument) continue;
    // Forces by kind first: a layer has many strokes of few kinds.
    const byKind = new Map<string, number>();
    for (const { kind, force } of layer.strokes) byKind.set(kind, (byKind.get(kind) ?? 0) + force);
    for (const [kind, force] of byKind) {
      const family = strokeKind(instrument, kind)?.family;
      if (!family) continue;
      sums[family] += force / 4;
      all += force / 4;
    }
  }
  if (all > 0) for (const family of FAMILIES) sums[family] /= all;
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
 * @param from first slot; `to` the one after the last
 */
export function highShare(
  layer: Pick<Layer, 'instrument' | 'strokes'>,
  from = 0,
  to = Number.POSITIVE_INFINITY,
): number | undefined {
  const instrument = findInstrument(layer.instrument);
  if (!instrument) return undefined;
  const registers = new Map<string, Register | undefined>(
    instrument.strokes.map((kind) => [kind.code, registerOf(kind)]),
  );
  const force = { low: 0, high: 0 };
  for (const stroke of layer.strokes) {
    if (stroke.slot < from || stroke.slot >= to) continue;
    const register = registers.get(stroke.kind);
    if (register) force[register] += stroke.force;
  }
  return force.low > 0 && force.high > 0 ? force.high / (force.low + force.high) : undefined;
}
