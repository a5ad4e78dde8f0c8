import { nth, numberAt } from '@stride/core/bounds';
import { compoundOf, instrumentOf, strokeKind, strokeMeant } from '@stride/core/instrument';
import {
  divideCell,
  editLayer,
  type Hand,
  isFootKind,
  type Layer,
  mapStrokes,
  placeStroke,
  placeStrokes,
  recutPlaces,
  removeStrokes,
  setForce,
  setHand,
  shiftStrokes,
  stepForce,
  strokesAt,
  swapHands,
  toggleAccent,
  toggleRing,
  toggleTogether,
} from '@stride/core/rhythm';
import { counted, form } from '@stride/core/wording';
import { announce } from '../ui/live.tsx';
import type { LineCommands } from './line.ts';
import type { LineHands } from './line-hands.ts';

/** The commands for single strokes and the cells they stand in. */
type StrokeCommands = Pick<
  LineCommands,
  | 'place'
  | 'together'
  | 'remove'
  | 'accent'
  | 'ghost'
  | 'louder'
  | 'hand'
  | 'weigh'
  | 'slide'
  | 'divide'
  | 'ornament'
  | 'damp'
  | 'optional'
  | 'ring'
>;

export function strokeCommands(hands: LineHands): StrokeCommands {
  const { document, rhythm, layer, grid, chosen, isStretch, joining } = hands;
  const { edit, editEach, mark, focusSlot, choose, goOn, say, join } = hands;
  return {
    place(typed) {
      const instrument = layer && instrumentOf(layer);
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
        say(`The ${instrument?.name} has no stroke “${code}”. It has ${codes}.`);
        return;
      }
      if (joining) {
        const there = layer && strokesAt(layer, chosen.slot).some((one) => one.kind === code);
        if (joining === 'onlyAdd' && there) {
          focusSlot();
          join(undefined);
          say('That stroke is here already. Another letter joins it.');
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
      const before = hands.placed();
      hands.forgetPlaced();
      say(undefined);
      if (joining) {
        join(undefined);
        return;
      }
      const justPlaced = before?.layer === chosen.layer;
      join(justPlaced ? 'onlyAdd' : 'toggle');
      if (justPlaced) choose(before);
      say(
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
        say(
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
      hands.forgetPlaced();
      const target = rhythm.layers[at.layer];
      if (!target) return;
      const slid = (before: Layer) => shiftStrokes(before, at.slot, at.slot, to - at.slot);
      document.edit((before) => editLayer(before, target.id, slid), `slide:${target.id}`);
      choose({ layer: at.layer, slot: to });
    },
    divide(slots) {
      if (!layer || !grid) return;
      const cell = numberAt(grid.cellOf, chosen.slot);
      const first = numberAt(grid.firstSlot, cell);
      const recut = hands.recut();
      const result = divideCell(layer, cell, slots, recut);
      if (result.layer === layer || !edit(() => result.layer)) return;
      const old = nth(layer.cells, cell).slots;
      const part = chosen.slot - first;
      const nearest = Math.min(slots - 1, Math.round((part * slots) / old));
      const within = recutPlaces(recut, old, slots)?.[part] ?? nearest;
      choose({ layer: chosen.layer, slot: first + within });
      say(sayDivision(slots, result.moved.length, result.lost.length));
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
  };
}

/** The other hand from the stroke before, where hands are written in this layer. */
function handInTurn(layer: Layer, slot: number): Hand | undefined {
  if (!layer.strokes.some((stroke) => stroke.hand)) return undefined;
  const before = layer.strokes.findLast((stroke) => stroke.slot < slot);
  return before?.hand === 'R' ? 'L' : 'R';
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
