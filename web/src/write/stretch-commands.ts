import { numberAt } from '@stride/core/bounds';
import { instrumentOf, strokeKind } from '@stride/core/instrument';
import {
  type Clip,
  copyRange,
  copyTurn,
  joinClips,
  type Layer,
  mirrorHands,
  paste,
  placeStrokes,
  slotCount,
} from '@stride/core/rhythm';
import type { InstrumentClip } from '@stride/core/text';
import { keepTurns } from '@stride/core/variation';
import { counted } from '@stride/core/wording';
import { overSeam, placesBelow, type SlotRange } from '../strideline/ranges.ts';
import { copyOut, toPaste } from './clipboard.ts';
import type { LineCommands } from './line.ts';
import type { LineHands } from './line-hands.ts';

/** The commands for stretches, turns and whole layers. */
type StretchCommands = Pick<
  LineCommands,
  'copy' | 'cut' | 'paste' | 'change' | 'changeStretch' | 'keepTurns' | 'mirror'
>;

export function stretchCommands(hands: LineHands): StretchCommands {
  const { document, rhythm, timing, layer, chosen, ranges, isStretch } = hands;
  const { edit, editRanges, focusSlot, say } = hands;

  /** Copies, and says so where other programs cannot have it. */
  function give(clips: readonly InstrumentClip[]): void {
    copyOut(clips, rhythm.cycle).then((shared) => {
      if (!shared) say('Copied for this tab; the browser does not let other programs have it.');
    });
  }

  /** Keeps the chosen stretch of every layer it reaches over. */
  function copyStretch(): void {
    give(
      [...ranges].flatMap(([index, [from, to]]) => {
        const one = rhythm.layers[index];
        return one
          ? [{ clip: copyStretchOf(one, [from, to]), instrument: one.instrument, own: one.own }]
          : [];
      }),
    );
  }

  const stretchSaid =
    ranges.size > 1
      ? `a stretch of ${ranges.size} layers`
      : saySlots(ranges.get(chosen.layer) ?? [chosen.slot, chosen.slot], hands.slots);

  return {
    copy() {
      if (!layer) return;
      focusSlot();
      if (isStretch) {
        copyStretch();
        say(`Copied ${stretchSaid}. Ctrl V puts it from the slot you choose.`);
        return;
      }
      const clip = copyTurn(rhythm, layer, chosen.slot);
      if (clip) give([{ clip, instrument: layer.instrument, own: layer.own }]);
      say(
        clip
          ? 'Copied this turn. Ctrl V puts it over the turn you choose.'
          : 'This layer’s cells cross the turn here; choose a stretch with Shift and the arrows to copy it.',
      );
    },
    cut() {
      if (!isStretch) {
        say('Choose a stretch with Shift and the arrows first.');
        return;
      }
      copyStretch();
      editRanges((before, stretch) =>
        overSeam(stretch, slotCount(before)).reduce(
          (now, [from, to]) => placeStrokes(now, from, to + 1, []),
          before,
        ),
      );
      say(`Took out ${stretchSaid}. Ctrl V puts it from the slot you choose.`);
    },
    paste(text) {
      const first = Math.min(...ranges.keys());
      const instruments = rhythm.layers.slice(first).map((one) => instrumentOf(one));
      const found = toPaste(text, instruments, rhythm.cycle);
      if (!found.ok) {
        say(found.message);
        return;
      }
      const from = ranges.get(first)?.[0] ?? chosen.slot;
      const places = placesBelow(timing, { layer: first, slot: from }, found.clips.length);
      let left = 0;
      editRanges((before, [slot], index) => {
        const clip = found.clips[index - first];
        const instrument = instrumentOf(before);
        if (!clip || !instrument) return before;
        // From another instrument only the strokes that this one has as well can come along.
        const strokes = clip.strokes.filter((stroke) => strokeKind(instrument, stroke.kind));
        left += clip.strokes.length - strokes.length;
        return paste(rhythm, before, slot, { ...clip, strokes });
      }, places);
      const said = [
        ...(left > 0
          ? [
              `${counted(left, 'stroke')} left out: this instrument does not have ${left === 1 ? 'it' : 'them'}.`,
            ]
          : []),
        ...(found.clips.length > places.size
          ? [`There is no layer for ${found.clips.length - places.size} of the copied ones.`]
          : []),
      ];
      if (said.length > 0) say(said.join(' '));
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
    keepTurns() {
      if (!timing) return;
      const turns: number[] = [];
      const layers = [...ranges].flatMap(([index, slots]) => {
        const [id, grid] = [rhythm.layers[index]?.id, timing.layers[index]];
        if (id === undefined || !grid) return [];
        for (const slot of slots)
          turns.push(Math.floor(numberAt(grid.startTicks, slot) / timing.turnTicks));
        return [id];
      });
      const from = Math.min(...turns);
      const kept = keepTurns(rhythm, layers, from, Math.max(...turns) - from + 1);
      if (!kept.ok) say(kept.message);
      else if (document.edit(() => kept.rhythm))
        say(`${kept.name} is a variation now, below the line; undo takes it out again.`);
    },
    mirror() {
      focusSlot();
      document.edit(mirrorHands);
      say('Every hand has gone to the other side; undo brings them back.');
    },
  };
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
