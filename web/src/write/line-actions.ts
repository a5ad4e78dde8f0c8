import { findInstrument } from '@stride/core/instrument';
import {
  dealHands,
  fillWithGhosts,
  type Hand,
  ORNAMENT_NAMES,
  ORNAMENTS,
  repeatWithNewEnding,
  slotCount,
} from '@stride/core/rhythm';
import type { Line } from './use-line.ts';

/** One thing that can be done on the line, for menus. */
export interface LineAction {
  readonly label: string;
  /** The key that does the same. */
  readonly keys?: string;
  readonly disabled?: boolean;
  readonly run: () => void;
}

export interface LineActionGroup {
  readonly title: string;
  readonly actions: readonly LineAction[];
}

const DEALS: readonly (readonly [string, readonly Hand[]])[] = [
  ['R L', ['R', 'L']],
  ['L R', ['L', 'R']],
  ['R R L L', ['R', 'R', 'L', 'L']],
  ['R L R R L R L L', ['R', 'L', 'R', 'R', 'L', 'R', 'L', 'L']],
  ['R L L', ['R', 'L', 'L']],
];

/** Everything that is done to strokes and stretches beyond single keys. */
export function lineActions(line: Line): readonly LineActionGroup[] {
  const { commands, layer, chosen, range } = line;
  if (!layer) return [];
  const byHand = findInstrument(layer.instrument)?.byHand !== false;
  const stretch = range[0] !== range[1];
  const [from, to] = stretch ? range : [0, slotCount(layer) - 1];
  const where = stretch ? 'in the stretch' : 'in the layer';
  const sounds = layer.strokes.some((stroke) => stroke.slot === chosen.slot);
  return [
    {
      title: 'Stroke',
      actions: [
        ...ORNAMENTS.map(
          (ornament): LineAction => ({
            label: capital(ORNAMENT_NAMES[ornament]),
            disabled: !sounds,
            run: () => commands.ornament(ornament),
          }),
        ),
        { label: 'Choke at the end of the slot', disabled: !sounds, run: commands.damp },
        { label: 'May be left out', disabled: !sounds, run: commands.optional },
      ],
    },
    {
      title: 'Fast',
      actions: [
        {
          label: `Fill the gaps ${where} with ghosts`,
          run: () => commands.change((before) => fillWithGhosts(before, from, to)),
        },
        ...(byHand
          ? DEALS.map(
              ([name, hands]): LineAction => ({
                label: `Hands ${where}: ${name}`,
                run: () => commands.change((before) => dealHands(before, hands, from, to)),
              }),
            )
          : []),
        { label: 'Move one slot earlier', keys: 'Ctrl ←', run: () => commands.shift(-1) },
        { label: 'Move one slot later', keys: 'Ctrl →', run: () => commands.shift(1) },
      ],
    },
    {
      title: 'Turns',
      actions: [
        { label: 'Copy', keys: 'Ctrl C', run: commands.copy },
        { label: 'Cut the stretch', keys: 'Ctrl X', disabled: !stretch, run: commands.cut },
        { label: 'Paste', keys: 'Ctrl V', run: commands.paste },
        {
          label: 'Repeat the last turn with a new ending',
          run: () => commands.change((before, rhythm) => repeatWithNewEnding(rhythm, before)),
        },
        { label: 'Every hand of the rhythm to the other side', run: commands.mirror },
      ],
    },
  ];
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
