import type { Cycle } from '@stride/core/cycle';
import {
  askClosing,
  askOpening,
  type Cadence,
  joined,
  type Question,
  readSizes,
  saySections,
  unitsOf,
} from '@stride/core/landing';
import { useEffect, useMemo, useState } from 'react';
import { Problem } from '../ui/Problem.tsx';
import { InlineNumber } from './InlineNumber.tsx';

interface TwoPartsProps {
  readonly cycle: Cycle;
  readonly question: Question;
  /** The part that was chosen among the solutions of what was asked; undefined while it is worked out. */
  readonly solved: Cadence | undefined;
  /** Whether no part lands with the one that stays. */
  readonly none: boolean;
  /** The question that finds the part which is not fixed. */
  readonly onAsk: (question: Question | undefined) => void;
  /** Both parts as one, to be drawn and heard; undefined where there is none. */
  readonly onJoined: (cadence: Cadence | undefined) => void;
}

/** An opening part and a closing one as one sum: one is fixed, the other is solved. */
export function TwoParts(props: TwoPartsProps) {
  const { cycle, question, solved, none, onAsk, onJoined } = props;
  const [fixed, setFixed] = useState<'closing' | 'opening'>('closing');
  const [text, setText] = useState('5 (1) 5 (1) 5');
  const [between, setBetween] = useState(0);
  const [count, setCount] = useState(0);
  const [problem, setProblem] = useState<string>();
  const parts = question.parts[0] ?? 4;
  const units = unitsOf(cycle, parts);
  const read = useMemo(() => readSizes(text), [text]);
  const kept = useMemo(
    (): Cadence | undefined =>
      read.ok
        ? {
            sizes: read.sizes,
            gaps: read.gaps,
            parts,
            landing: fixed === 'closing' ? question.landing : 'after-last',
          }
        : undefined,
    [read, parts, fixed, question.landing],
  );
  const asked = useMemo(() => {
    if (!kept) return undefined;
    return fixed === 'closing'
      ? askOpening(question, { closing: kept, between })
      : askClosing(cycle, question, { opening: kept, between }, count * parts);
  }, [kept, fixed, question, between, cycle, count, parts]);
  useEffect(() => onAsk(asked), [asked, onAsk]);
  const sections = useMemo(() => {
    if (!kept || !solved) return undefined;
    return fixed === 'closing'
      ? { opening: solved, closing: kept, between }
      : { opening: kept, closing: solved, between };
  }, [kept, solved, fixed, between]);
  useEffect(() => {
    if (sections) onJoined(joined(sections));
    else if (none) onJoined(undefined);
  }, [sections, none, onJoined]);
  return (
    <section
      aria-label="Two parts"
      className="flex flex-col gap-2 rounded-2xl border border-edge bg-card px-[18px] py-3 text-[16px]"
    >
      <div className="flex flex-wrap items-center gap-2">
        The
        <select
          aria-label="Which part is fixed"
          value={fixed}
          className="h-9 rounded-lg border border-field bg-paper px-2 font-semibold"
          onChange={(event) => setFixed(event.target.value === 'opening' ? 'opening' : 'closing')}
        >
          <option value="closing">closing part</option>
          <option value="opening">opening part</option>
        </select>
        stays
        <input
          aria-label="Sizes of the part that stays"
          value={text}
          className="h-9 w-48 rounded-lg border border-field bg-paper px-2 font-mono"
          onChange={(event) => setText(event.target.value)}
        />
        , with
        <InlineNumber
          label="Units between the parts"
          value={between}
          min={0}
          max={32}
          onChange={setBetween}
          onProblem={setProblem}
        />
        units between
        {fixed === 'opening' ? (
          <>
            , beginning on {units.count}
            <InlineNumber
              label="The opening begins on"
              value={count + 1}
              min={1}
              max={units.counts}
              onChange={(next) => setCount(next - 1)}
              onProblem={setProblem}
            />
          </>
        ) : null}
        ; the sentence above asks for the {fixed === 'closing' ? 'opening' : 'closing'}.
      </div>
      <Problem text={problem} />
      <Problem text={read.ok ? undefined : read.message} />
      {sections ? (
        <div role="status">
          {saySections(cycle, sections).map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      ) : none ? (
        <p role="status">
          No {fixed === 'closing' ? 'opening' : 'closing'} part lands with this one within the
          bounds; the list says what is in the way.
        </p>
      ) : null}
    </section>
  );
}
