import { numberAt } from '../../bounds/index.ts';
import { seeded } from '../../chance/index.ts';
import type { Hertz, Seconds } from '../../time/index.ts';
import type { Mode } from '../model.ts';

/** β of a bar that is free at both ends, over π / 2 (Fletcher & Rossing, 2.16): its pitches go as the squares. */
const BAR_BETAS = [3.01124, 5, 7, 9] as const;

/** Pitches of a free bar against its lowest: 1, 2.757, 5.404, 8.933. */
export const BAR_RATIOS: readonly number[] = BAR_BETAS.map((beta) => (beta / BAR_BETAS[0]) ** 2);

/** How far a free bar moves at `x`, from its one end (0) to the other (1), in one of its modes. */
function barShape(beta: number, x: number): number {
  const k = (beta * Math.PI) / 2;
  const ratio = (Math.cosh(k) - Math.cos(k)) / (Math.sinh(k) - Math.sin(k));
  const at = k * x;
  return (Math.cosh(at) + Math.cos(at) - ratio * (Math.sinh(at) + Math.sin(at))) / 2;
}

/** A bar of wood, free at both ends, struck from its middle (0) to its end (1). */
export function bar(pitch: Hertz, ring: Seconds): readonly Mode[] {
  return BAR_BETAS.map((beta, index) => ({
    frequency: pitch * numberAt(BAR_RATIOS, index),
    ring: ring / numberAt(BAR_RATIOS, index) ** 0.8,
    heard: 0.9 ** index,
    moves: (place) => barShape(beta, 0.5 + place * 0.5),
  }));
}

/** Modes of a rectangular plate held at its edges: m² + n² over the sides' ratio (Fletcher & Rossing, 3.12). */
const PLATE_MODES = [
  [1, 1],
  [1, 2],
  [2, 1],
  [1, 3],
  [2, 2],
  [2, 3],
  [1, 4],
  [3, 1],
  [3, 2],
  [2, 4],
  [3, 3],
  [1, 5],
  [3, 4],
  [4, 2],
] as const;

/** Height of a box drum's front over its width. */
const SIDES = 1.55;

/** Pitches of the plate against its lowest, in the order of its modes. */
export const PLATE_RATIOS: readonly number[] = PLATE_MODES.map(
  ([across, along]) => (across ** 2 + (along / SIDES) ** 2) / (1 + 1 / SIDES ** 2),
);

/** A thin plate held at its edges, as the front of a box drum; struck a little to the side, from its middle (0) to its upper edge (1). */
export function plate(pitch: Hertz, ring: Seconds): readonly Mode[] {
  return PLATE_MODES.map(([across, along], index) => {
    const ratio = numberAt(PLATE_RATIOS, index);
    return {
      frequency: pitch * ratio,
      ring: ring / ratio ** 0.55,
      // Only what has odd numbers of bellies moves air on the whole; the others are heard less.
      heard: (across % 2) + (along % 2) === 2 ? 1 : 0.5,
      moves: (place, angle) =>
        Math.sin(across * Math.PI * (0.5 - 0.12 * Math.cos(angle))) *
        Math.sin(along * Math.PI * (0.5 + 0.46 * place)),
    };
  });
}

/**
 * λ² of a round plate that is free at its edge, for a Poisson ratio of a third (Leissa, Vibration of Plates, 1969,
 * table 2.5), in order of pitch: (2,0) (0,1) (3,0) (1,1) (4,0) (5,0) (2,1) (0,2).
 */
const FREE_PLATE = [5.253, 9.084, 12.23, 20.52, 21.6, 33.1, 35.25, 38.55] as const;

/** Pitches of the free plate against its lowest. */
export const FREE_PLATE_RATIOS: readonly number[] = FREE_PLATE.map((one) => one / FREE_PLATE[0]);

/**
 * A cymbal: the lower modes of a free plate, and above them many more, as close as those of a plate are: about one in
 * every so many hertz, up to where the ear ends. Their places differ from cymbal to cymbal by a seed.
 */
export function cymbal(pitch: Hertz, ring: Seconds): readonly Mode[] {
  const random = seeded(Math.round(pitch));
  const more = Array.from(
    { length: 56 },
    (_, index) => numberAt(FREE_PLATE_RATIOS, 7) * (1.047 ** (index + 1) + 0.04 * random()),
  );
  const low = 0.18;
  return [...FREE_PLATE_RATIOS, ...more].map((ratio, index) => {
    const side = random() * 2 * Math.PI;
    return {
      frequency: pitch * ratio * low,
      ring: ring * (0.7 + 0.5 * random()) * Math.min(1, (18 / ratio) ** 0.5),
      heard: index < 8 ? 0.035 : 0.55 * 0.992 ** index,
      moves: (place, angle) => (0.35 + 0.65 * place) * Math.cos(angle * 2 + side),
    };
  });
}

/** A small thick cymbal or a jingle: few partials, each a pair that beats. */
const SMALL_CYMBAL = [1, 1.73, 2.33, 3.9] as const;

/** Partials of a folded bell of sheet metal, struck at its mouth, as measured ones lie. */
const BELL = [1, 1.51, 2.37, 3.41, 4.16, 5.62] as const;

/** Clay walls: a shell of a pot rings in few modes, far apart and soon over. */
const CLAY = [1, 1.72, 2.71, 3.9, 5.1] as const;

/** Sheet metal of a drum's shell, struck on its side. */
const SHELL = [1, 1.83, 2.62, 3.55, 4.7, 6.1] as const;

const SHELLS = { bell: BELL, clay: CLAY, shell: SHELL, 'small-cymbal': SMALL_CYMBAL } as const;
export type ShellKind = keyof typeof SHELLS;

/** How far the two of a pair lie apart, as a share: what is cast or folded is never quite round. */
const PAIR: Readonly<Record<ShellKind, number>> = {
  bell: 0.0045,
  clay: 0.006,
  shell: 0.009,
  'small-cymbal': 0.0022,
};

/**
 * A shell that is stiff all round: each of its modes stands twice, a hair apart, so that it beats. Struck at the
 * mouth (0) the lower ones sound, nearer the neck (1) the upper ones.
 */
export function shell(kind: ShellKind, pitch: Hertz, ring: Seconds): readonly Mode[] {
  const ratios: readonly number[] = SHELLS[kind];
  return ratios.flatMap((ratio, index) =>
    [0, 1].map((second) => ({
      frequency: pitch * ratio * (1 + second * PAIR[kind] * (1 + 0.3 * index)),
      ring: ring / ratio ** 0.75,
      heard: (second ? 0.55 : 1) * 0.86 ** index,
      moves: (place: number, angle: number) =>
        (1 - place + (place * (index + 0.4)) / 2.4) *
        (second ? Math.cos(angle + 0.6) : Math.cos(angle * 0.5)),
    })),
  );
}
