import { findEntry } from '@stride/core/catalogue';
import { onePeriod } from '@stride/core/read';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import {
  applyChain,
  figuresOf,
  MOVES,
  type Step,
  type Stretch,
  sayChange,
  sayStep,
} from '@stride/core/vary';
import { type ReactNode, useMemo } from 'react';
import { useFamilies } from '../read/use-families.ts';
import { ownInstruments } from '../store/known-instruments.ts';
import { MiniLine } from '../strideline/MiniLine.tsx';

interface OfferProps {
  /** The rhythm as the moves so far have made it, and which of its lines is varied. */
  readonly rhythm: Rhythm;
  readonly index: number;
  readonly stretch: Stretch | undefined;
  readonly step: Step;
  /** Why it is proposed. */
  readonly why?: string | undefined;
  /** Said as it is set, and not by the name of the move. */
  readonly isSet: boolean;
  readonly onTry: (step: Step | undefined) => void;
  readonly onTake: (step: Step) => void;
}

/** One move as it would make the line: looked at it is heard, pressed it is taken. */
export function Offer(props: OfferProps) {
  const { rhythm, index, stretch, step, why, isSet, onTry, onTake } = props;
  const shown = useMemo(() => made(rhythm, index, step, stretch), [rhythm, index, step, stretch]);
  if (!shown) return null;
  return (
    <button
      type="button"
      className="block w-full rounded-xl px-3 py-1.5 text-left [contain-intrinsic-size:auto_7rem] [content-visibility:auto] hover:bg-choice focus-visible:bg-choice"
      onPointerEnter={(event) => event.pointerType === 'mouse' && onTry(step)}
      onPointerLeave={() => onTry(undefined)}
      onFocus={() => onTry(step)}
      onBlur={() => onTry(undefined)}
      onClick={() => onTake(step)}
    >
      <span className="block font-semibold">
        {isSet ? sayStep(step, ownInstruments.now()) : MOVES[step.move].name}
      </span>
      <MiniLine layer={shown.layer} grid={shown.grid} />
      <span className="block text-note text-quiet">
        {shown.line && why === undefined ? (
          <Called line={shown.line}>{shown.said}</Called>
        ) : (
          (why ?? shown.said)
        )}
      </span>
    </button>
  );
}

/** What a move makes of the line, with what is said of it. */
function made(rhythm: Rhythm, index: number, step: Step, stretch: Stretch | undefined) {
  const chained = applyChain(rhythm, index, [step], stretch, ownInstruments.now());
  const timed = chained && timeRhythm(chained.rhythm);
  const grid = timed?.ok ? timed.timing.layers[index] : undefined;
  if (!chained || !timed?.ok || !grid) return undefined;
  const { layer } = chained;
  const [before, after] = [figuresOf(rhythm, index), figuresOf(chained.rhythm, index)];
  const changes = before && after ? sayChange(before, after, rhythm.target) : [];
  const isSame = JSON.stringify(layer) === JSON.stringify(rhythm.layers[index]);
  const told = chained.told.flat()[0] ?? changes.slice(0, 2).join('; ');
  return {
    layer,
    grid,
    // Only of a line that is turned round is asked what it is called.
    line: step.move === 'rotate' ? onePeriod(layer, grid, timed.timing) : undefined,
    said: isSame
      ? `nothing to do here: ${MOVES[step.move].about}`
      : told || sayStep(step, ownInstruments.now()),
  };
}

interface CalledProps {
  readonly line: NonNullable<ReturnType<typeof onePeriod>>;
  /** What is said where it has no name. */
  readonly children: ReactNode;
}

/** What the catalogue calls a line that begins where it does. */
function Called({ line, children }: CalledProps) {
  const kin = useFamilies(line.onsets, line.span)?.find(({ kind }) => kind === 'same');
  const entry = kin && findEntry(kin.id);
  return entry ? `the catalogue calls it ${entry.name}` : children;
}
