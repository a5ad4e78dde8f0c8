import type { PalmBody } from './model.ts';
import { addNoise } from './noise.ts';
import type { Struck } from './take.ts';

/** Parts of the two hands meet one after the other, within a few thousandths of a second. */
const MEETINGS = [
  { time: 0, gain: 0.8 },
  { time: 0.0021, gain: 1 },
  { time: 0.0046, gain: 0.55 },
] as const;

/** Two hands: the air between them rings shortly, and the skin hisses (Repp, The sound of two hands clapping, 1987). */
export function clapped(
  { pitch, ring }: PalmBody,
  { meant, chance, tuned, sampleRate }: Struck,
): Float32Array {
  const speed = meant * chance.speed;
  const out = new Float32Array(Math.ceil((ring * 1.4 + 0.03) * sampleRate));
  const noise = chance.noise('rattle');
  for (const { time, gain } of MEETINGS) {
    const from = Math.round(time * sampleRate);
    const part = out.subarray(from);
    const loud = gain * speed ** 1.15;
    const bright = pitch * tuned * (0.86 + 0.2 * speed);
    addNoise(part, { centre: bright, q: 1.7, gain: 0.5 * loud, fades: ring }, noise, sampleRate);
    addNoise(
      part,
      { centre: bright * 2.4, q: 0.8, gain: 0.3 * loud * speed ** 0.5, fades: ring * 0.4 },
      noise,
      sampleRate,
    );
  }
  return out;
}
