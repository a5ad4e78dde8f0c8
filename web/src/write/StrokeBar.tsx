import { compoundFor, type Family, instrumentOf, type StrokeKind } from '@stride/core/instrument';
import { LIMITS, strokesAt } from '@stride/core/rhythm';
import { counted } from '@stride/core/wording';
import { Tooltip } from 'radix-ui';
import { memo, useCallback } from 'react';
import { useOffers } from '../app/offers.ts';
import { Head } from '../strideline/Head.tsx';
import { Toolbar } from '../ui/Toolbar.tsx';
import { useStoreSoon } from '../ui/use-after-paint.ts';
import { GoTo } from './GoTo.tsx';
import { LineMenu } from './LineMenu.tsx';
import {
  ACCENT,
  BACK,
  FEWER,
  GHOST,
  LEFT,
  LineTool,
  MORE,
  ON,
  REMOVE,
  RIGHT,
  TOGETHER,
} from './LineTool.tsx';
import { slotsOfCell } from './line.ts';
import { offersOf } from './line-actions.ts';
import type { OpenLine } from './open-line.ts';
import { TapIn } from './TapIn.tsx';
import { Tool } from './Tool.tsx';

const DIVIDER = <span aria-hidden="true" className="h-6 w-px bg-edge max-lg:hidden" />;

/** More strokes than these leave little room beside them. */
const MANY = 9;

interface StrokeBarProps {
  readonly line: OpenLine;
}

/**
 * The strokes of the chosen layer's instrument and what can be done with them, for pointer and eye. What is pressed follows a
 * stroke by a moment; what is done is done on the line as it is.
 */
export const StrokeBar = memo(function StrokeBar({ line: open }: StrokeBarProps) {
  const { now } = open;
  const line = useStoreSoon(open);
  const onPlace = useCallback((code: string) => now().commands.place(code), [now]);
  useOffers('On the line', () => offersOf(now()));
  const { layer, grid, chosen } = line;
  const instrument = layer && instrumentOf(layer);
  if (!layer || !grid || !instrument) return null;
  const here = strokesAt(layer, chosen.slot);
  const slots = slotsOfCell(line);
  const none = here.length === 0;
  return (
    <Tooltip.Provider delayDuration={350} skipDelayDuration={200}>
      <Toolbar
        label="Strokes"
        className="flex min-w-0 items-center gap-x-1.5 gap-y-1.5 max-sm:flex-wrap *:shrink-0"
      >
        <span className="hidden gap-1 pointer-coarse:flex">
          <LineTool tool={BACK} now={now} disabled={chosen.slot === 0} />
          <LineTool tool={ON} now={now} disabled={chosen.slot >= grid.starts.length - 1} />
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
        <LineTool tool={TOGETHER} now={now} pressed={line.joining} />
        {DIVIDER}
        <LineTool
          tool={ACCENT}
          now={now}
          disabled={none}
          pressed={here.some((one) => one.force === 4)}
        />
        <LineTool
          tool={GHOST}
          now={now}
          disabled={none}
          pressed={here.some((one) => one.force === 1)}
        />
        {instrument.byHand === false ? null : (
          <>
            <LineTool
              tool={RIGHT}
              now={now}
              disabled={none}
              pressed={here.some((one) => one.hand === 'R')}
            />
            <LineTool
              tool={LEFT}
              now={now}
              disabled={none}
              pressed={here.some((one) => one.hand === 'L')}
            />
          </>
        )}
        <LineTool tool={REMOVE} now={now} disabled={none} />
        {DIVIDER}
        <span className="flex items-center gap-1 text-note sm:max-lg:hidden">
          <LineTool tool={FEWER} now={now} disabled={slots <= 1} />
          <span className="min-w-14 text-center whitespace-nowrap">{counted(slots, 'slot')}</span>
          <LineTool tool={MORE} now={now} disabled={slots >= LIMITS.slotsPerCell} />
        </span>
        {DIVIDER}
        <TapIn key={layer.id} now={now} compact={instrument.strokes.length > MANY} />
        <span className="sm:max-lg:hidden">
          <GoTo now={now} />
        </span>
        <LineMenu now={now} />
      </Toolbar>
    </Tooltip.Provider>
  );
});

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
