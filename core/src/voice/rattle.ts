import type { Seconds } from '../time/index.ts';
import { addGrains, type Grain } from './grains.ts';
import type { Rattle, RingingBody, Strike } from './model.ts';
import { addNoise } from './noise.ts';
import type { Struck } from './take.ts';

/** How long what hangs on a body goes on. */
export function rattleTime({ kind, ring }: Rattle, speed: number): Seconds {
  return ring * (kind === 'wires' ? 0.55 + 0.6 * speed : 0.7 + 0.4 * speed);
}

/** Adds wires that lift off and fall back, or jingles, rings and beads that knock. */
export function addRattle(
  out: Float32Array,
  { modes, rattle }: RingingBody,
  { place, after }: Strike,
  { meant: speed, chance, sampleRate }: Struck,
): void {
  if (!rattle) return;
  const { kind, pitch, gain } = rattle;
  const goesOn = rattleTime(rattle, speed);
  const random = chance.common('grains');
  const noise = chance.noise('rattle');
  if (kind === 'wires') {
    // Wires lift off and fall back as the head swings; the harder, the longer.
    const swing = Math.min(400, modes[0]?.frequency ?? 200);
    const loud = gain * speed ** 1.8 * (after === 'leaves' ? 1 : 0.7);
    addNoise(
      out,
      { centre: pitch, q: 0.6, gain: loud, fades: goesOn, rises: 0.002, chatter: swing },
      noise,
      sampleRate,
    );
    addNoise(
      out,
      { centre: pitch * 2.3, q: 0.9, gain: loud * 0.5, fades: goesOn * 0.7, rises: 0.002 },
      noise,
      sampleRate,
    );
    return;
  }
  // What hangs in the frame is shaken by what moves the frame: a stroke at the edge, hardly one in the middle.
  const shakes = gain * speed ** 1.9 * (0.04 + 0.96 * place ** 3);
  const count = kind === 'beads' ? 120 : 90;
  const grains = Array.from({ length: count }, (_, index): Grain => {
    const far = (index + random()) / count;
    return {
      time: 0.0008 + goesOn * 0.75 * far ** 1.7,
      amplitude:
        (index === 0 ? 2.4 : 1) *
        shakes *
        Math.exp(-5 * far) *
        (0.7 + 0.6 * random()) *
        (0.78 + 0.44 * chance.own()),
      on: index,
    };
  });
  const ring = kind === 'beads' ? 0.012 : kind === 'rings' ? 0.09 : 0.13;
  const own = kind === 'beads' ? [1, 1.6] : [1, 1.09, 1.21, 1.43, 1.62, 1.87];
  addGrains(
    out,
    grains,
    own.map((ratio) => ({ frequency: pitch * ratio * (0.78 + 0.32 * speed), ring, gain: 1 })),
    () => (noise.next() + 1) / 2,
    speed,
    sampleRate,
  );
}
