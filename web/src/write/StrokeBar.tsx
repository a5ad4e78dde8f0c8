import { compoundFor, type Family, instrumentOf, type StrokeKind } from '@stride/core/instrument';
import { type Rhythm, strokesAt } from '@stride/core/rhythm';
import { counted } from '@stride/core/wording';
import { ArrowLeft, ArrowRight, Minus, Plus, Trash2 } from 'lucide-react';
import { Tooltip } from 'radix-ui';
import { memo, type ReactNode, useCallback, useRef, useState } from 'react';
import { useOffers } from '../app/offers.ts';
import { Head } from '../strideline/Head.tsx';
import { Toolbar } from '../ui/Toolbar.tsx';
import { useLatest } from '../ui/use-latest.ts';
import { GoTo } from './GoTo.tsx';
import { LineMenu } from './LineMenu.tsx';
import type { Line } from './line.ts';
import { offersOf } from './line-actions.ts';
import { TapIn } from './TapIn.tsx';

/** More strokes than these leave little room beside them. */
const MANY = 9;

interface StrokeBarProps {
  readonly line: Line;
  readonly rhythm: Rhythm;
  /** Places a stroke; the same function as long as the bar is shown. */
  readonly onPlace: (code: string) => void;
}

/** The strokes of the chosen layer's instrument and what can be done with them, for pointer and eye. */
export function StrokeBar({ line, rhythm, onPlace }: StrokeBarProps) {
  const { layer, grid, chosen, commands } = line;
  const instrument = layer && instrumentOf(layer);
  const latest = useLatest({ ...line, rhythm });
  const now = useCallback(() => latest.current, [latest]);
  useOffers('On the line', () => offersOf(line));
  if (!layer || !grid || !instrument) return null;
  const here = strokesAt(layer, chosen.slot);
  const cell = layer.cells[grid.cellOf[chosen.slot] ?? 0];
  const none = here.length === 0;
  return (
    <Tooltip.Provider delayDuration={350} skipDelayDuration={200}>
      <Toolbar
        label="Strokes"
        className="flex min-w-0 items-center gap-x-1.5 gap-y-1.5 max-sm:flex-wrap *:shrink-0"
      >
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
        {/* Where they do not fit they move under the hand, and everything stays in one row. */}
        <span className="stroke-tools flex min-w-24 shrink! gap-1 overflow-x-auto p-0.5 max-sm:flex-wrap">
          {instrument.strokes.map((stroke) => (
            <StrokeTool
              key={stroke.code}
              stroke={stroke}
              family={stroke.family}
              pressed={here.some((one) => one.kind === stroke.code)}
              onPlace={onPlace}
            />
          ))}
          {instrument.compounds?.map((compound) => (
            <StrokeTool
              key={compound.code}
              stroke={compound}
              pressed={
                compoundFor(
                  instrument,
                  here.map((one) => one.kind),
                ) === compound
              }
              onPlace={onPlace}
            />
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
          <span className="max-lg:hidden">Accent</span>
          <span aria-hidden className="font-bold lg:hidden">
            !
          </span>
        </Tool>
        <Tool
          label="Ghost"
          title="Ghost: hardly to be heard (the key is an opening bracket)"
          disabled={none}
          pressed={here.some((one) => one.force === 1)}
          onClick={commands.ghost}
        >
          <span className="max-lg:hidden">Ghost</span>
          <span aria-hidden className="lg:hidden">
            ( )
          </span>
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
        <span className="flex items-center gap-1 text-note sm:max-lg:hidden">
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
        <TapIn key={layer.id} now={now} compact={instrument.strokes.length > MANY} />
        <span className="sm:max-lg:hidden">
          <GoTo now={now} />
        </span>
        <LineMenu now={now} />
      </Toolbar>
    </Tooltip.Provider>
  );
}

interface StrokeToolProps {
  readonly stroke: Pick<StrokeKind, 'code' | 'name' | 'how'>;
  /** What its head looks like; several strokes at once have none of their own. */
  readonly family?: Family;
  readonly pressed: boolean;
  readonly onPlace: (code: string) => void;
}

/** Places one stroke. It rests while others are pressed. */
const StrokeTool = memo(function StrokeTool({ stroke, family, pressed, onPlace }: StrokeToolProps) {
  const { code, name, how } = stroke;
  return (
    <Tool
      label={`Place ${name}`}
      name={name}
      title={`${name}: ${how}`}
      pressed={pressed}
      onClick={() => onPlace(code)}
    >
      {family ? (
        <svg width="16" height="16" viewBox="-9 -9 18 18" aria-hidden="true">
          <Head family={family} size={7.5} below={false} />
        </svg>
      ) : null}
      <span className="font-mono text-sm">{code}</span>
    </Tool>
  );
});

function Divider() {
  return <span aria-hidden="true" className="h-6 w-px bg-edge max-lg:hidden" />;
}

interface ToolProps {
  readonly label: string;
  readonly title: string;
  /** The word of a stroke, shown over it on focus, under the pointer and on a long press. */
  readonly name?: string;
  readonly pressed?: boolean;
  readonly disabled?: boolean;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

/** How long a finger rests on a stroke before its word is shown instead of placing it: milliseconds. */
const LONG_PRESS_MS = 450;

function Tool({ label, title, name, pressed, disabled, onClick, children }: ToolProps) {
  const [named, setNamed] = useState(false);
  const press = useRef<{ timer?: number; long: boolean }>({ long: false });
  const button = (
    <button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      title={name ? undefined : title}
      disabled={disabled}
      className="inline-flex h-9 min-w-9 shrink-0 touch-manipulation items-center justify-center gap-1 rounded-lg border border-edge bg-card px-1.5 text-note select-none hover:border-faint disabled:opacity-45 aria-pressed:border-ink aria-pressed:bg-choice pointer-coarse:h-11 pointer-coarse:min-w-11"
      onPointerDown={(event) => {
        press.current = { long: false };
        if (!name || event.pointerType === 'mouse') return;
        press.current.timer = window.setTimeout(() => {
          press.current.long = true;
          setNamed(true);
        }, LONG_PRESS_MS);
      }}
      onPointerUp={() => clearTimeout(press.current.timer)}
      onPointerCancel={() => clearTimeout(press.current.timer)}
      onContextMenu={(event) => {
        if (press.current.long) event.preventDefault();
      }}
      onClick={() => {
        // A finger that asked for the word does not place the stroke.
        if (press.current.long) press.current.long = false;
        else onClick();
      }}
    >
      {children}
    </button>
  );
  if (!name) return button;
  return (
    <Tooltip.Root open={named} onOpenChange={setNamed} disableHoverableContent>
      <Tooltip.Trigger asChild>{button}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          side="top"
          sideOffset={5}
          collisionPadding={8}
          className="z-20 max-w-72 rounded-lg bg-ink px-2.5 py-1.5 text-sm text-card shadow-xl"
        >
          {title}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
