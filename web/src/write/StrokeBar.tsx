import { compoundFor, findInstrument } from '@stride/core/instrument';
import { type Rhythm, strokesAt } from '@stride/core/rhythm';
import { counted } from '@stride/core/wording';
import { ArrowLeft, ArrowRight, Minus, Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Head } from '../strideline/Head.tsx';
import { Toolbar } from '../ui/Toolbar.tsx';
import { GoTo } from './GoTo.tsx';
import { LineMenu } from './LineMenu.tsx';
import type { Line } from './line.ts';
import { TapIn } from './TapIn.tsx';

interface StrokeBarProps {
  readonly line: Line;
  readonly rhythm: Rhythm;
}

/** The strokes of the chosen layer's instrument and what can be done with them, for pointer and eye. */
export function StrokeBar({ line, rhythm }: StrokeBarProps) {
  const { layer, grid, chosen, commands } = line;
  const instrument = layer && findInstrument(layer.instrument);
  if (!layer || !grid || !instrument) return null;
  const here = strokesAt(layer, chosen.slot);
  const cell = layer.cells[grid.cellOf[chosen.slot] ?? 0];
  const none = here.length === 0;
  return (
    <Toolbar label="Strokes" className="flex flex-wrap items-center gap-x-2 gap-y-1.5">
      <span className="hidden gap-1 pointer-coarse:flex">
        <Tool
          label="The slot before"
          title="One slot back (←)"
          disabled={chosen.slot === 0}
          onClick={() => commands.goTo(chosen.slot - 1)}
        >
          <ArrowLeft aria-hidden size={17} />
        </Tool>
        <Tool
          label="The slot after"
          title="One slot on (→)"
          disabled={chosen.slot >= grid.starts.length - 1}
          onClick={() => commands.goTo(chosen.slot + 1)}
        >
          <ArrowRight aria-hidden size={17} />
        </Tool>
      </span>
      <span className="flex flex-wrap gap-1">
        {instrument.strokes.map((stroke) => (
          <Tool
            key={stroke.code}
            label={`Place ${stroke.name}`}
            title={`${stroke.name}: ${stroke.how}`}
            pressed={here.some((one) => one.kind === stroke.code)}
            onClick={() => commands.place(stroke.code)}
          >
            <svg width="16" height="16" viewBox="-9 -9 18 18" aria-hidden="true">
              <Head family={stroke.family} size={7.5} below={false} />
            </svg>
            <span className="font-mono text-sm">{stroke.code}</span>
          </Tool>
        ))}
        {instrument.compounds?.map((compound) => (
          <Tool
            key={compound.code}
            label={`Place ${compound.name}`}
            title={`${compound.name}: ${compound.how}`}
            pressed={
              compoundFor(
                instrument,
                here.map((one) => one.kind),
              ) === compound
            }
            onClick={() => commands.place(compound.code)}
          >
            <span className="text-sm">{compound.name}</span>
            <span className="font-mono text-sm">{compound.code}</span>
          </Tool>
        ))}
      </span>
      <Tool
        label="Together"
        title="Together: the next stroke sounds with those in the slot, or is taken out of it (&)"
        pressed={line.joining}
        onClick={commands.together}
      >
        <span className="font-mono text-note">&amp;</span>
      </Tool>
      <Divider />
      <Tool
        label="Accent"
        title="Accent (!)"
        disabled={none}
        pressed={here.some((one) => one.force === 4)}
        onClick={commands.accent}
      >
        Accent
      </Tool>
      <Tool
        label="Ghost"
        title="Ghost: hardly to be heard"
        disabled={none}
        pressed={here.some((one) => one.force === 1)}
        onClick={commands.ghost}
      >
        Ghost
      </Tool>
      {instrument.byHand === false ? null : (
        <>
          <Tool
            label="Right hand"
            title="Right hand (Alt ↑)"
            disabled={none}
            pressed={here.some((one) => one.hand === 'R')}
            onClick={() => commands.hand('R')}
          >
            R
          </Tool>
          <Tool
            label="Left hand"
            title="Left hand (Alt ↓)"
            disabled={none}
            pressed={here.some((one) => one.hand === 'L')}
            onClick={() => commands.hand('L')}
          >
            L
          </Tool>
        </>
      )}
      <Tool label="Remove" title="Remove (Delete)" disabled={none} onClick={commands.remove}>
        <Trash2 aria-hidden size={16} />
      </Tool>
      <Divider />
      <span className="flex items-center gap-1 text-note">
        <Tool
          label="Fewer slots in the cell"
          title="Fewer slots in the cell (1 to 9)"
          disabled={(cell?.slots ?? 1) <= 1}
          onClick={() => commands.divide((cell?.slots ?? 2) - 1)}
        >
          <Minus aria-hidden size={15} />
        </Tool>
        <span className="min-w-14 text-center whitespace-nowrap">
          {counted(cell?.slots ?? 0, 'slot')}
        </span>
        <Tool
          label="More slots in the cell"
          title="More slots in the cell (1 to 9)"
          disabled={(cell?.slots ?? 1) >= 64}
          onClick={() => commands.divide((cell?.slots ?? 0) + 1)}
        >
          <Plus aria-hidden size={15} />
        </Tool>
      </span>
      <Divider />
      <TapIn key={layer.id} rhythm={rhythm} line={line} />
      <GoTo line={line} />
      <LineMenu line={line} />
    </Toolbar>
  );
}

function Divider() {
  return <span aria-hidden="true" className="mx-1 h-6 w-px bg-edge" />;
}

interface ToolProps {
  readonly label: string;
  readonly title: string;
  readonly pressed?: boolean;
  readonly disabled?: boolean;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

function Tool({ label, title, pressed, disabled, onClick, children }: ToolProps) {
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      title={title}
      disabled={disabled}
      className="inline-flex h-9 min-w-9 items-center justify-center gap-1 rounded-lg border border-edge bg-card px-1.5 text-note hover:border-faint disabled:opacity-45 aria-pressed:border-ink aria-pressed:bg-choice pointer-coarse:h-11 pointer-coarse:min-w-11"
      onClick={onClick}
    >
      {children}
    </button>
  );
}
