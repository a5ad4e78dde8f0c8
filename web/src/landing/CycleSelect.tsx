import { entryOf, findEntry } from '@stride/core/catalogue';
import { beatsOf, type Cycle, parseSpans } from '@stride/core/cycle';
import { useState } from 'react';
import { Field } from '../ui/Field.tsx';
import { Select } from '../ui/Select.tsx';
import { CYCLE_GROUPS, cycleLabel } from './cycles.ts';
import { WORD_SELECT } from './InlineNumber.tsx';

interface CycleSelectProps {
  readonly cycle: Cycle;
  readonly onCycle: (cycle: Cycle) => void;
  readonly onProblem: (problem: string | undefined) => void;
}

/** A cycle of the catalogue, or spans that are typed. */
export function CycleSelect({ cycle, onCycle, onProblem }: CycleSelectProps) {
  const named = entryOf(cycle);
  const known = CYCLE_GROUPS.some((group) => group.entries.some((one) => one === named));
  const [typed, setTyped] = useState<string>();
  return (
    <>
      <Select
        aria-label="Cycle"
        value={typed !== undefined ? 'typed' : known && named ? named.id : 'here'}
        className={WORD_SELECT}
        onChange={(event) => {
          const { value } = event.target;
          onProblem(undefined);
          if (value === 'typed') {
            setTyped('');
            return;
          }
          setTyped(undefined);
          const entry = findEntry(value);
          if (entry) onCycle(entry.cycle);
        }}
      >
        {known || typed !== undefined ? null : (
          <option value="here">
            {cycle.name}, {beatsOf(cycle).length} beats
          </option>
        )}
        <option value="typed">a cycle I type …</option>
        {CYCLE_GROUPS.map((group) => (
          <optgroup key={group.heading} label={group.heading}>
            {group.entries.map((entry) => (
              <option key={entry.id} value={entry.id}>
                {cycleLabel(entry)}
              </option>
            ))}
          </optgroup>
        ))}
      </Select>
      {typed === undefined ? null : (
        <Field
          aria-label="Spans of the cycle"
          value={typed}
          placeholder="2+2+3, or 1x10"
          className="w-32 font-semibold"
          onChange={(event) => {
            setTyped(event.target.value);
            const result = parseSpans(event.target.value);
            if (result.ok) {
              onProblem(undefined);
              onCycle(result.cycle);
            } else onProblem(result.message);
          }}
        />
      )}
    </>
  );
}
