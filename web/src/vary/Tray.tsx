import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import {
  AIMS,
  type Aim,
  applyChain,
  figuresOf,
  MOVES,
  type MoveId,
  type Step,
  sayChange,
  sayStep,
  suggest,
} from '@stride/core/vary';
import { memo, useMemo, useState } from 'react';
import { MiniLine } from '../strideline/MiniLine.tsx';
import { Card } from '../ui/Card.tsx';
import { Select } from '../ui/Select.tsx';

interface TrayProps {
  /** The rhythm as the moves so far have made it, and which of its lines is varied. */
  readonly rhythm: Rhythm;
  readonly index: number;
  /** A move is looked at, and heard; undefined where none is any more. */
  readonly onTry: (step: Step | undefined) => void;
  readonly onTake: (step: Step) => void;
}

/** So many suggestions are shown. */
const SUGGESTED = 8;

/** Every move as it would make this line: looked at it is heard, pressed it is taken. */
export const Tray = memo(function Tray({ rhythm, index, onTry, onTake }: TrayProps) {
  const [aim, setAim] = useState<Aim>();
  const offers = useMemo(
    () =>
      aim
        ? suggest(rhythm, index, aim)
            .slice(0, SUGGESTED)
            .map(({ step, why }) => ({ step, why }))
        : (Object.keys(MOVES) as MoveId[]).map((move) => ({
            step: { move, settings: {} } satisfies Step,
            why: undefined,
          })),
    [rhythm, index, aim],
  );
  return (
    <Card aria-label="Moves" className="flex flex-col p-2">
      <div className="flex items-center gap-2 px-2 pb-1">
        <h2 className="text-lead">Moves</h2>
        <Select
          aria-label="What it is to be"
          value={aim ?? ''}
          className="ml-auto"
          onChange={(event) =>
            setAim(event.target.value === '' ? undefined : (event.target.value as Aim))
          }
        >
          <option value="">all of them</option>
          {Object.entries(AIMS).map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </Select>
      </div>
      {offers.length === 0 ? (
        <p className="p-2 text-note text-quiet">
          No move makes this line {AIMS[aim ?? 'simpler']} in one step.
        </p>
      ) : null}
      <ul className="flex flex-col lg:max-h-[calc(100vh-11rem)] lg:overflow-y-auto max-lg:grid max-lg:grid-cols-2 max-sm:grid-cols-1">
        {offers.map(({ step, why }) => (
          <li key={`${step.move} ${JSON.stringify(step.settings)}`}>
            <Offer
              rhythm={rhythm}
              index={index}
              step={step}
              why={why}
              onTry={onTry}
              onTake={onTake}
            />
          </li>
        ))}
      </ul>
    </Card>
  );
});

interface OfferProps extends TrayProps {
  readonly step: Step;
  readonly why: string | undefined;
}

function Offer({ rhythm, index, step, why, onTry, onTake }: OfferProps) {
  const shown = useMemo(() => {
    const made = applyChain(rhythm, index, [step]);
    const timed = made && timeRhythm(made.rhythm);
    const grid = timed?.ok ? timed.timing.layers[index] : undefined;
    if (!made || !grid) return undefined;
    const [before, after] = [figuresOf(rhythm, index), figuresOf(made.rhythm, index)];
    const changes = before && after ? sayChange(before, after, rhythm.target) : [];
    const isSame = JSON.stringify(made.layer) === JSON.stringify(rhythm.layers[index]);
    return {
      layer: made.layer,
      grid,
      said: made.told.flat()[0] ?? changes.slice(0, 2).join('; '),
      isSame,
    };
  }, [rhythm, index, step]);
  if (!shown) return null;
  return (
    <button
      type="button"
      className="w-full rounded-xl px-3 py-1.5 text-left hover:bg-choice focus-visible:bg-choice"
      onPointerEnter={(event) => event.pointerType === 'mouse' && onTry(step)}
      onPointerLeave={() => onTry(undefined)}
      onFocus={() => onTry(step)}
      onBlur={() => onTry(undefined)}
      onClick={() => onTake(step)}
    >
      <span className="block font-semibold">{why ? sayStep(step) : MOVES[step.move].name}</span>
      <MiniLine layer={shown.layer} grid={shown.grid} />
      <span className="block text-note text-quiet">
        {why ??
          (shown.isSame
            ? `nothing to do here: ${MOVES[step.move].about}`
            : shown.said || sayStep(step))}
      </span>
    </button>
  );
}
