import { instrumentOf } from '@stride/core/instrument';
import {
  applySticking,
  fillWithGhosts,
  type Hand,
  LIMITS,
  ORNAMENT_NAMES,
  ORNAMENTS,
  type Ornament,
  repeatWithNewEnding,
} from '@stride/core/rhythm';
import { capital } from '@stride/core/wording';
import type { Offer } from '../app/offers.ts';
import { isInRange } from '../strideline/ranges.ts';
import { systemText } from './clipboard.ts';
import { type Line, slotsOfCell } from './line.ts';

/** One thing that can be done on the line, for menus. */
export interface LineAction {
  readonly label: string;
  /** Other words it is looked for by. */
  readonly also?: string;
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

/** The ornaments that have a key of their own. */
const ORNAMENT_KEYS: Readonly<Partial<Record<Ornament, string>>> = { flam: "'", roll: '~' };

/** Everything that is done to strokes and stretches beyond single keys. */
export function lineActions(line: Line): readonly LineActionGroup[] {
  const { commands, layer, chosen, isStretch, ranges } = line;
  if (!layer) return [];
  const byHand = instrumentOf(layer)?.byHand !== false;
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
            also: 'ornament grace',
            ...(ORNAMENT_KEYS[ornament] ? { keys: ORNAMENT_KEYS[ornament] } : {}),
            disabled: !sounds,
            run: () => commands.ornament(ornament),
          }),
        ),
        {
          label: 'Choke at the end of the slot',
          also: 'damp mute stop',
          keys: '^',
          disabled: !sounds,
          run: commands.damp,
        },
        {
          label: 'The stroke before rings on',
          keys: '_',
          disabled: sounds && !isStretch,
          run: commands.ring,
        },
        {
          label: 'May be left out',
          also: 'optional',
          keys: '/',
          disabled: !sounds,
          run: commands.optional,
        },
        {
          label: 'More slots in the cell',
          also: 'divide subdivision tuplet triplet',
          keys: '1 … 9',
          run: () => commands.divide(Math.min(LIMITS.slotsPerCell, slotsOfCell(line) + 1)),
        },
        {
          label: 'Fewer slots in the cell',
          also: 'divide subdivision tuplet',
          keys: '1 … 9',
          disabled: slotsOfCell(line) <= 1,
          run: () => commands.divide(slotsOfCell(line) - 1),
        },
        ...(byHand
          ? [
              { label: 'Both hands', disabled: !sounds, run: () => commands.hand('B') },
              { label: 'Foot', keys: ',', disabled: !sounds, run: () => commands.hand('F') },
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
        {
          label: isStretch
            ? 'Keep the chosen turns as a variation'
            : 'Keep this turn as a variation',
          also: 'alternative fill break',
          run: commands.keepTurns,
        },
        { label: 'Every hand of the rhythm to the other side', run: commands.mirror },
      ],
    },
  ];
}

/** The same, and what stands on the bar, for Find anything; what cannot be done now is left out. */
export function offersOf(line: Line): readonly Offer[] {
  const { commands, layer, chosen } = line;
  const instrument = layer && instrumentOf(layer);
  if (!layer || !instrument) return [];
  const sounds = layer.strokes.some(({ slot }) => slot === chosen.slot);
  const onBar: readonly LineAction[] = [
    {
      label: 'Accent',
      also: 'loud stress marcato',
      keys: '!',
      disabled: !sounds,
      run: commands.accent,
    },
    { label: 'Ghost', also: 'soft tap', keys: '(', disabled: !sounds, run: commands.ghost },
    {
      label: 'Stronger',
      also: 'louder',
      keys: '+',
      disabled: !sounds,
      run: () => commands.louder(1),
    },
    {
      label: 'Softer',
      also: 'quieter',
      keys: '−',
      disabled: !sounds,
      run: () => commands.louder(-1),
    },
    { label: 'Right hand', keys: 'Alt ↑', disabled: !sounds, run: () => commands.hand('R') },
    { label: 'Left hand', keys: 'Alt ↓', disabled: !sounds, run: () => commands.hand('L') },
    {
      label: 'Remove the stroke',
      also: 'delete erase',
      keys: 'Delete',
      disabled: !sounds,
      run: commands.remove,
    },
  ];
  const strokes = instrument.strokes.map(
    ({ code, name }): LineAction => ({
      label: `Place ${name}`,
      also: 'stroke',
      keys: code,
      run: () => commands.place(code),
    }),
  );
  const inMenus = lineActions(line).flatMap(({ actions }) => actions);
  return [...onBar, ...inMenus, ...strokes].filter(({ disabled }) => !disabled);
}
