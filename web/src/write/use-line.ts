import { compoundOf, findInstrument, strokeKind, strokeMeant } from '@stride/core/instrument';
import { slotAt } from '@stride/core/read';
import {
  type Clip,
  copyRange,
  copyTurn,
  countingOf,
  divideCell,
  editLayer,
  type Hand,
  isFootKind,
  joinClips,
  type Layer,
  mapStrokes,
  mirrorHands,
  paste,
  placeStroke,
  placeStrokes,
  type Rhythm,
  removeStrokes,
  setForce,
  setHand,
  shiftStrokes,
  slotCount,
  stepForce,
  strokesAt,
  swapHands,
  type TimingResult,
  toggleAccent,
  toggleRing,
  toggleTogether,
} from '@stride/core/rhythm';
import type { InstrumentClip } from '@stride/core/text';
import { wrap } from '@stride/core/time';
import { counted, form } from '@stride/core/wording';
import { useEffect, useRef, useState } from 'react';
import type { RhythmDocument } from '../store/document.ts';
import { overSeam, placesBelow, rangesOf, type SlotRange } from '../strideline/ranges.ts';
import { type SlotRef, slotElementId } from '../strideline/SlotGrid.tsx';
import { announce } from '../ui/live.tsx';
import { copyOut, toPaste } from './clipboard.ts';
import type { Line, LineCommands } from './line.ts';
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
  const [said, setSaid] = useState<string>();
  /** The other end of a stretch that was chosen with Shift. */
  const [anchor, setAnchor] = useState<SlotRef>();
  /** The stretch after it was moved, where it may go over the seam; until another choice. */
  const [moved, setMoved] = useState<ReadonlyMap<number, SlotRange>>();
  /** What is being moved step by step, from where it was: what lies in its way is not taken along. */
  const moving = useRef<Moving>(undefined);
  const focusNext = useRef(false);
  const [, look] = useState(0);
  /** `onlyAdd` right after a stroke was placed: what was just written is not taken out again. */
  const [joining, setJoining] = useState<'toggle' | 'onlyAdd'>();
  /** The slot of the stroke that was placed a moment ago. */
  const placed = useRef<SlotRef>(undefined);

  // The chosen slot takes the focus after a command moved the choice; a click has focused it already.
  useEffect(() => {
    if (!focusNext.current) return;
    focusNext.current = false;
    window.document.getElementById(slotElementId(rhythm.id, chosen))?.focus();
  });

  const layer = rhythm.layers[chosen.layer];
  const grid = timed.ok ? timed.timing.layers[chosen.layer] : undefined;
  const last = (grid?.starts.length ?? 1) - 1;
  const timing = timed.ok ? timed.timing : undefined;
  const ranges = moved ?? rangesOf(timing, anchor, chosen);
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
    const kind = layer && findInstrument(layer.instrument);
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
          editLayer(after, before.layers[index]?.id ?? '', (one) => change(one, range, index)),
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

  /** Copies, and says so where other programs cannot have it. */
  function give(clips: readonly InstrumentClip[]): void {
    copyOut(clips, rhythm.cycle).then((shared) => {
      if (!shared) setSaid('Copied for this tab; the browser does not let other programs have it.');
    });
  }

  /** Keeps the chosen stretch of every layer it reaches over. */
  function copyStretch(): void {
    give(
      [...ranges].flatMap(([index, [from, to]]) => {
        const one = rhythm.layers[index];
        return one ? [{ clip: copyStretchOf(one, [from, to]), instrument: one.instrument }] : [];
      }),
    );
  }

  const stretchSaid =
    ranges.size > 1 ? `a stretch of ${ranges.size} layers` : saySlots(range, last + 1);

  const commands: LineCommands = {
    place(typed) {
      const instrument = layer && findInstrument(layer.instrument);
      const compound = instrument && compoundOf(instrument, typed);
      const code = (instrument && strokeMeant(instrument, typed)?.code) ?? typed;
      if (instrument && compound) {
        const taken = edit((before) =>
          placeStrokes(
            before,
            chosen.slot,
            chosen.slot + 1,
            compound.parts.map((kind) => ({ slot: chosen.slot, kind, force: 3 as const })),
          ),
        );
        if (taken) goOn(code);
        return;
      }
      if (!instrument || !strokeKind(instrument, code)) {
        const codes = instrument?.strokes.map((stroke) => stroke.code).join(' ');
        focusSlot();
        setSaid(`The ${instrument?.name} has no stroke “${code}”. It has ${codes}.`);
        return;
      }
      if (joining) {
        const there = layer && strokesAt(layer, chosen.slot).some((one) => one.kind === code);
        if (joining === 'onlyAdd' && there) {
          focusSlot();
          setJoining(undefined);
          setSaid('That stroke is here already. Another letter joins it.');
          return;
        }
        if (edit((before) => toggleTogether(before, chosen.slot, code))) goOn(code);
        return;
      }
      const taken = edit((before) => {
        const [old] = strokesAt(before, chosen.slot);
        const hand = isFootKind(before, code)
          ? undefined
          : (old?.hand ?? handInTurn(before, chosen.slot));
        return placeStroke(before, {
          slot: chosen.slot,
          kind: code,
          force: old?.force ?? 3,
          ...(hand ? { hand } : {}),
          ...(old?.say ? { say: old.say } : {}),
        });
      });
      if (taken) goOn(code);
    },
    together() {
      focusSlot();
      const before = placed.current;
      placed.current = undefined;
      setSaid(undefined);
      if (joining) {
        setJoining(undefined);
        return;
      }
      const justPlaced = before?.layer === chosen.layer;
      setJoining(justPlaced ? 'onlyAdd' : 'toggle');
      if (justPlaced) choose(before);
      setSaid(
        justPlaced
          ? 'The next stroke sounds together with the one just placed.'
          : 'The next stroke sounds together with what is in this slot, or is taken out of it.',
      );
    },
    remove() {
      editEach(removeStrokes);
      announce('Removed');
    },
    accent: () => mark(toggleAccent),
    ghost: () =>
      mark((before, slot) => {
        const all = strokesAt(before, slot).every((stroke) => stroke.force === 1);
        return setForce(before, slot, all ? 3 : 1);
      }),
    louder: (step) => mark((before, slot) => stepForce(before, slot, step)),
    hand(hand) {
      if (layer && !isStretch && strokesAt(layer, chosen.slot).length > 1) {
        const swapped = swapHands(layer, chosen.slot);
        edit(() => swapped);
        setSaid(
          swapped === layer
            ? 'Several strokes sound here. Type their hands in the hand row, joined like R+L.'
            : 'Right and left have changed over.',
        );
        return;
      }
      mark((before, slot) => setHand(before, slot, hand));
    },
    weigh(at, force, hand) {
      const target = rhythm.layers[at.layer];
      if (!target) return;
      const weighed = (before: Layer) => setHand(setForce(before, at.slot, force), at.slot, hand);
      document.edit(
        (before) => editLayer(before, target.id, weighed),
        `drag:${target.id}:${at.slot}`,
      );
    },
    slide(at, to) {
      placed.current = undefined;
      const target = rhythm.layers[at.layer];
      if (!target) return;
      const slid = (before: Layer) => shiftStrokes(before, at.slot, at.slot, to - at.slot);
      document.edit((before) => editLayer(before, target.id, slid), `slide:${target.id}`);
      choose({ layer: at.layer, slot: to });
    },
    divide(slots) {
      if (!layer || !grid) return;
      const cell = grid.cellOf[chosen.slot] ?? 0;
      const first = grid.firstSlot[cell] ?? 0;
      const result = divideCell(layer, cell, slots);
      if (result.layer === layer || !edit(() => result.layer)) return;
      const old = layer.cells[cell]?.slots ?? 1;
      const within = Math.min(slots - 1, Math.round(((chosen.slot - first) * slots) / old));
      choose({ layer: chosen.layer, slot: first + within });
      setSaid(sayDivision(slots, result.moved.length, result.lost.length));
    },
    copy() {
      if (!layer) return;
      focusSlot();
      if (isStretch) {
        copyStretch();
        setSaid(`Copied ${stretchSaid}. Ctrl V puts it from the slot you choose.`);
        return;
      }
      const clip = copyTurn(rhythm, layer, chosen.slot);
      if (clip) give([{ clip, instrument: layer.instrument }]);
      setSaid(
        clip
          ? 'Copied this turn. Ctrl V puts it over the turn you choose.'
          : 'This layer’s cells cross the turn here; choose a stretch with Shift and the arrows to copy it.',
      );
    },
    cut() {
      if (!isStretch) {
        setSaid('Choose a stretch with Shift and the arrows first.');
        return;
      }
      copyStretch();
      editRanges((before, stretch) =>
        overSeam(stretch, slotCount(before)).reduce(
          (now, [from, to]) => placeStrokes(now, from, to + 1, []),
          before,
        ),
      );
      setSaid(`Took out ${stretchSaid}. Ctrl V puts it from the slot you choose.`);
    },
    paste(text) {
      const first = Math.min(...ranges.keys());
      const instruments = rhythm.layers.slice(first).map((one) => one.instrument);
      const found = toPaste(text, instruments, rhythm.cycle);
      if (!found.ok) {
        setSaid(found.message);
        return;
      }
      const from = ranges.get(first)?.[0] ?? chosen.slot;
      const places = placesBelow(timing, { layer: first, slot: from }, found.clips.length);
      let left = 0;
      editRanges((before, [slot], index) => {
        const clip = found.clips[index - first];
        const instrument = findInstrument(before.instrument);
        if (!clip || !instrument) return before;
        // From another instrument only the strokes that this one has as well can come along.
        const strokes = clip.strokes.filter((stroke) => strokeKind(instrument, stroke.kind));
        left += clip.strokes.length - strokes.length;
        return paste(rhythm, before, slot, { ...clip, strokes });
      }, places);
      const said = [
        ...(left > 0 ? [`${left} strokes were left out: this instrument does not have them.`] : []),
        ...(found.clips.length > places.size
          ? [`There is no layer for ${found.clips.length - places.size} of the copied ones.`]
          : []),
      ];
      if (said.length > 0) setSaid(said.join(' '));
    },
    ornament: (ornament) =>
      mark((before, slot) =>
        mapStrokes(before, slot, ({ ornament: old, ...rest }) =>
          old === ornament ? rest : { ...rest, ornament },
        ),
      ),
    damp: () =>
      mark((before, slot) =>
        mapStrokes(before, slot, ({ damp, ...rest }) => (damp ? rest : { ...rest, damp: true })),
      ),
    optional: () =>
      mark((before, slot) =>
        mapStrokes(before, slot, ({ optional, ...rest }) =>
          optional ? rest : { ...rest, optional: true },
        ),
      ),
    ring: () => editEach(toggleRing),
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
        const id = start.from.layers[index]?.id ?? '';
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
    change: (change) => edit((before) => change(before, rhythm)),
    changeStretch(change) {
      if (isStretch) {
        editRanges((before, stretch) =>
          overSeam(stretch, slotCount(before)).reduce(
            (now, part) => change(now, part, rhythm),
            before,
          ),
        );
      } else edit((before) => change(before, [0, slotCount(before) - 1], rhythm));
    },
    mirror() {
      focusSlot();
      document.edit(mirrorHands);
      setSaid('Every hand has gone to the other side; undo brings them back.');
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
      const now = grid?.startTicks[chosen.slot] ?? 0;
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

/** The other hand from the stroke before, where hands are written in this layer. */
function handInTurn(layer: Layer, slot: number): Hand | undefined {
  if (!layer.strokes.some((stroke) => stroke.hand)) return undefined;
  const before = layer.strokes.findLast((stroke) => stroke.slot < slot);
  return before?.hand === 'R' ? 'L' : 'R';
}

/** The copied slots of a stretch, in order over the seam of its layer too. */
function copyStretchOf(layer: Layer, stretch: SlotRange): Clip {
  const [first, second] = overSeam(stretch, slotCount(layer)).map(([from, to]) =>
    copyRange(layer, from, to),
  );
  if (!first) return copyRange(layer, ...stretch);
  return second ? joinClips(first, second) : first;
}

function saySlots([from, to]: SlotRange, size: number): string {
  return counted(from <= to ? to - from + 1 : size - from + to + 1, 'slot');
}

function sayDivision(slots: number, moved: number, lost: number): string {
  const parts = [`This cell now has ${counted(slots, 'slot')}.`];
  if (moved > 0) {
    parts.push(`${counted(moved, 'stroke')} moved to the nearest one.`);
  }
  if (lost > 0) {
    parts.push(
      `${lost} found no room and ${form(lost, 'is')} gone; Undo brings back what was there.`,
    );
  }
  return parts.join(' ');
}
