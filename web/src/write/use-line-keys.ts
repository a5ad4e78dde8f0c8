import { findInstrument, strokeKind } from '@stride/core/instrument';
import {
  divideCell,
  editLayer,
  type Layer,
  placeStroke,
  type Rhythm,
  removeStrokes,
  setHand,
  stepForce,
  strokesAt,
  type TimingResult,
  toggleAccent,
} from '@stride/core/rhythm';
import { type KeyboardEvent, useCallback, useEffect, useRef, useState } from 'react';
import type { RhythmDocument } from '../store/document.ts';
import { type SlotRef, slotElementId } from '../strideline/SlotGrid.tsx';

interface LineKeysOptions {
  readonly document: RhythmDocument;
  readonly rhythm: Rhythm;
  readonly timed: TimingResult;
  readonly chosen: SlotRef;
  readonly onChoose: (at: SlotRef) => void;
}

interface LineKeys {
  readonly onKeyDown: (event: KeyboardEvent) => void;
  /** What the last key did, where that is not plain to see. */
  readonly said: string | undefined;
}

/** The keys of the stride line: moving, placing by the instrument's letters, force, hand, division. */
export function useLineKeys(options: LineKeysOptions): LineKeys {
  const { document, rhythm, timed, chosen, onChoose } = options;
  const [said, setSaid] = useState<string>();
  const focusNext = useRef(false);

  // The chosen slot takes the focus after a key moved the choice; a click has focused it already.
  useEffect(() => {
    if (!focusNext.current) return;
    focusNext.current = false;
    window.document.getElementById(slotElementId(rhythm, chosen))?.focus();
  });

  const onKeyDown = useCallback(
    (event: KeyboardEvent) => {
      const layer = rhythm.layers[chosen.layer];
      const grid = timed.ok ? timed.timing.layers[chosen.layer] : undefined;
      if (!layer || !grid || event.ctrlKey || event.metaKey) return;
      const take = () => {
        event.preventDefault();
        event.stopPropagation();
        focusNext.current = true;
        setSaid(undefined);
      };
      const last = grid.starts.length - 1;
      const goTo = (slot: number) => {
        take();
        onChoose({ layer: chosen.layer, slot: Math.min(last, Math.max(0, slot)) });
      };
      const edit = (change: (before: Layer) => Layer) => {
        take();
        document.edit((draft) => {
          const after = editLayer(draft.rhythm, layer.id, change);
          if (after === draft.rhythm) return draft;
          const { [layer.id]: _typed, ...drafts } = draft.drafts;
          return { rhythm: after, drafts };
        });
      };

      if (event.altKey) {
        if (event.key === 'ArrowUp') edit((before) => setHand(before, chosen.slot, 'R'));
        else if (event.key === 'ArrowDown') edit((before) => setHand(before, chosen.slot, 'L'));
        else if (event.key === 'ArrowLeft') goTo(cellStart(grid, chosen.slot, -1));
        else if (event.key === 'ArrowRight') goTo(cellStart(grid, chosen.slot, 1));
        return;
      }
      switch (event.key) {
        case 'ArrowLeft':
          return goTo(chosen.slot - 1);
        case 'ArrowRight':
          return goTo(chosen.slot + 1);
        case 'Home':
          return goTo(0);
        case 'End':
          return goTo(last);
        case 'ArrowUp':
        case 'ArrowDown': {
          const next = chosen.layer + (event.key === 'ArrowUp' ? -1 : 1);
          const other = timed.ok ? timed.timing.layers[next] : undefined;
          if (!other) return;
          take();
          const now = grid.startTicks[chosen.slot] ?? 0;
          const slot = other.startTicks.findLastIndex((start) => start <= now);
          return onChoose({ layer: next, slot: Math.max(0, slot) });
        }
        case 'Delete':
        case 'Backspace':
        case '.':
          return edit((before) => removeStrokes(before, chosen.slot));
        case '!':
          return edit((before) => toggleAccent(before, chosen.slot));
        case '+':
        case '=':
          return edit((before) => stepForce(before, chosen.slot, 1));
        case '-':
          return edit((before) => stepForce(before, chosen.slot, -1));
      }
      if (/^[1-9]$/.test(event.key)) {
        const cell = grid.cellOf[chosen.slot] ?? 0;
        const first = grid.firstSlot[cell] ?? 0;
        const slots = Number(event.key);
        const result = divideCell(layer, cell, slots);
        if (result.layer === layer) return take();
        edit(() => result.layer);
        const old = layer.cells[cell]?.slots ?? 1;
        const within = Math.min(slots - 1, Math.round(((chosen.slot - first) * slots) / old));
        onChoose({ layer: chosen.layer, slot: first + within });
        setSaid(sayDivision(slots, result.moved.length, result.lost.length));
        return;
      }
      const instrument = findInstrument(layer.instrument);
      if (event.key.length !== 1 || event.key === ' ' || !instrument) return;
      if (!strokeKind(instrument, event.key)) {
        if (!/[a-z]/i.test(event.key)) return;
        take();
        const codes = instrument.strokes.map((stroke) => stroke.code).join(' ');
        setSaid(`The ${instrument.name} has no stroke “${event.key}”. It has ${codes}.`);
        return;
      }
      edit((before) => {
        const [old] = strokesAt(before, chosen.slot);
        const dealt = before.strokes.some((stroke) => stroke.hand)
          ? freeHand(before, chosen.slot)
          : undefined;
        const hand = old?.hand ?? dealt;
        return placeStroke(before, {
          slot: chosen.slot,
          kind: event.key,
          force: old?.force ?? 3,
          ...(hand ? { hand } : {}),
          ...(old?.say ? { say: old.say } : {}),
        });
      });
      onChoose({ layer: chosen.layer, slot: Math.min(last, chosen.slot + 1) });
    },
    [document, rhythm, timed, chosen, onChoose],
  );
  return { onKeyDown, said };
}

/** The other hand from the stroke before, so that hands go on in turn where they are written. */
function freeHand(layer: Layer, slot: number): 'R' | 'L' {
  const before = layer.strokes.findLast((stroke) => stroke.slot < slot);
  return before?.hand === 'R' ? 'L' : 'R';
}

function cellStart(
  grid: { readonly firstSlot: readonly number[]; readonly cellOf: readonly number[] },
  slot: number,
  step: 1 | -1,
): number {
  const cell = grid.cellOf[slot] ?? 0;
  const first = grid.firstSlot[cell] ?? 0;
  if (step < 0 && slot > first) return first;
  return grid.firstSlot[cell + step] ?? (step < 0 ? 0 : grid.cellOf.length - 1);
}

function sayDivision(slots: number, moved: number, lost: number): string {
  const parts = [`This cell now has ${slots} ${slots === 1 ? 'slot' : 'slots'}.`];
  if (moved > 0)
    parts.push(`${moved} ${moved === 1 ? 'stroke' : 'strokes'} moved to the nearest one.`);
  if (lost > 0) {
    parts.push(
      `${lost} found no room and ${lost === 1 ? 'is' : 'are'} gone; Undo brings them back.`,
    );
  }
  return parts.join(' ');
}
