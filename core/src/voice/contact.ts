import type { Force } from '../rhythm/index.ts';
import type { Hertz, Seconds } from '../time/index.ts';
import { besselJ } from './bodies/bessel.ts';
import type { Tool } from './model.ts';

/** What it is to be struck by something. */
export interface Contact {
  /** How long it touches in a full stroke. */
  readonly lasts: Seconds;
  /** How far it reaches on the skin, as a radius in metres. */
  readonly reach: number;
  /** How loud the meeting itself is. */
  readonly noise: number;
  /** The middle of that noise, and how long it goes on. */
  readonly centre: Hertz;
  readonly fades: Seconds;
}

/**
 * Flesh yields for milliseconds and covers some of the skin; wood touches at a point for less than one. Times are in
 * the range measured for hands and sticks (Fletcher & Rossing, 18.3 and 18.10).
 */
export const CONTACTS: Readonly<Record<Tool, Contact>> = {
  palm: { lasts: 0.0068, reach: 0.042, noise: 0.15, centre: 420, fades: 0.03 },
  heel: { lasts: 0.0082, reach: 0.03, noise: 0.28, centre: 300, fades: 0.03 },
  thumb: { lasts: 0.0042, reach: 0.012, noise: 0.14, centre: 700, fades: 0.02 },
  fingers: { lasts: 0.0019, reach: 0.018, noise: 0.16, centre: 1300, fades: 0.022 },
  tips: { lasts: 0.00062, reach: 0.008, noise: 0.62, centre: 3600, fades: 0.036 },
  tip: { lasts: 0.001, reach: 0.006, noise: 0.2, centre: 2300, fades: 0.016 },
  nail: { lasts: 0.0004, reach: 0.004, noise: 0.28, centre: 6400, fades: 0.014 },
  knuckle: { lasts: 0.0009, reach: 0.006, noise: 0.3, centre: 2600, fades: 0.012 },
  stick: { lasts: 0.0006, reach: 0.004, noise: 0.22, centre: 4200, fades: 0.01 },
  shaft: { lasts: 0.00045, reach: 0.012, noise: 0.4, centre: 2600, fades: 0.016 },
  tipper: { lasts: 0.0011, reach: 0.006, noise: 0.26, centre: 2500, fades: 0.014 },
  switch: { lasts: 0.0005, reach: 0.003, noise: 0.55, centre: 5200, fades: 0.02 },
  mallet: { lasts: 0.0062, reach: 0.03, noise: 0.2, centre: 420, fades: 0.03 },
  beater: { lasts: 0.0042, reach: 0.025, noise: 0.2, centre: 1100, fades: 0.014 },
};

/** How fast the hand comes down for each force, 1 for the hardest. */
export const SPEEDS: Readonly<Record<Force, number>> = { 1: 0.2, 2: 0.4, 3: 0.66, 4: 1 };

/**
 * A body that is pressed gives back the sooner the faster it was struck: to the power of −1/5 (Hertz, 1881); and a skin
 * throws the hand off the sooner the tighter it is, as a spring does.
 * @param pitch the lowest of what is struck; the times of the table are at 220 Hz
 */
export function contactTime({ lasts }: Contact, speed: number, pitch: Hertz): Seconds {
  const tight = Math.min(1.5, Math.max(0.45, (220 / pitch) ** 0.6));
  return lasts * tight * speed ** -0.2;
}

/** Wood, nails and knuckles on wood and metal: hard on hard touches for a part of the time it does on a skin. */
const HARD: ReadonlySet<Tool> = new Set(['stick', 'shaft', 'knuckle', 'nail', 'switch', 'tipper']);

/** How long a tool touches what has no skin. */
export function hardContactTime(tool: Tool, speed: number): Seconds {
  return CONTACTS[tool].lasts * (HARD.has(tool) ? 0.3 : 1) * speed ** -0.2;
}

/**
 * How much of a frequency a push of this length has against a push without one, so that a soft hand is a low-pass and a
 * stick is not. It falls as that of half a wave of a sine does (Fletcher & Rossing, 1.11), without its zeros, since no
 * hand's push is so even.
 */
export function pushAt(frequency: Hertz, lasts: Seconds): number {
  const waves = 2 * frequency * lasts;
  return (1 + (waves / 1.25) ** 2) ** -1.9;
}

/**
 * How much of a mode is left where it is pushed over a disk and not at a point: waves shorter than the disk are pushed
 * up and down at once, 2 J₁(x) / x.
 * @param share the disk's radius against the wave's length, times 2π
 */
export function overReach(share: number): number {
  return share < 1e-3 ? 1 : Math.abs((2 * besselJ(1, Math.min(share, 12))) / share);
}
