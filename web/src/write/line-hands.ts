import type { Layer, LayerGrid, RecutTable, Rhythm, Timing } from '@stride/core/rhythm';
import type { RhythmDocument } from '../store/document.ts';
import type { SlotRange } from '../strideline/ranges.ts';
import type { SlotRef } from '../strideline/SlotGrid.tsx';

/** How the next stroke joins its slot: right after a stroke was placed, what was just written is not taken out again. */
export type Joining = 'toggle' | 'onlyAdd' | undefined;

/** What the commands of the line work with: what is chosen, and the ways to change it. */
export interface LineHands {
  readonly document: RhythmDocument;
  readonly rhythm: Rhythm;
  readonly timing: Timing | undefined;
  readonly layer: Layer | undefined;
  readonly grid: LayerGrid | undefined;
  readonly chosen: SlotRef;
  /** The stretch in every layer it reaches over. */
  readonly ranges: ReadonlyMap<number, SlotRange>;
  readonly isStretch: boolean;
  /** Slots of the chosen layer. */
  readonly slots: number;
  readonly joining: Joining;
  /** By which table fours become threes, and threes fours. */
  recut(): RecutTable;
  /** The slot of the stroke that was placed a moment ago. */
  placed(): SlotRef | undefined;
  forgetPlaced(): void;
  /** The focus goes to the chosen slot, also where the choice stays where it is. */
  focusSlot(): void;
  choose(at: SlotRef): void;
  /** After a stroke was placed: on to the next slot. */
  goOn(code: string): void;
  say(text: string | undefined): void;
  join(to: Joining): void;
  /** An edit of the chosen layer. @returns false where it was refused */
  edit(change: (before: Layer) => Layer, stroke?: string): boolean;
  /** An edit of the chosen stretch, in every layer it reaches over, or elsewhere. */
  editRanges(
    change: (layer: Layer, range: SlotRange, index: number) => Layer,
    where?: ReadonlyMap<number, SlotRange>,
  ): boolean;
  /** The same edit on every slot of the chosen stretch. */
  editEach(change: (layer: Layer, slot: number) => Layer): void;
  /**
   * A mark on what is chosen; in a silent slot after a stroke was placed, on that stroke, so that one
   * writes on without going back.
   */
  mark(change: (layer: Layer, slot: number) => Layer): void;
}
