import type { Cycle } from '@stride/core/cycle';
import { QUESTION_LIMITS, type Question, type Units, unitAt } from '@stride/core/landing';
import { useState } from 'react';
import { Field } from '../ui/Field.tsx';
import { Select } from '../ui/Select.tsx';
import { InlineNumber, WORD_SELECT } from './InlineNumber.tsx';

interface StartFieldsProps {
  readonly cycle: Cycle;
  readonly units: Units;
  readonly question: Question;
  readonly onChange: (change: Partial<Question>) => void;
  readonly onProblem: (problem: string | undefined) => void;
}

/** Anywhere, on a beat, on a certain one, or from where one is now to the end of a certain turn. */
export function StartFields({ cycle, units, question, onChange, onProblem }: StartFieldsProps) {
  const { start, turns } = question;
  const kind = start.kind === 'at' ? (start.lands === undefined ? 'at' : 'now') : start.kind;
  const at = start.kind === 'at' ? start : { kind: 'at' as const, count: 0, part: 0 };
  return (
    <>
      <Select
        aria-label="Start"
        value={kind}
        className={WORD_SELECT}
        onChange={(event) => {
          const { value } = event.target;
          const { lands: _before, ...place } = at;
          if (value === 'any' || value === 'beat') onChange({ start: { kind: value } });
          else if (value === 'at') onChange({ start: place });
          else onChange({ start: { ...place, lands: 2 }, turns: Math.max(2, turns) });
        }}
      >
        <option value="any">anywhere</option>
        <option value="beat">on a {units.count}</option>
        <option value="at">on {units.count} …</option>
        <option value="now">now, where I am</option>
      </Select>
      {start.kind === 'at' ? (
        <>
          {kind === 'now' ? `${units.count} ` : null}
          <InlineNumber
            label={`Start on ${units.count}`}
            value={at.count + 1}
            min={1}
            max={units.counts}
            onChange={(next) => onChange({ start: { ...start, count: next - 1 } })}
            onProblem={onProblem}
          />
          part
          <InlineNumber
            label="Start on part"
            value={at.part + 1}
            min={1}
            max={units.parts}
            onChange={(next) => onChange({ start: { ...start, part: next - 1 } })}
            onProblem={onProblem}
          />
          <PlaceField
            onPlace={(text) => {
              const found = unitAt(text, cycle, units);
              if (!found.ok) onProblem(found.message);
              else {
                onProblem(undefined);
                onChange({ start: { ...start, count: found.count, part: found.part } });
              }
              return found.ok;
            }}
          />
        </>
      ) : null}
      {start.kind === 'at' && start.lands !== undefined ? (
        <>
          to the end of
          <Select
            aria-label="Lands at the end of"
            value={start.lands}
            className={WORD_SELECT}
            onChange={(event) => {
              const lands = Number(event.target.value);
              onChange({ start: { ...start, lands }, turns: Math.max(turns, lands) });
            }}
          >
            {Array.from({ length: QUESTION_LIMITS.turns.most }, (_, index) => index + 1).map(
              (one) => (
                <option key={one} value={one}>
                  {one === 1 ? 'this turn' : one === 2 ? 'the next turn' : `the turn ${one - 1} on`}
                </option>
              ),
            )}
          </Select>
        </>
      ) : null}
    </>
  );
}

interface PlaceFieldProps {
  /** @returns whether it was understood */
  readonly onPlace: (text: string) => boolean;
}

/** The same place as it is counted. */
function PlaceField({ onPlace }: PlaceFieldProps) {
  const [text, setText] = useState('');
  return (
    <Field
      aria-label="Start on a place as it is counted"
      value={text}
      placeholder="or: & of 3"
      title="A place as it is counted: 3, & of 2, just before 2, right after 1, pulse 7"
      className="w-28"
      onChange={(event) => setText(event.target.value)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' || text.trim() === '') return;
        event.preventDefault();
        if (onPlace(text)) setText('');
      }}
    />
  );
}
