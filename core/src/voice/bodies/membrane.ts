import { nth } from '../../bounds/index.ts';
import type { Hertz, Seconds } from '../../time/index.ts';
import type { Mode } from '../model.ts';
import { besselJ, MEMBRANE_MODES, type MembraneMode } from './bessel.ts';

const SOUND_SPEED = 343;

export interface Head {
  /** Of its lowest mode. */
  readonly pitch: Hertz;
  /** How long its lowest mode rings. */
  readonly ring: Seconds;
  /** Across, in metres. */
  readonly width: number;
}

/**
 * How well a mode is heard from outside. What moves as one pumps air: its share is the volume it moves,
 * 2 J₁(z) / z. Nodal diameters make air flow to and fro instead, the more so the wider the wave is against
 * the drum (Fletcher & Rossing, The Physics of Musical Instruments, 2nd ed., 18.4).
 */
function isHeard({ m, zero }: MembraneMode, frequency: Hertz, width: number): number {
  if (m === 0) return Math.abs((2 * besselJ(1, zero)) / zero) * 1.6;
  const waves = (Math.PI * width * frequency) / SOUND_SPEED;
  return 0.9 * (waves ** m / (1 + waves ** m)) * 0.85 ** (m - 1);
}

/** Each higher mode dies sooner; what pumps air gives its sound away fastest. */
function ringOf(mode: MembraneMode, ring: Seconds, ratio: number): Seconds {
  return (ring * (mode.m === 0 ? 1 : 1.25)) / ratio ** 1.1;
}

function modeOf(mode: MembraneMode, frequency: Hertz, head: Head): Mode {
  const { m, zero } = mode;
  // Modes of one energy move less far the more they are divided: the norm of J_m on the disk.
  const norm = Math.abs(besselJ(m + 1, zero)) * 1.9;
  return {
    frequency,
    ring: ringOf(mode, head.ring, frequency / head.pitch),
    heard: isHeard(mode, frequency, head.width),
    moves: (place, angle) => (besselJ(m, zero * place) / norm) * Math.cos(m * angle),
    ...(m === 0 ? { even: true as const } : {}),
  };
}

/** A plain round skin: zeros of the Bessel functions over the first (Rayleigh, The Theory of Sound, §206). */
export function membrane(head: Head): readonly Mode[] {
  const first = nth(MEMBRANE_MODES, 0).zero;
  return MEMBRANE_MODES.map((mode) => modeOf(mode, (head.pitch * mode.zero) / first, head));
}

/**
 * Which harmonic each mode of a loaded head becomes. The black spot draws nine modes together into five
 * harmonics (Raman, The Indian musical drums, 1934): (0,1); (1,1); (2,1) (0,2); (3,1) (1,2); (4,1) (2,2) (0,3).
 * Those that share a harmonic stand a hair apart.
 */
const HARMONICS: Readonly<Record<string, number>> = {
  '0 1': 1,
  '1 1': 2.003,
  '2 1': 3.002,
  '0 2': 3.013,
  '3 1': 4.002,
  '1 2': 4.016,
  '4 1': 5.004,
  '2 2': 5.022,
  '0 3': 5.036,
};

/** A head with a spot of paste in its middle, as of tabla, mridangam, pakhawaj and khol. */
export function loadedHead(head: Head): readonly Mode[] {
  return MEMBRANE_MODES.flatMap((mode) => {
    const harmonic = HARMONICS[`${mode.m} ${mode.n}`];
    if (harmonic === undefined) return [];
    // The load keeps the upper harmonics ringing nearly as long as the lower.
    const ring = head.ring / harmonic ** 0.45;
    return [{ ...modeOf(mode, head.pitch * harmonic, head), ring }];
  });
}

/**
 * A skin over closed air with another skin behind: what moves as one is divided into both heads going the
 * same way, and against one another, higher since the air is pressed between them (Rossing and others,
 * Acoustics of snare drums, 1992: 182 and 330 Hz).
 * @param apart how much higher the second is, as a ratio
 */
export function twoHeads(head: Head, apart: number): readonly Mode[] {
  return membrane(head).flatMap((mode, index) =>
    index > 1
      ? [mode]
      : [
          mode,
          {
            ...mode,
            frequency: mode.frequency * (index === 0 ? apart : Math.sqrt(apart)),
            heard: mode.heard * 0.55,
            ring: mode.ring * 0.7,
          },
        ],
  );
}

/** A skin is stiff at the pitch of the air below it and yields to the same push by so much less. */
const YIELDS = 0.2;

/**
 * The air in a body with a neck or a hole, as a spring with the air in the hole for its weight
 * (Helmholtz; Fletcher & Rossing, 8.13). A stroke drives it by the volume it pushes in: most in the middle.
 */
export function airIn(pitch: Hertz, ring: Seconds, gain: number): Mode {
  return {
    frequency: pitch,
    ring,
    heard: gain * YIELDS,
    moves: (place) => besselJ(0, 2.40483 * place),
    even: true,
    air: true,
  };
}
