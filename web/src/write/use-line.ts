import { compoundOf, findInstrument, strokeKind } from '@stride/core/instrument';
import { slotAt } from '@stride/core/read';
import {
  type Clip,
  copyRange,
  copyTurn,
  countingOf,
  divideCell,
  editLayer,
  type Force,
  type Hand,
  type Layer,
  type LayerGrid,
  mapStrokes,
  mirrorHands,
  type Ornament,
  paste,
  placeStroke,
  placeStrokes,
  type Rhythm,
  removeStrokes,
  setForce,
  setHand,
  shiftStrokes,
  stepForce,
  strokesAt,
  type TimingResult,
  toggleAccent,
} from '@stride/core/rhythm';
import { useEffect, useRef, useState } from 'react';
import type { RhythmDocument } from '../store/document.ts';
import { type SlotRef, slotElementId } from '../strideline/SlotGrid.tsx';
import { rangesOf, type SlotRange } from './ranges.ts';

interface LineOptions {
  readonly document: RhythmDocument;
  readonly rhythm: Rhythm;
  readonly timed: TimingResult;
  readonly chosen: SlotRef;
  readonly onChoose: (at: SlotRef) => void;
}

/** Everything that can be done on the line, whatever hand asks for it: a key, a button, the pointer. */
export interface LineCommands {
  place(code: string): void;
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
  paste(): void;
  /** Puts this ornament on the strokes of the chosen slots, or takes it away again. */
  ornament(ornament: Ornament): void;
  /** Chokes the strokes at the end of their slot, or lets them ring again. */
  damp(): void;
  optional(): void;
  /** Moves the strokes of the chosen slots along the line. */
  shift(by: number): void;
  /** Any edit of the chosen layer. */
  change(edit: (before: Layer, rhythm: Rhythm) => Layer): void;
  /** Every hand of the rhythm to the other side. */
  mirror(): void;
  choose(layer: number, slot: number): void;
  /** Goes to a counted place; where there is none, says why. @returns whether there was one */
  goToPlace(text: string): boolean;
  goTo(slot: number, extend?: boolean): void;
  goToLayer(step: 1 | -1, extend?: boolean): void;
  say(text: string): void;
}

export interface Line {
  readonly chosen: SlotRef;
  readonly range: SlotRange;
  /** The stretch in every layer it reaches over; one slot of one layer where nothing more is chosen. */
  readonly ranges: ReadonlyMap<number, SlotRange>;
  readonly layer: Layer | undefined;
  readonly grid: LayerGrid | undefined;
  readonly commands: LineCommands;
  /** What the last command did, where that is not plain to see. */
  readonly said: string | undefined;
}

/** What was copied last; it goes from rhythm to rhythm. */
let clip: Clip | undefined;

/** The line under the player's hands: where the choice is, and what can be done there. */
export function useLine(options: LineOptions): Line {
  const { document, rhythm, timed, chosen, onChoose } = options;
  const [said, setSaid] = useState<string>();
  /** The other end of a stretch that was chosen with Shift. */
  const [anchor, setAnchor] = useState<SlotRef>();
  const focusNext = useRef(false);

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
    setSaid(undefined);
    if (!layer) return;
    document.edit((draft) => {
      const after = editLayer(draft.rhythm, layer.id, change);
      if (after === draft.rhythm) return draft;
      const { [layer.id]: _typed, ...drafts } = draft.drafts;
      return { rhythm: after, drafts };
    }, stroke);
  }

  function goTo(slot: number, extend = false): void {
    focusNext.current = true;
    setSaid(undefined);
    setAnchor(extend ? (anchor ?? chosen) : undefined);
    onChoose({ layer: chosen.layer, slot: Math.min(last, Math.max(0, slot)) });
  }

  /** The same edit on every slot of the chosen stretch, in every layer it reaches over. */
  function editEach(change: (layer: Layer, slot: number) => Layer): void {
    focusNext.current = true;
    setSaid(undefined);
    document.edit((draft) => {
      let after = draft.rhythm;
      const drafts = { ...draft.drafts };
      for (const [index, [from, to]] of ranges) {
        const id = draft.rhythm.layers[index]?.id ?? '';
        const before = after;
        after = editLayer(after, id, (one) => {
          let changed = one;
          for (let slot = from; slot <= to; slot += 1) changed = change(changed, slot);
          return changed;
        });
        if (after !== before) delete drafts[id];
      }
      return after === draft.rhythm ? draft : { rhythm: after, drafts };
    });
  }

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
        setAnchor(undefined);
        onChoose({ layer: chosen.layer, slot: Math.min(last, chosen.slot + 1) });
        return;
      }
      if (!instrument || !strokeKind(instrument, code)) {
        const codes = instrument?.strokes.map((stroke) => stroke.code).join(' ');
        focusNext.current = true;
        setSaid(`The ${instrument?.name} has no stroke “${code}”. It has ${codes}.`);
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
      setAnchor(undefined);
      onChoose({ layer: chosen.layer, slot: Math.min(last, chosen.slot + 1) });
    },
    remove: () => editEach(removeStrokes),
    accent: () => editEach(toggleAccent),
    ghost: () =>
      editEach((before, slot) => {
        const all = strokesAt(before, slot).every((stroke) => stroke.force === 1);
        return setForce(before, slot, all ? 3 : 1);
      }),
    louder: (step) => editEach((before, slot) => stepForce(before, slot, step)),
    hand: (hand) => editEach((before, slot) => setHand(before, slot, hand)),
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
      const whole = range[0] === range[1];
      clip = whole ? copyTurn(rhythm, layer, chosen.slot) : copyRange(layer, range[0], range[1]);
      setSaid(
        clip
          ? `Copied ${whole ? 'this turn' : `${clip.slots} slots`}. Ctrl V puts ${whole ? 'it over the turn you choose' : 'them from the slot you choose'}.`
          : 'This layer’s cells cross the turn here; choose a stretch with Shift and the arrows to copy it.',
      );
    },
    cut() {
      if (!layer || range[0] === range[1]) {
        setSaid('Choose a stretch with Shift and the arrows first.');
        return;
      }
      clip = copyRange(layer, range[0], range[1]);
      edit((before) => placeStrokes(before, range[0], range[1] + 1, []));
      setSaid(`Took out ${clip.slots} slots. Ctrl V puts them from the slot you choose.`);
    },
    paste() {
      const copied = clip;
      const instrument = layer && findInstrument(layer.instrument);
      if (!copied || !instrument) {
        setSaid('Nothing is copied yet: Ctrl C copies the turn, or the stretch chosen with Shift.');
        return;
      }
      // From another instrument only the strokes that this one has as well can come along.
      const strokes = copied.strokes.filter((stroke) => strokeKind(instrument, stroke.kind));
      const left = copied.strokes.length - strokes.length;
      edit((before) => paste(rhythm, before, range[0], { ...copied, strokes }));
      if (left > 0)
        setSaid(`${left} strokes were left out: the ${instrument.name} does not have them.`);
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
    shift(by) {
      edit((before) => shiftStrokes(before, range[0], range[1], by));
      const size = last + 1;
      const moved = (slot: number) => (((slot + by) % size) + size) % size;
      setAnchor(range[0] === range[1] ? undefined : { layer: chosen.layer, slot: moved(range[0]) });
      onChoose({ layer: chosen.layer, slot: moved(range[1]) });
    },
    change: (change) => edit((before) => change(before, rhythm)),
    mirror() {
      focusNext.current = true;
      document.edit((draft) => ({ rhythm: mirrorHands(draft.rhythm), drafts: {} }));
      setSaid('Every hand has gone to the other side; undo brings them back.');
    },
    choose(to, slot) {
      setAnchor(undefined);
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
      setAnchor(extend ? (anchor ?? chosen) : undefined);
      const now = grid?.startTicks[chosen.slot] ?? 0;
      const slot = other.startTicks.findLastIndex((start) => start <= now);
      onChoose({ layer: chosen.layer + step, slot: Math.max(0, slot) });
    },
    say: setSaid,
  };
  return { chosen, range, ranges, layer, grid, commands, said };
}

/** The other hand from the stroke before, where hands are written in this layer. */
function handInTurn(layer: Layer, slot: number): Hand | undefined {
  if (!layer.strokes.some((stroke) => stroke.hand)) return undefined;
  const before = layer.strokes.findLast((stroke) => stroke.slot < slot);
  return before?.hand === 'R' ? 'L' : 'R';
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
