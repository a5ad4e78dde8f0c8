import { compoundOf, findInstrument, strokeKind } from '@stride/core/instrument';
import { slotAt } from '@stride/core/read';
import {
  copyRange,
  copyTurn,
  countingOf,
  divideCell,
  editLayer,
  type Hand,
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
import { useEffect, useRef, useState } from 'react';
import type { RhythmDocument } from '../store/document.ts';
import { type SlotRef, slotElementId } from '../strideline/SlotGrid.tsx';
import { copyOut, toPaste } from './clipboard.ts';
import type { Line, LineCommands } from './line.ts';
import { placesBelow, rangesOf, type SlotRange } from './ranges.ts';
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
  const focusNext = useRef(false);
  const [joining, setJoining] = useState(false);
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
  const ranges = rangesOf(timing, anchor, chosen);
  const range: SlotRange = ranges.get(chosen.layer) ?? [chosen.slot, chosen.slot];

  function edit(change: (before: Layer) => Layer, stroke?: string): void {
    focusNext.current = true;
    placed.current = undefined;
    setSaid(undefined);
    if (!layer) return;
    document.edit((draft) => {
      const after = editLayer(draft.rhythm, layer.id, change);
      if (after === draft.rhythm) return draft;
      const { [layer.id]: _typed, ...drafts } = draft.drafts;
      return { rhythm: after, drafts };
    }, stroke);
  }

  /** After a stroke was placed: on to the next slot. */
  function goOn(): void {
    setAnchor(undefined);
    setJoining(false);
    placed.current = chosen;
    onChoose({ layer: chosen.layer, slot: Math.min(last, chosen.slot + 1) });
  }

  function goTo(slot: number, extend = false): void {
    focusNext.current = true;
    placed.current = undefined;
    setSaid(undefined);
    setAnchor(extend ? (anchor ?? chosen) : undefined);
    onChoose({ layer: chosen.layer, slot: Math.min(last, Math.max(0, slot)) });
  }

  /** An edit of the chosen stretch, in every layer it reaches over. */
  function editRanges(
    change: (layer: Layer, range: SlotRange, index: number) => Layer,
    where: ReadonlyMap<number, SlotRange> = ranges,
  ): void {
    focusNext.current = true;
    placed.current = undefined;
    setSaid(undefined);
    document.edit((draft) => {
      let after = draft.rhythm;
      const drafts = { ...draft.drafts };
      for (const [index, range] of where) {
        const id = draft.rhythm.layers[index]?.id ?? '';
        const before = after;
        after = editLayer(after, id, (one) => change(one, range, index));
        if (after !== before) delete drafts[id];
      }
      return after === draft.rhythm ? draft : { rhythm: after, drafts };
    });
  }

  /** The same edit on every slot of the chosen stretch. */
  function editEach(change: (layer: Layer, slot: number) => Layer): void {
    editRanges((before, [from, to]) => {
      let changed = before;
      for (let slot = from; slot <= to; slot += 1) changed = change(changed, slot);
      return changed;
    });
  }

  const isStretch = ranges.size > 1 || range[0] !== range[1];

  /** Keeps the chosen stretch of every layer it reaches over. */
  function copyStretch(): void {
    copyOut(
      [...ranges].flatMap(([index, [from, to]]) => {
        const one = rhythm.layers[index];
        return one ? [{ clip: copyRange(one, from, to), instrument: one.instrument }] : [];
      }),
      rhythm.cycle,
    );
  }

  const stretchSaid = ranges.size > 1 ? `a stretch of ${ranges.size} layers` : saySlots(range);

  const commands: LineCommands = {
    place(code) {
      const instrument = layer && findInstrument(layer.instrument);
      const compound = instrument && compoundOf(instrument, code);
      if (instrument && compound) {
        edit((before) =>
          placeStrokes(
            before,
            chosen.slot,
            chosen.slot + 1,
            compound.parts.map((kind) => ({ slot: chosen.slot, kind, force: 3 as const })),
          ),
        );
        goOn();
        return;
      }
      if (!instrument || !strokeKind(instrument, code)) {
        const codes = instrument?.strokes.map((stroke) => stroke.code).join(' ');
        focusNext.current = true;
        setSaid(`The ${instrument?.name} has no stroke “${code}”. It has ${codes}.`);
        return;
      }
      if (joining) {
        edit((before) => toggleTogether(before, chosen.slot, code));
        goOn();
        return;
      }
      edit((before) => {
        const [old] = strokesAt(before, chosen.slot);
        const hand = old?.hand ?? handInTurn(before, chosen.slot);
        return placeStroke(before, {
          slot: chosen.slot,
          kind: code,
          force: old?.force ?? 3,
          ...(hand ? { hand } : {}),
          ...(old?.say ? { say: old.say } : {}),
        });
      });
      goOn();
    },
    together() {
      focusNext.current = true;
      setJoining(!joining);
      const before = placed.current;
      placed.current = undefined;
      setSaid(undefined);
      if (joining) return;
      if (before?.layer === chosen.layer) onChoose(before);
      setSaid('The next stroke sounds together with what is in this slot, or is taken out of it.');
    },
    remove: () => editEach(removeStrokes),
    accent: () => editEach(toggleAccent),
    ghost: () =>
      editEach((before, slot) => {
        const all = strokesAt(before, slot).every((stroke) => stroke.force === 1);
        return setForce(before, slot, all ? 3 : 1);
      }),
    louder: (step) => editEach((before, slot) => stepForce(before, slot, step)),
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
      editEach((before, slot) => setHand(before, slot, hand));
    },
    weigh(at, force, hand) {
      const target = rhythm.layers[at.layer];
      if (!target) return;
      document.edit((draft) => {
        const after = editLayer(draft.rhythm, target.id, (before) =>
          setHand(setForce(before, at.slot, force), at.slot, hand),
        );
        if (after === draft.rhythm) return draft;
        const { [target.id]: _typed, ...drafts } = draft.drafts;
        return { rhythm: after, drafts };
      }, `drag:${target.id}:${at.slot}`);
    },
    slide(at, to) {
      placed.current = undefined;
      const target = rhythm.layers[at.layer];
      if (!target) return;
      document.edit((draft) => {
        const after = editLayer(draft.rhythm, target.id, (before) =>
          shiftStrokes(before, at.slot, at.slot, to - at.slot),
        );
        const { [target.id]: _typed, ...drafts } = draft.drafts;
        return { rhythm: after, drafts };
      }, `slide:${target.id}`);
      onChoose({ layer: at.layer, slot: to });
    },
    divide(slots) {
      if (!layer || !grid) return;
      const cell = grid.cellOf[chosen.slot] ?? 0;
      const first = grid.firstSlot[cell] ?? 0;
      const result = divideCell(layer, cell, slots);
      if (result.layer === layer) return;
      edit(() => result.layer);
      const old = layer.cells[cell]?.slots ?? 1;
      const within = Math.min(slots - 1, Math.round(((chosen.slot - first) * slots) / old));
      setAnchor(undefined);
      onChoose({ layer: chosen.layer, slot: first + within });
      setSaid(sayDivision(slots, result.moved.length, result.lost.length));
    },
    copy() {
      if (!layer) return;
      focusNext.current = true;
      if (isStretch) {
        copyStretch();
        setSaid(`Copied ${stretchSaid}. Ctrl V puts it from the slot you choose.`);
        return;
      }
      const clip = copyTurn(rhythm, layer, chosen.slot);
      if (clip) copyOut([{ clip, instrument: layer.instrument }], rhythm.cycle);
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
      editRanges((before, [from, to]) => placeStrokes(before, from, to + 1, []));
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
      editEach((before, slot) =>
        mapStrokes(before, slot, ({ ornament: old, ...rest }) =>
          old === ornament ? rest : { ...rest, ornament },
        ),
      ),
    damp: () =>
      editEach((before, slot) =>
        mapStrokes(before, slot, ({ damp, ...rest }) => (damp ? rest : { ...rest, damp: true })),
      ),
    optional: () =>
      editEach((before, slot) =>
        mapStrokes(before, slot, ({ optional, ...rest }) =>
          optional ? rest : { ...rest, optional: true },
        ),
      ),
    ring: () => editEach(toggleRing),
    shift(by) {
      editRanges((before, [from, to]) => shiftStrokes(before, from, to, by));
      const moved = ({ layer: index, slot }: SlotRef): SlotRef => {
        const size = slotCount(rhythm.layers[index] ?? { cells: [] }) || 1;
        return { layer: index, slot: (((slot + by) % size) + size) % size };
      };
      setAnchor(isStretch && anchor ? moved(anchor) : undefined);
      onChoose(moved(chosen));
    },
    change: (change) => edit((before) => change(before, rhythm)),
    changeStretch(change) {
      if (isStretch) editRanges(change);
      else edit((before) => change(before, [0, slotCount(before) - 1]));
    },
    mirror() {
      focusNext.current = true;
      document.edit((draft) => ({ rhythm: mirrorHands(draft.rhythm), drafts: {} }));
      setSaid('Every hand has gone to the other side; undo brings them back.');
    },
    choose(to, slot, extend = false) {
      placed.current = undefined;
      setAnchor(extend ? (anchor ?? chosen) : undefined);
      onChoose({ layer: to, slot });
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
      focusNext.current = true;
      placed.current = undefined;
      setAnchor(extend ? (anchor ?? chosen) : undefined);
      const now = grid?.startTicks[chosen.slot] ?? 0;
      const slot = other.startTicks.findLastIndex((start) => start <= now);
      onChoose({ layer: chosen.layer + step, slot: Math.max(0, slot) });
    },
    say: setSaid,
  };
  const latest = useRef(commands);
  latest.current = commands;
  usePaste(rhythm.id, latest);
  return { chosen, isStretch, ranges, layer, grid, commands, joining, said };
}

/** The other hand from the stroke before, where hands are written in this layer. */
function handInTurn(layer: Layer, slot: number): Hand | undefined {
  if (!layer.strokes.some((stroke) => stroke.hand)) return undefined;
  const before = layer.strokes.findLast((stroke) => stroke.slot < slot);
  return before?.hand === 'R' ? 'L' : 'R';
}

function saySlots([from, to]: SlotRange): string {
  return `${to - from + 1} slots`;
}

function sayDivision(slots: number, moved: number, lost: number): string {
  const parts = [`This cell now has ${slots} ${slots === 1 ? 'slot' : 'slots'}.`];
  if (moved > 0) {
    parts.push(`${moved} ${moved === 1 ? 'stroke' : 'strokes'} moved to the nearest one.`);
  }
  if (lost > 0) {
    parts.push(
      `${lost} found no room and ${lost === 1 ? 'is' : 'are'} gone; Undo brings back what was there.`,
    );
  }
  return parts.join(' ');
}
