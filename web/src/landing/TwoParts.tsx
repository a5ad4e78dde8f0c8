import { readSizes, type Sections, saySections, unitsOf } from '@stride/core/landing';
import { useState } from 'react';
import { Card } from '../ui/Card.tsx';
import { Field } from '../ui/Field.tsx';
import { Problem } from '../ui/Problem.tsx';
import { Select } from '../ui/Select.tsx';
import { InlineNumber } from './InlineNumber.tsx';
import { type Asking, type Joining, type LandingAction, partsOf } from './state.ts';

interface TwoPartsProps {
  readonly asking: Asking;
  readonly doing: Joining;
  readonly act: (action: LandingAction) => void;
  /** Both parts, once the one that does not stay was found. */
  readonly sections: Sections | undefined;
  /** Whether no part lands with the one that stays. */
  readonly none: boolean;
}

/** An opening part and a closing one as one sum: one is fixed, the other is solved. */
export function TwoParts({ asking, doing, act, sections, none }: TwoPartsProps) {
  const { cycle } = asking;
  const { fixed, text, between, count } = doing;
  const [problem, setProblem] = useState<string>();
  const units = unitsOf(cycle, partsOf(asking));
  const read = readSizes(text);
  return (
    <Card aria-label="Two parts" className="flex flex-col gap-2 px-[18px] py-3 text-base">
      <div className="flex flex-wrap items-center gap-2">
        The
        <Select
          aria-label="Which part is fixed"
          value={fixed}
          className="font-semibold"
          onChange={(event) =>
            act({
              type: 'join',
              change: { fixed: event.target.value === 'opening' ? 'opening' : 'closing' },
            })
          }
        >
          <option value="closing">closing part</option>
          <option value="opening">opening part</option>
        </Select>
        stays
        <Field
          aria-label="Sizes of the part that stays"
          value={text}
          className="w-48 font-mono"
          onChange={(event) => act({ type: 'join', change: { text: event.target.value } })}
        />
        , with
        <InlineNumber
          label="Units between the parts"
          value={between}
          min={0}
          max={32}
          onChange={(next) => act({ type: 'join', change: { between: next } })}
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
              onChange={(next) => act({ type: 'join', change: { count: next - 1 } })}
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
    </Card>
  );
}
