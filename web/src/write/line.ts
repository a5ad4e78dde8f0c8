import { nth, numberAt } from '@stride/core/bounds';
import type { Force, Hand, Layer, LayerGrid, Ornament, Rhythm, Timing } from '@stride/core/rhythm';
import type { ChosenStretch } from '../bench/play-what.ts';
import { stretchOf } from '../bench/use-chosen.ts';
import type { SlotRange } from '../strideline/ranges.ts';
import type { SlotRef } from '../strideline/SlotGrid.tsx';

/** Everything that can be done on the line, whatever hand asks for it: a key, a button, the pointer. */
export interface LineCommands {
  /** Puts a stroke in place of what is in the slot, or beside it after `together`; goes on to the next. */
  place(code: string): void;
  /**
   * The next stroke sounds together with those of the slot, or is taken out of it; right after a
   * stroke was placed, with that one. Asked for again it is as before.
   */
  together(): void;
  remove(): void;
  accent(): void;
  /** With `ghost` asked for again it is a plain stroke. */
  ghost(): void;
  louder(step: 1 | -1): void;
  hand(hand: Hand): void;
  /** What a drag away from the line or across it means: force and hand at once. */
  weigh(at: SlotRef, force: Force, hand: Hand): void;
  /** What a drag along the line means: the strokes of a slot go to another one. */
  slide(at: SlotRef, to: number): void;
  divide(slots: number): void;
  copy(): void;
  cut(): void;
  /** @param text what the system holds, where it is known */
  paste(text?: string): void;
  /** Puts this ornament on the strokes of the chosen slots, or takes it away again. */
  ornament(ornament: Ornament): void;
  /** Chokes the strokes at the end of their slot, or lets them ring again. */
  damp(): void;
  optional(): void;
  /** Lets the stroke before ring on through the chosen slots, or stop before them. */
  ring(): void;
  /** Moves the strokes of the chosen slots along the line. */
  shift(by: number): void;
  /** Any edit of the chosen layer. */
  change(edit: (before: Layer, rhythm: Rhythm) => Layer): void;
  /** An edit of the chosen stretch in every layer it reaches over; of the whole layer without one. */
  changeStretch(edit: (before: Layer, range: SlotRange, rhythm: Rhythm) => Layer): void;
  /** Keeps the turns in which something is chosen, in the layers that are chosen, as a variation. */
  keepTurns(): void;
  /** Every hand of the rhythm to the other side. */
  mirror(): void;
  /** With `extend` the stretch from where the choice was. */
  choose(layer: number, slot: number, extend?: boolean): void;
  /** Goes to a counted place; where there is none, says why. @returns whether there was one */
  goToPlace(text: string): boolean;
  goTo(slot: number, extend?: boolean): void;
  goToLayer(step: 1 | -1, extend?: boolean): void;
  say(text: string): void;
}

export interface Line {
  readonly rhythm: Rhythm;
  readonly timing: Timing | undefined;
  readonly chosen: SlotRef;
  /** Whether more than one slot is chosen. */
  readonly isStretch: boolean;
  /** The stretch in every layer it reaches over; one slot of one layer where nothing more is chosen. */
  readonly ranges: ReadonlyMap<number, SlotRange>;
  readonly layer: Layer | undefined;
  readonly grid: LayerGrid | undefined;
  readonly commands: LineCommands;
  /** Whether the next stroke sounds together with those of its slot. */
  readonly joining: boolean;
  /** What the last command did, where that is not plain to see. */
  readonly said: string | undefined;
  /** How often the chosen slot was to take the focus. */
  readonly asked: number;
}

/**
 * What is chosen as a stretch of a grid; nothing where there is no grid.
 * @param grid that of the chosen layer, or of a variation of it, where what lies beyond its end is its last slot
 */
export function chosenIn(
  { chosen, ranges, grid: own }: Line,
  grid: LayerGrid | undefined = own,
): ChosenStretch | undefined {
  if (!grid) return undefined;
  const last = grid.startTicks.length - 1;
  const [from, to] = ranges.get(chosen.layer) ?? [chosen.slot, chosen.slot];
  return stretchOf(grid, [Math.min(last, from), Math.min(last, to)]);
}

/** How many slots the chosen cell has; none where no line is on a grid. */
export function slotsOfCell({ layer, grid, chosen }: Line): number {
  return layer && grid ? nth(layer.cells, numberAt(grid.cellOf, chosen.slot)).slots : 0;
}
