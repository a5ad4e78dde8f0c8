import { nth, numberAt } from '@stride/core/bounds';
import { instrumentOf, strokeKind } from '@stride/core/instrument';
import { slotAt } from '@stride/core/read';
import {
  countingOf,
  editLayer,
  type Layer,
  type RecutTable,
  type Rhythm,
  shiftStrokes,
  slotCount,
  strokesAt,
} from '@stride/core/rhythm';
import { wrap } from '@stride/core/time';
import type { BenchState, OpenBench } from '../bench/open-bench.ts';
import { isThere, overSeam, rangesOf, type SlotRange } from '../strideline/ranges.ts';
import type { SlotRef } from '../strideline/SlotGrid.tsx';
import { announce } from '../ui/live.tsx';
import { createStore, type Store } from '../ui/store.ts';
import type { Line, LineCommands } from './line.ts';
import type { Joining, LineHands } from './line-hands.ts';
import { stretchCommands } from './stretch-commands.ts';
import { strokeCommands } from './stroke-commands.ts';

/** What is known of the line beside the rhythm itself. */
interface LineState {
  readonly slot: number;
  /** The other end of a stretch that was chosen with Shift. */
  readonly anchor: SlotRef | undefined;
  /** The stretch after it was moved, where it may go over the seam; until another choice. */
  readonly moved: ReadonlyMap<number, SlotRange> | undefined;
  readonly joining: Joining | undefined;
  readonly said: string | undefined;
  /** How often the chosen slot was to take the focus. */
  readonly asked: number;
}

/** The line under the player's hands. It is another object when what it says has changed. */
export type OpenLine = Pick<Store<Line>, 'now' | 'watch'>;

interface OpenLineOptions {
  readonly bench: Pick<OpenBench, 'document' | 'getState' | 'subscribe' | 'chooseLayer'>;
  /** By which table fours become threes, and threes fours. */
  readonly recut: () => RecutTable;
  /** Another slot was chosen. */
  readonly onChoose?: () => void;
}

/** Opens the line of a rhythm: where the choice is, and what can be done there. */
export function openLine({ bench, recut, onChoose }: OpenLineOptions): OpenLine {
  const state = createStore<LineState>({
    slot: 0,
    anchor: undefined,
    moved: undefined,
    joining: undefined,
    said: undefined,
    asked: 0,
  });
  const put = (change: Partial<LineState>) => state.set({ ...state.now(), ...change });
  /** What is being moved step by step, from where it was: what lies in its way is not taken along. */
  let moving: Moving | undefined;
  /** The slot of the stroke that was placed a moment ago. */
  let placed: SlotRef | undefined;
  let kept: { readonly at: BenchState; readonly held: LineState; readonly line: Line } | undefined;

  return {
    now() {
      const at = bench.getState();
      const held = state.now();
      if (kept?.at !== at || kept.held !== held) kept = { at, held, line: lineAt(at, held) };
      return kept.line;
    },
    watch(listener) {
      const leave = bench.subscribe(listener);
      const leaveState = state.watch(listener);
      return () => {
        leave();
        leaveState();
      };
    },
  };

  function lineAt({ rhythm, timed, layerIndex }: BenchState, held: LineState): Line {
    const { document } = bench;
    const timing = timed.ok ? timed.timing : undefined;
    const layer = rhythm.layers[layerIndex];
    const grid = timing?.layers[layerIndex];
    const last = (grid?.starts.length ?? 1) - 1;
    const chosen: SlotRef = { layer: layerIndex, slot: Math.min(held.slot, Math.max(0, last)) };
    const { anchor, moved, joining, said, asked } = held;
    const ranges = moved && isThere(moved, timing) ? moved : rangesOf(timing, anchor, chosen);
    const range: SlotRange = ranges.get(chosen.layer) ?? [chosen.slot, chosen.slot];
    const isStretch = ranges.size > 1 || range[0] !== range[1];

    /** The focus goes to the chosen slot, also where the choice stays where it is; what was said is of before. */
    function begin(change: Partial<LineState> = {}): void {
      placed = undefined;
      put({ asked: state.now().asked + 1, said: undefined, ...change });
    }

    /** Another choice: what was moved is no longer what is chosen. */
    function choose(to: SlotRef, other?: SlotRef, change: Partial<LineState> = {}): void {
      moving = undefined;
      go(to, { ...change, moved: undefined, anchor: other });
    }

    function go(to: SlotRef, change: Partial<LineState>): void {
      bench.chooseLayer(to.layer);
      put({ ...change, slot: to.slot });
      onChoose?.();
    }

    /** @returns false where the edit was refused */
    function edit(change: (before: Layer) => Layer, stroke?: string): boolean {
      begin();
      if (!layer) return false;
      return document.edit((before) => editLayer(before, layer.id, change), stroke);
    }

    /** After a stroke was placed: on to the next slot. */
    function goOn(code: string): void {
      const kind = layer && instrumentOf(layer);
      announce(`${(kind && strokeKind(kind, code)?.name) ?? code} placed`);
      placed = chosen;
      const next = { layer: chosen.layer, slot: Math.min(last, chosen.slot + 1) };
      choose(next, undefined, { joining: undefined });
    }

    function goTo(slot: number, extend = false): void {
      begin({ joining: undefined });
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
      begin();
      return document.edit((before) =>
        [...where].reduce(
          (after, [index, stretch]) =>
            editLayer(after, nth(before.layers, index).id, (one) => change(one, stretch, index)),
          before,
        ),
      );
    }

    /** The same edit on every slot of the chosen stretch. */
    function editEach(change: (layer: Layer, slot: number) => Layer): void {
      editRanges((before, stretch) =>
        overSeam(stretch, slotCount(before)).reduce((changed, [from, to]) => {
          let next = changed;
          for (let slot = from; slot <= to; slot += 1) next = change(next, slot);
          return next;
        }, before),
      );
    }

    /**
     * A mark on what is chosen; in a silent slot after a stroke was placed, on that stroke, so that one
     * writes on without going back.
     */
    function mark(change: (layer: Layer, slot: number) => Layer): void {
      const just = placed;
      const isSilent = layer && !isStretch && strokesAt(layer, chosen.slot).length === 0;
      if (!just || !isSilent || just.layer !== chosen.layer) {
        editEach(change);
        return;
      }
      if (edit((before) => change(before, just.slot))) placed = just;
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
      placed: () => placed,
      forgetPlaced: () => {
        placed = undefined;
      },
      focusSlot: () => put({ asked: state.now().asked + 1 }),
      choose: (to) => choose(to),
      goOn,
      say: (text) => put({ said: text }),
      join: (to) => put({ joining: to }),
      edit,
      editRanges,
      editEach,
      mark,
    };
    const commands: LineCommands = {
      ...strokeCommands(hands),
      ...stretchCommands(hands),
      shift(by) {
        begin();
        const present = document.getState().history.present.rhythm;
        const start = moving?.result === present ? moving : { from: present, ranges, by: 0 };
        const total = start.by + by;
        let result = start.from;
        for (const [index, [from, to]] of start.ranges) {
          const { id } = nth(start.from.layers, index);
          result = editLayer(result, id, (one) => shiftStrokes(one, from, to, total));
        }
        if (!document.edit(() => result)) return;
        moving = { ...start, by: total, result };
        const sizeOf = (index: number) => slotCount(rhythm.layers[index] ?? { cells: [] }) || 1;
        const slotAfter = (index: number, slot: number, steps: number) =>
          wrap(slot + steps, sizeOf(index));
        // The same strokes stay chosen, over the seam too; a whole line stays a whole line.
        const movedOn = new Map(
          [...start.ranges].map(([index, [from, to]]): [number, SlotRange] =>
            to - from + 1 === sizeOf(index)
              ? [index, [from, to]]
              : [index, [slotAfter(index, from, total), slotAfter(index, to, total)]],
          ),
        );
        const slot = slotAfter(chosen.layer, chosen.slot, by);
        go({ layer: chosen.layer, slot }, { moved: movedOn });
      },
      choose(to, slot, extend = false) {
        placed = undefined;
        const other = extend ? (anchor ?? chosen) : undefined;
        choose({ layer: to, slot }, other, { joining: undefined });
      },
      goToPlace(text) {
        if (!layer || !grid) return false;
        const counting = countingOf(rhythm, layer);
        const result = slotAt(text, rhythm.cycle, layer, grid, counting);
        if (result.ok) goTo(result.slot);
        else put({ said: result.message });
        return result.ok;
      },
      goTo,
      goToLayer(step, extend = false) {
        const other = timing?.layers[chosen.layer + step];
        if (!other) return;
        placed = undefined;
        put({ asked: state.now().asked + 1, joining: undefined });
        const from = grid ? numberAt(grid.startTicks, chosen.slot) : 0;
        const slot = other.startTicks.findLastIndex((start) => start <= from);
        choose(
          { layer: chosen.layer + step, slot: Math.max(0, slot) },
          extend ? (anchor ?? chosen) : undefined,
        );
      },
      say: (text) => put({ said: text }),
    };
    return {
      rhythm,
      timing,
      chosen,
      isStretch,
      ranges,
      layer,
      grid,
      commands,
      joining: joining !== undefined,
      said,
      asked,
    };
  }
}

/** What the pointer does on a line, as functions that stay the same while the line changes. */
export function handOn({ now }: OpenLine) {
  return {
    onChoose: (at: SlotRef, extend = false) => now().commands.choose(at.layer, at.slot, extend),
    onWeigh: (...given: Parameters<LineCommands['weigh']>) => now().commands.weigh(...given),
    onSlide: (...given: Parameters<LineCommands['slide']>) => now().commands.slide(...given),
  };
}

/** A stretch on its way along the line. */
interface Moving {
  readonly from: Rhythm;
  readonly ranges: ReadonlyMap<number, SlotRange>;
  readonly by: number;
  readonly result: Rhythm;
}
