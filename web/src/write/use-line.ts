import { nth, numberAt } from '@stride/core/bounds';
import { instrumentOf, strokeKind } from '@stride/core/instrument';
import { slotAt } from '@stride/core/read';
import {
  countingOf,
  editLayer,
  type Layer,
  type Rhythm,
  shiftStrokes,
  slotCount,
  strokesAt,
  type TimingResult,
} from '@stride/core/rhythm';
import { wrap } from '@stride/core/time';
import { useEffect, useRef, useState } from 'react';
import type { RhythmDocument } from '../store/document.ts';
import { useRecut } from '../store/recut.ts';
import { isThere, overSeam, rangesOf, type SlotRange } from '../strideline/ranges.ts';
import { type SlotRef, slotElementId } from '../strideline/SlotGrid.tsx';
import { announce } from '../ui/live.tsx';
import { useFocusKept } from '../ui/use-focus-kept.ts';
import type { Line, LineCommands } from './line.ts';
import type { Joining, LineHands } from './line-hands.ts';
import { stretchCommands } from './stretch-commands.ts';
import { strokeCommands } from './stroke-commands.ts';
import { usePaste } from './use-paste.ts';

interface LineOptions {
  readonly document: RhythmDocument;
  readonly rhythm: Rhythm;
  readonly timed: TimingResult;
  readonly chosen: SlotRef;
  readonly onChoose: (at: SlotRef) => void;
}

/** The line under the player's hands: where the choice is, and what can be done there. */
export function useLine(options: LineOptions): Line {
  const { document, rhythm, timed, chosen, onChoose } = options;
  const [recut] = useRecut();
  const [said, setSaid] = useState<string>();
  /** The other end of a stretch that was chosen with Shift. */
  const [anchor, setAnchor] = useState<SlotRef>();
  /** The stretch after it was moved, where it may go over the seam; until another choice. */
  const [moved, setMoved] = useState<ReadonlyMap<number, SlotRange>>();
  /** What is being moved step by step, from where it was: what lies in its way is not taken along. */
  const moving = useRef<Moving>(undefined);
  const focusNext = useRef(false);
  const [, look] = useState(0);
  const [joining, setJoining] = useState<Joining>();
  /** The slot of the stroke that was placed a moment ago. */
  const placed = useRef<SlotRef>(undefined);

  const slotElement = () => window.document.getElementById(slotElementId(rhythm.id, chosen));
  // The chosen slot takes the focus after a command moved the choice, and from a slot that an undo took away;
  // a click has focused it already.
  useEffect(() => {
    if (!focusNext.current) return;
    focusNext.current = false;
    slotElement()?.focus();
  });
  useFocusKept((element) => element.matches('[data-slot]'), slotElement);

  const layer = rhythm.layers[chosen.layer];
  const grid = timed.ok ? timed.timing.layers[chosen.layer] : undefined;
  const last = (grid?.starts.length ?? 1) - 1;
  const timing = timed.ok ? timed.timing : undefined;
  const ranges = moved && isThere(moved, timing) ? moved : rangesOf(timing, anchor, chosen);
  const range: SlotRange = ranges.get(chosen.layer) ?? [chosen.slot, chosen.slot];

  /** The focus goes to the chosen slot, also where the choice stays where it is. */
  function focusSlot(): void {
    focusNext.current = true;
    look((count) => count + 1);
  }

  /** Another choice: what was moved is no longer what is chosen. */
  function choose(at: SlotRef, other?: SlotRef): void {
    setMoved(undefined);
    moving.current = undefined;
    setAnchor(other);
    onChoose(at);
  }

  /** @returns false where the edit was refused */
  function edit(change: (before: Layer) => Layer, stroke?: string): boolean {
    focusSlot();
    placed.current = undefined;
    setSaid(undefined);
    if (!layer) return false;
    return document.edit((before) => editLayer(before, layer.id, change), stroke);
  }

  /** After a stroke was placed: on to the next slot. */
  function goOn(code: string): void {
    const kind = layer && instrumentOf(layer);
    announce(`${(kind && strokeKind(kind, code)?.name) ?? code} placed`);
    setJoining(undefined);
    placed.current = chosen;
    choose({ layer: chosen.layer, slot: Math.min(last, chosen.slot + 1) });
  }

  function goTo(slot: number, extend = false): void {
    focusSlot();
    placed.current = undefined;
    setSaid(undefined);
    setJoining(undefined);
    choose(
      { layer: chosen.layer, slot: Math.min(last, Math.max(0, slot)) },
      extend ? (anchor ?? chosen) : undefined,
    );
  }

  /** An edit of the chosen stretch, in every layer it reaches over. */
  function editRanges(
    change: (layer: Layer, range: SlotRange, index: number) => Layer,
    where: ReadonlyMap<number, SlotRange> = ranges,
  ): boolean {
    focusSlot();
    placed.current = undefined;
    setSaid(undefined);
    return document.edit((before) =>
      [...where].reduce(
        (after, [index, range]) =>
          editLayer(after, nth(before.layers, index).id, (one) => change(one, range, index)),
        before,
      ),
    );
  }

  /** The same edit on every slot of the chosen stretch. */
  function editEach(change: (layer: Layer, slot: number) => Layer): void {
    editRanges((before, range) =>
      overSeam(range, slotCount(before)).reduce((changed, [from, to]) => {
        let next = changed;
        for (let slot = from; slot <= to; slot += 1) next = change(next, slot);
        return next;
      }, before),
    );
  }

  const isStretch = ranges.size > 1 || range[0] !== range[1];

  /**
   * A mark on what is chosen; in a silent slot after a stroke was placed, on that stroke, so that one
   * writes on without going back.
   */
  function mark(change: (layer: Layer, slot: number) => Layer): void {
    const just = placed.current;
    const isSilent = layer && !isStretch && strokesAt(layer, chosen.slot).length === 0;
    if (!just || !isSilent || just.layer !== chosen.layer) {
      editEach(change);
      return;
    }
    if (edit((before) => change(before, just.slot))) placed.current = just;
  }

  const hands: LineHands = {
    document,
    rhythm,
    timing,
    layer,
    grid,
    chosen,
    ranges,
    isStretch,
    slots: last + 1,
    joining,
    recut,
    placed: () => placed.current,
    forgetPlaced: () => {
      placed.current = undefined;
    },
    focusSlot,
    choose,
    goOn,
    say: setSaid,
    join: setJoining,
    edit,
    editRanges,
    editEach,
    mark,
  };
  const commands: LineCommands = {
    ...strokeCommands(hands),
    ...stretchCommands(hands),
    shift(by) {
      focusSlot();
      placed.current = undefined;
      setSaid(undefined);
      const now = document.getState().history.present.rhythm;
      const before = moving.current;
      const start = before?.result === now ? before : { from: now, ranges, by: 0 };
      const total = start.by + by;
      let result = start.from;
      for (const [index, [from, to]] of start.ranges) {
        const { id } = nth(start.from.layers, index);
        result = editLayer(result, id, (one) => shiftStrokes(one, from, to, total));
      }
      if (!document.edit(() => result)) return;
      moving.current = { ...start, by: total, result };
      const sizeOf = (index: number) => slotCount(rhythm.layers[index] ?? { cells: [] }) || 1;
      const slotAfter = (index: number, slot: number, steps: number) => {
        return wrap(slot + steps, sizeOf(index));
      };
      // The same strokes stay chosen, over the seam too; a whole line stays a whole line.
      setMoved(
        new Map(
          [...start.ranges].map(([index, [from, to]]): [number, SlotRange] =>
            to - from + 1 === sizeOf(index)
              ? [index, [from, to]]
              : [index, [slotAfter(index, from, total), slotAfter(index, to, total)]],
          ),
        ),
      );
      onChoose({ layer: chosen.layer, slot: slotAfter(chosen.layer, chosen.slot, by) });
    },
    choose(to, slot, extend = false) {
      placed.current = undefined;
      setJoining(undefined);
      choose({ layer: to, slot }, extend ? (anchor ?? chosen) : undefined);
    },
    goToPlace(text) {
      if (!layer || !grid) return false;
      const counting = countingOf(rhythm, layer);
      const result = slotAt(text, rhythm.cycle, layer, grid, counting);
      if (result.ok) goTo(result.slot);
      else setSaid(result.message);
      return result.ok;
    },
    goTo,
    goToLayer(step, extend = false) {
      const other = timed.ok ? timed.timing.layers[chosen.layer + step] : undefined;
      if (!other) return;
      focusSlot();
      placed.current = undefined;
      setJoining(undefined);
      const now = grid ? numberAt(grid.startTicks, chosen.slot) : 0;
      const slot = other.startTicks.findLastIndex((start) => start <= now);
      choose(
        { layer: chosen.layer + step, slot: Math.max(0, slot) },
        extend ? (anchor ?? chosen) : undefined,
      );
    },
    say: setSaid,
  };
  usePaste(rhythm.id, commands);
  return {
    chosen,
    isStretch,
    ranges,
    layer,
    grid,
    commands,
    joining: joining !== undefined,
    said,
  };
}

/** A stretch on its way along the line. */
interface Moving {
  readonly from: Rhythm;
  readonly ranges: ReadonlyMap<number, SlotRange>;
  readonly by: number;
  readonly result: Rhythm;
}
