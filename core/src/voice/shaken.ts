import { addGrains, type Grain, type Resonance } from './grains.ts';
import type { GrainBody, Strike } from './model.ts';
import { addNoise, FALL } from './noise.ts';
import type { Struck } from './take.ts';

/** A stroke of what is shaken or scraped: its grains or ribs, one after the other. */
export function shaken(
  body: GrainBody,
  how: Strike,
  { meant, chance, tuned, sampleRate }: Struck,
): Float32Array {
  const { grains: count, lasts, together, ribs, vessel } = body;
  const speed = meant * chance.speed;
  const random = chance.common('grains');
  const lives = lasts * (0.8 + 0.35 * meant);
  const pitch = body.pitch * tuned * (0.9 + 0.14 * meant);
  const grains = Array.from({ length: count }, (_, index): Grain => {
    const far = (index + (ribs ? 0.5 : random())) / count;
    // Ribs come evenly, a little faster towards the end; grains gather where the hand stops.
    const time = ribs ? lives * far ** 0.9 : lives * far ** (1 + 1.6 * together);
    const swell = ribs
      ? Math.sin(Math.PI * (0.42 + 0.54 * far)) * Math.exp(-1.2 * far)
      : Math.exp(-4.8 * far);
    return {
      time: index === 0 ? 0 : time,
      amplitude:
        (index === 0 && !ribs ? 2.4 : 1) *
        speed ** 1.1 *
        swell *
        (ribs ? 0.85 + 0.3 * random() : 0.7 + 0.6 * random()) *
        (0.85 + 0.3 * chance.own()),
      on: index,
    };
  });
  const resonances = vessel.map(
    (ratio, index): Resonance => ({
      frequency: pitch * ratio,
      ring: ribs ? 0.008 : 0.0035,
      gain: 0.8 ** index,
    }),
  );
  const length = lives + 0.05;
  const out = new Float32Array(Math.ceil(length * sampleRate));
  const noise = chance.noise('rattle');
  addGrains(out, grains, resonances, () => (noise.next() + 1) / 2, meant, sampleRate);
  // Between the ribs the stick hisses.
  const hiss = {
    centre: pitch * meant ** 0.3,
    q: 0.8,
    gain: 0.85 * speed ** 1.1,
    fades: lives * 1.3,
    rises: 0.003,
  };
  if (ribs) addNoise(out, hiss, noise, sampleRate);
  // The first grains touch before they knock.
  const touch = Math.round(0.0004 * sampleRate);
  for (let i = 0; i < touch; i += 1) out[i] = ((out[i] as number) * (i + 0.5)) / touch;
  if (how.after === 'leaves') return out;
  const from = Math.round(lives * 0.5 * sampleRate);
  for (let i = from; i < out.length; i += 1)
    out[i] = (out[i] as number) * Math.exp((-FALL * (i - from)) / (0.05 * sampleRate));
  return out;
}
