import { ArrowLeft, ArrowRight, Minus, Plus, Trash2 } from 'lucide-react';
import { memo, type ReactNode } from 'react';
import { type Line, slotsOfCell } from './line.ts';
import { Tool, type ToolProps } from './Tool.tsx';

/** What one button of the bar does. */
interface LineToolKind {
  readonly label: string;
  readonly title: string;
  readonly shown: ReactNode;
  readonly does: (line: Line) => void;
}

interface LineToolProps extends Pick<ToolProps, 'pressed' | 'disabled'> {
  readonly tool: LineToolKind;
  /** The line as it is when the button is pressed. */
  readonly now: () => Line;
}

/** Does something on the line. It rests while strokes are written that leave it as it is. */
export const LineTool = memo(function LineTool({ tool, now, ...state }: LineToolProps) {
  const { label, title, shown, does } = tool;
  return (
    <Tool label={label} title={title} {...state} onClick={() => does(now())}>
      {shown}
    </Tool>
  );
});

export const BACK: LineToolKind = {
  label: 'The slot before',
  title: 'One slot back (←)',
  shown: <ArrowLeft aria-hidden size={17} />,
  does: ({ commands, chosen }) => commands.goTo(chosen.slot - 1),
};
export const ON: LineToolKind = {
  label: 'The slot after',
  title: 'One slot on (→)',
  shown: <ArrowRight aria-hidden size={17} />,
  does: ({ commands, chosen }) => commands.goTo(chosen.slot + 1),
};
export const TOGETHER: LineToolKind = {
  label: 'Together',
  title: 'Together: the next stroke sounds with those in the slot, or is taken out of it (&)',
  shown: <span className="font-mono text-note">&amp;</span>,
  does: ({ commands }) => commands.together(),
};
export const ACCENT: LineToolKind = {
  label: 'Accent',
  title: 'Accent (!)',
  shown: (
    <>
      <span className="max-lg:hidden">Accent</span>
      <span aria-hidden className="font-bold lg:hidden">
        !
      </span>
    </>
  ),
  does: ({ commands }) => commands.accent(),
};
export const GHOST: LineToolKind = {
  label: 'Ghost',
  title: 'Ghost: hardly to be heard (the key is an opening bracket)',
  shown: (
    <>
      <span className="max-lg:hidden">Ghost</span>
      <span aria-hidden className="lg:hidden">
        ( )
      </span>
    </>
  ),
  does: ({ commands }) => commands.ghost(),
};
export const RIGHT: LineToolKind = {
  label: 'Right hand',
  title: 'Right hand (Alt ↑)',
  shown: 'R',
  does: ({ commands }) => commands.hand('R'),
};
export const LEFT: LineToolKind = {
  label: 'Left hand',
  title: 'Left hand (Alt ↓)',
  shown: 'L',
  does: ({ commands }) => commands.hand('L'),
};
export const REMOVE: LineToolKind = {
  label: 'Remove',
  title: 'Remove (Delete)',
  shown: <Trash2 aria-hidden size={16} />,
  does: ({ commands }) => commands.remove(),
};
export const FEWER: LineToolKind = {
  label: 'Fewer slots in the cell',
  title: 'Fewer slots in the cell (1 to 9)',
  shown: <Minus aria-hidden size={15} />,
  does: (line) => line.commands.divide(slotsOfCell(line) - 1),
};
export const MORE: LineToolKind = {
  label: 'More slots in the cell',
  title: 'More slots in the cell (1 to 9)',
  shown: <Plus aria-hidden size={15} />,
  does: (line) => line.commands.divide(slotsOfCell(line) + 1),
};
