import {
  changeSection,
  FORM_LIMITS,
  LEVELS,
  readPlace,
  recycleSection,
  type Section,
  SPEEDS,
  stretchSection,
  writePlace,
} from '@stride/core/form';
import { useState } from 'react';
import { CycleSelect } from '../landing/CycleSelect.tsx';
import { Check } from '../ui/Check.tsx';
import { NameField } from '../ui/NameField.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Problem } from '../ui/Problem.tsx';
import { Select } from '../ui/Select.tsx';
import { WrittenField } from '../ui/WrittenField.tsx';
import type { OpenedForm } from './context.ts';

/** How long a section is, how loud, in which cycle and at which speed. */
export function SectionFields({
  section,
  edit,
}: {
  readonly section: Section;
  readonly edit: OpenedForm['edit'];
}) {
  const [problem, setProblem] = useState<string>();
  const change = (next: (before: Section) => Section, stroke?: string) =>
    edit((form) => changeSection(form, section.id, next), stroke);
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
      <NameField
        label="Section"
        name={section.name}
        className="field w-44 font-title font-bold text-ink"
        onName={(name) =>
          change((before) => ({ ...before, name: name.trim() }), `name ${section.id}`)
        }
      />
      <NumberField
        label={section.most === undefined ? 'Turns' : 'Usually, in turns'}
        value={section.turns}
        min={1}
        max={FORM_LIMITS.turns}
        onChange={(turns) =>
          edit((form) => stretchSection(form, section.id, turns), `stretch ${section.id}`)
        }
      />
      <Check
        checked={section.most !== undefined}
        className="h-9 text-note"
        onChange={(isOpen) =>
          change(({ most: _, ...before }) => ({
            ...before,
            ...(isOpen && { most: Math.min(FORM_LIMITS.turns, before.turns * 2) }),
          }))
        }
      >
        until the sign
      </Check>
      {section.most === undefined ? null : (
        <NumberField
          label="At most"
          value={section.most}
          min={section.turns}
          max={FORM_LIMITS.turns}
          onChange={(most) => change((before) => ({ ...before, most }), `most ${section.id}`)}
        />
      )}
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Level
        <Select
          value={section.level}
          className="text-note text-ink"
          onChange={(event) => {
            const level = LEVELS.find((one) => one === event.target.value);
            if (level) change((before) => ({ ...before, level }));
          }}
        >
          {LEVELS.map((level) => (
            <option key={level}>{level}</option>
          ))}
        </Select>
      </label>
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Time
        <Select
          value={section.speed ?? 'plain'}
          className="text-note text-ink"
          onChange={(event) => {
            const speed = SPEEDS.find((one) => one === event.target.value);
            change(({ speed: _, ...before }) => ({ ...before, ...(speed && { speed }) }));
          }}
        >
          <option value="plain">as written</option>
          <option value="double">double time</option>
          <option value="half">half time</option>
        </Select>
      </label>
      <span className="flex flex-col gap-1 text-sm text-quiet">
        Cycle
        <span className="text-note text-ink">
          <CycleSelect
            cycle={section.cycle}
            onCycle={(cycle) => edit((form) => recycleSection(form, section.id, cycle))}
            onProblem={setProblem}
          />
        </span>
      </span>
      {problem ? <Problem text={problem} /> : null}
    </div>
  );
}

/** What else is said of a section. */
export function MoreFields({
  section,
  edit,
}: {
  readonly section: Section;
  readonly edit: OpenedForm['edit'];
}) {
  const change = (next: (before: Section) => Section) =>
    edit((form) => changeSection(form, section.id, next));
  return (
    <div className="flex flex-wrap items-start gap-x-5 gap-y-1 text-note">
      <Check
        checked={section.anew === true}
        className="h-9"
        onChange={(isAnew) =>
          change(({ anew: _, ...before }) => ({
            ...before,
            ...(isAnew && { anew: true as const }),
          }))
        }
      >
        every line begins anew here
      </Check>
      <Check
        checked={section.sung === true}
        className="h-9"
        onChange={(isSung) =>
          change(({ sung: _, ...before }) => ({
            ...before,
            ...(isSung && { sung: true as const }),
          }))
        }
      >
        someone sings
      </Check>
      <span className="w-48">
        <WrittenField
          label="A cut: all stop at"
          placeholder="no cut"
          note="turn and beat: 8.3"
          written={section.cut ? writePlace(section.cut) : ''}
          read={(text) => {
            if (text.trim() === '') return { value: undefined };
            const value = readPlace(text);
            return value ? { value } : { message: 'Write a turn and a beat of it: 8.3.' };
          }}
          onValue={(cut) => change(({ cut: _, ...before }) => ({ ...before, ...(cut && { cut }) }))}
        />
      </span>
    </div>
  );
}
