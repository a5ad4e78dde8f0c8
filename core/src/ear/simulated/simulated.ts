import { nth, numberAt } from '../../bounds/index.ts';
import { normal, seeded } from '../../chance/index.ts';
import type { Force, Layer, LayerGrid } from '../../rhythm/index.ts';
import type { Seconds } from '../../time/index.ts';
import { type Hit, inOrder } from '../hit.ts';
import type { Asked } from '../judge/index.ts';

/** How a simulated player plays; all of it is planted, so that it can be found again. */
export interface Habits {
  readonly seed: number;
  /** Constant delay; negative is early. */
  readonly bias?: Seconds;
  /** Standard deviation of each stroke. */
  readonly spread?: Seconds;
  /** Hundredths of the time by which the player gains on the click. */
  readonly drift?: number;
  /** Slots that come early or late, by how much. */
  readonly off?: readonly { readonly slot: number; readonly by: Seconds }[];
  /** Cells of so many parts come out long short, in this ratio. */
  readonly swing?: { readonly parts: number; readonly ratio: number };
  /** Shares of the strokes that are left out, and that are too many. */
  readonly misses?: number;
  readonly extras?: number;
  /** Strokes that come out as another one. */
  readonly wrong?: readonly { readonly slot: number; readonly kind: string }[];
  /** Share by which the spread shrinks from pass to pass, and by which it grows: learning, and tiring. */
  readonly learning?: number;
  readonly tiring?: number;
  /** Standard deviation of the loudness, in decibels. */
  readonly unevenness?: number;
  /** How much weaker the left hand is, in decibels. */
  readonly leftWeaker?: number;
}

/** How loud a force is among the others, as an amplitude. */
const LOUD: Readonly<Record<Force, number>> = { 1: 0.2, 2: 0.35, 3: 0.6, 4: 0.95 };

/** Plays what is asked with these habits; the same every time. */
export function simulate(
  asked: readonly Asked[],
  habits: Habits,
  layer: Layer,
  grid: LayerGrid,
  secondsPerTick: Seconds,
): readonly Hit[] {
  const random = seeded(habits.seed);
  const { bias = 0, spread = 0, drift = 0, misses = 0, extras = 0 } = habits;
  const { learning = 0, tiring = 0, unevenness = 0, leftWeaker = 0 } = habits;
  const start = asked[0]?.time ?? 0;
  const hits: Hit[] = [];
  for (const { slot, time, kinds, force, hand, pass } of asked) {
    const steadiness = spread * (1 - learning) ** pass * (1 + tiring) ** pass;
    const wander = normal(random) * steadiness;
    const weaker = (hand === 'L' ? leftWeaker : 0) - normal(random) * unevenness;
    const isMissed = random() < misses;
    const isDoubled = random() < extras;
    if (isMissed) continue;
    const off = habits.off?.find((one) => one.slot === slot)?.by ?? 0;
    const at =
      time +
      bias +
      off +
      swung(layer, grid, slot, habits.swing) * secondsPerTick -
      ((time - start) * drift) / 100 +
      wander;
    const kind = habits.wrong?.find((one) => one.slot === slot)?.kind ?? kinds[0];
    hits.push({
      time: at,
      ...(kind === undefined ? {} : { kind }),
      loud: Math.min(1, LOUD[force] * 10 ** (-weaker / 20)),
      ...(hand === 'B' ? {} : { hand }),
    });
    if (isDoubled)
      hits.push({ time: at + 0.04 + random() * 0.02, ...(kind && { kind }), loud: 0.2 });
  }
  return inOrder(hits);
}

/** How many ticks later a slot comes in a swung cell. */
function swung(layer: Layer, grid: LayerGrid, slot: number, swing: Habits['swing']): number {
  if (!swing) return 0;
  const cell = numberAt(grid.cellOf, slot);
  const first = numberAt(grid.firstSlot, cell);
  const { slots } = nth(layer.cells, cell);
  if (slots !== swing.parts || (slot - first) % 2 === 0) return 0;
  const step = numberAt(grid.startTicks, slot) - numberAt(grid.startTicks, slot - 1);
  return (step * (swing.ratio - 1)) / (swing.ratio + 1);
}
