import { findInstrument } from '@stride/core/instrument';
import {
  applySticking,
  fillWithGhosts,
  type Hand,
  ORNAMENT_NAMES,
  ORNAMENTS,
  repeatWithNewEnding,
} from '@stride/core/rhythm';
import { capital } from '@stride/core/wording';
import { isInRange } from '../strideline/ranges.ts';
import { systemText } from './clipboard.ts';
import type { Line } from './line.ts';

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

/** Hands in turn that do not run on over the whole line. */
const ANEW_NAMES = [
  ['turn', 'anew in every turn'],
  ['run', 'anew after every silence'],
] as const;

/** Everything that is done to strokes and stretches beyond single keys. */
export function lineActions(line: Line): readonly LineActionGroup[] {
  const { commands, layer, chosen, isStretch, ranges } = line;
  if (!layer) return [];
  const byHand = findInstrument(layer.instrument)?.byHand !== false;
  const where = isStretch ? 'in the stretch' : 'in the layer';
  // Whichever end of the stretch one came from.
  const here = ranges.get(chosen.layer) ?? ([chosen.slot, chosen.slot] as const);
  const sounds = layer.strokes.some((stroke) => isInRange(here, stroke.slot));
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
        {
          label: 'The stroke before rings on',
          keys: '_',
          disabled: sounds && !isStretch,
          run: commands.ring,
        },
        { label: 'May be left out', disabled: !sounds, run: commands.optional },
        ...(byHand
          ? [
              { label: 'Both hands', disabled: !sounds, run: () => commands.hand('B') },
              { label: 'Foot', disabled: !sounds, run: () => commands.hand('F') },
            ]
          : []),
      ],
    },
    {
      title: 'Fast',
      actions: [
        {
          label: `Fill the gaps ${where} with ghosts`,
          run: () =>
            commands.changeStretch((before, [from, to]) => fillWithGhosts(before, from, to)),
        },
        ...(byHand
          ? DEALS.map(
              ([name, hands]): LineAction => ({
                label: `Hands ${where}: ${name}`,
                run: () =>
                  commands.changeStretch((before, [from, to]) =>
                    applySticking(before, hands, from, to),
                  ),
              }),
            )
          : []),
        ...(byHand
          ? ANEW_NAMES.map(
              ([anew, name]): LineAction => ({
                label: `Hands ${where}: right, left, ${name}`,
                run: () =>
                  commands.changeStretch((before, [from, to], { cycle }) =>
                    applySticking(before, ['R', 'L'], from, to, { cycle, anew }),
                  ),
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
        { label: 'Cut the stretch', keys: 'Ctrl X', disabled: !isStretch, run: commands.cut },
        {
          label: 'Paste',
          keys: 'Ctrl V',
          run: () => void systemText().then(commands.paste),
        },
        {
          label: 'Repeat the last turn with a new ending',
          run: () => commands.change((before, rhythm) => repeatWithNewEnding(rhythm, before)),
        },
        { label: 'Every hand of the rhythm to the other side', run: commands.mirror },
      ],
    },
  ];
}
