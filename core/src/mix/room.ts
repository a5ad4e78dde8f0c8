import { normal, seeded } from '../chance/index.ts';
import type { Hertz, Seconds } from '../time/index.ts';

/** Rooms one can choose to hear it in. */
export const ROOMS = ['off', 'dry', 'room', 'hall'] as const;
/** One of {@link ROOMS}. */
export type RoomName = (typeof ROOMS)[number];

interface RoomShape {
  /** Time until it has died by 60 dB, of its lows; its highs die sooner. */
  readonly dies: Seconds;
  /** How far the walls are: when the first of them answers. */
  readonly first: Seconds;
  /** How loud it is beside what is played. */
  readonly gain: number;
  /** How dark it grows: what is left of the highs after its first tenth of a second. */
  readonly dark: number;
}

const SHAPES: Readonly<Record<Exclude<RoomName, 'off'>, RoomShape>> = {
  dry: { dies: 0.22, first: 0.004, gain: 0.16, dark: 0.5 },
  room: { dies: 0.55, first: 0.008, gain: 0.2, dark: 0.4 },
  hall: { dies: 1.7, first: 0.019, gain: 0.22, dark: 0.3 },
};

/** Six walls, and the corners between them: times against the first, and what they give back. */
const WALLS = [
  [1, 0.9],
  [1.31, -0.72],
  [1.74, 0.6],
  [2.13, 0.52],
  [2.71, -0.44],
  [3.3, 0.36],
  [4.15, 0.3],
  [5.4, -0.24],
] as const;

/**
 * What a room answers to a single tick, left and right: its walls one by one, then noise that dies evenly and grows dark
 * (Moorer, About this reverberation business, 1979). Same arguments, same samples; nothing for `off`.
 */
export function roomResponse(
  name: RoomName,
  sampleRate: Hertz,
): readonly [Float32Array<ArrayBuffer>, Float32Array<ArrayBuffer>] | undefined {
  if (name === 'off') return undefined;
  const shape = SHAPES[name];
  return [side(shape, 1, sampleRate), side(shape, 2, sampleRate)];
}

function side(
  { dies, first, gain, dark }: RoomShape,
  seed: number,
  sampleRate: Hertz,
): Float32Array<ArrayBuffer> {
  const random = seeded(seed * 977);
  const out = new Float32Array(Math.ceil(dies * 1.1 * sampleRate));
  const fall = Math.log(1000) / (dies * sampleRate);
  const late = Math.round(first * 4.2 * sampleRate);
  let soft = 0;
  for (let i = Math.round(first * sampleRate); i < out.length; i += 1) {
    // Walls eat highs at every turn: the noise is softened the more, the later it comes.
    const keeps = Math.max(0.06, dark ** (1 + i / (0.1 * sampleRate)) + 0.08);
    soft += (normal(random) - soft) * keeps;
    const grown = Math.min(1, i / late);
    out[i] = (soft / Math.sqrt(keeps)) * grown * Math.exp(-fall * i);
  }
  let power = 0;
  for (const value of out) power += value * value;
  const even = 0.75 / Math.sqrt(power);
  for (let i = 0; i < out.length; i += 1) out[i] = (out[i] as number) * even;
  for (const [time, back] of WALLS) {
    // The two ears hear each wall a little apart.
    const at = Math.round(first * time * (1 + (seed === 1 ? 0.02 : -0.02)) * sampleRate);
    if (at < out.length) out[at] = (out[at] as number) + back * 0.45;
  }
  for (let i = 0; i < out.length; i += 1) out[i] = (out[i] as number) * gain * 2.2;
  return out;
}
