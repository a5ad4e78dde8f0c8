import { nth, numberAt } from '../../bounds/index.ts';
import { isFelt, type Layer, type LayerGrid } from '../../rhythm/index.ts';
import { type Met, mean } from './match.ts';

/** How the equal parts of cells came out. */
export interface Evenness {
  /** Parts of the cell. */
  readonly parts: number;
  /** Length of each part against an even one, 1.00 is even; undefined where it was never heard whole. */
  readonly lengths: readonly (number | undefined)[];
  /** Odd parts against even ones: above 1 is long short, below 1 short long. Only for an even number of parts. */
  readonly ratio?: number;
  /** How far chance may have moved the ratio. */
  readonly doubt: number;
  /** Cells of this division that were heard, and in how many of them the ratio lies on the same side of even. */
  readonly cells: number;
  readonly agree: number;
}

/** A gap that is shorter by less than this share may be the same one at a tempo that has risen. */
const RISEN = 0.35;

/** A cell whose parts differ by less than this in all leans to no side. */
const LEANS = 0.04;

/**
 * The evenness of all cells of each division, from strokes that were met side by side: their errors against
 * their moments say how much longer or shorter than even each part was.
 */
export function evenness(
  layer: Layer,
  grid: LayerGrid,
  met: readonly Met[],
  secondsPerTick: number,
): readonly Evenness[] {
  const lengths = new Map<number, number[][]>();
  /** For each division, how much longer the odd parts of each cell are than the even ones. */
  const leans = new Map<number, Map<number, number>>();
  const count = grid.startTicks.length;
  for (let at = 0; at + 1 < met.length; at += 1) {
    const one = nth(met, at);
    const next = nth(met, at + 1);
    const { slot } = one.asked;
    if (next.asked.slot !== (slot + 1) % count) continue;
    const cell = numberAt(grid.cellOf, slot);
    const { slots } = nth(layer.cells, cell);
    // Parts that are felt otherwise are not meant to be even.
    if (slots < 2 || isFelt(layer, grid, cell)) continue;
    const gap = next.asked.time - one.asked.time;
    const end = slot + 1 < count ? numberAt(grid.startTicks, slot + 1) : grid.lengthTicks;
    const usual = (end - numberAt(grid.startTicks, slot)) * secondsPerTick;
    // A pass may end before its layer does: what follows then is not the neighbour. A tempo may have risen meanwhile.
    if (Math.abs(gap - usual) > usual * RISEN) continue;
    const cells = listsOf(lengths, slots);
    const part = slot - numberAt(grid.firstSlot, cell);
    const length = 1 + (next.error - one.error) / gap;
    nth(cells, part).push(length);
    let lean = leans.get(slots);
    if (!lean) {
      lean = new Map();
      leans.set(slots, lean);
    }
    lean.set(cell, (lean.get(cell) ?? 0) + (part % 2 === 0 ? length - 1 : 1 - length));
  }
  return [...lengths.entries()]
    .sort(([a], [b]) => a - b)
    .map(([parts, byPart]) => {
      const means = byPart.map((part) => (part.length > 0 ? mean(part) : undefined));
      const long = byPart.filter((_, part) => part % 2 === 0).flat();
      const short = byPart.filter((_, part) => part % 2 === 1).flat();
      const lean = [...(leans.get(parts)?.values() ?? [])];
      const has = parts % 2 === 0 && long.length > 0 && short.length > 0;
      return {
        parts,
        lengths: means,
        ...(has ? { ratio: mean(long) / mean(short) } : {}),
        doubt: has ? Math.hypot(doubt(long), doubt(short)) : 0,
        cells: lean.length,
        agree: Math.max(
          lean.filter((one) => one > LEANS).length,
          lean.filter((one) => one < -LEANS).length,
        ),
      };
    });
}

/** The lengths of each part of a division; empty where it comes for the first time. */
function listsOf(lengths: Map<number, number[][]>, slots: number): number[][] {
  const known = lengths.get(slots) ?? Array.from({ length: slots }, () => []);
  if (!lengths.has(slots)) lengths.set(slots, known);
  return known;
}

/** Twice the standard error of the mean; all of it where there is just one. */
function doubt(values: readonly number[]): number {
  if (values.length < 2) return 1;
  const middle = mean(values);
  const square = values.reduce((sum, value) => sum + (value - middle) ** 2, 0);
  return 2 * Math.sqrt(square / (values.length - 1) / values.length);
}
