import { numberAt } from '@stride/core/bounds';
import type { Cycle } from '@stride/core/cycle';
import {
  QUESTION_LIMITS,
  type Question,
  type Range,
  SHAPE_NOTES,
  SHAPES,
  type Shape,
  type Units,
  unitsOf,
} from '@stride/core/landing';
import { counted, form } from '@stride/core/wording';
import { useState } from 'react';
import { Card } from '../ui/Card.tsx';
import { Select } from '../ui/Select.tsx';
import { CycleSelect } from './CycleSelect.tsx';
import { InlineNumber, WORD_SELECT } from './InlineNumber.tsx';
import { StartFields } from './StartFields.tsx';

interface AskSentenceProps {
  readonly cycle: Cycle;
  readonly question: Question;
  readonly onCycle: (cycle: Cycle) => void;
  readonly onChange: (question: Question) => void;
  /** False where only the cycle, the speed and the landing are asked, for a phrase of one's own. */
  readonly full: boolean;
}

const SHAPE_WORDS: Readonly<Record<Shape, string>> = {
  same: 'all of one size (tihai)',
  shrinking: 'shrinking (gopuccha)',
  growing: 'growing (srotovaha)',
  hourglass: 'down and up (damaru)',
  barrel: 'up and down (mridanga)',
  nested: 'the whole three times (chakradar)',
  list: 'of sizes of my own',
};

/** What is asked, as one sentence whose words can be changed. */
export function AskSentence({ cycle, question, onCycle, onChange, full }: AskSentenceProps) {
  const [problem, setProblem] = useState<string>();
  const { shapes, sizes, gaps, gapsDiffer, repeats, landing, start, turns, parts } = question;
  const set = (change: Partial<Question>) => onChange({ ...question, ...change });
  const units = unitsOf(cycle, parts[0] ?? 4);
  const limits = QUESTION_LIMITS;
  const shape = shapes.length === 1 ? (shapes[0] ?? 'same') : 'any';
  const range = (label: string, value: Range, limit: Range, onRange: (next: Range) => void) => (
    <>
      <InlineNumber
        label={`${label}, at least`}
        value={value.least}
        min={limit.least}
        max={value.most}
        onChange={(least) => onRange({ ...value, least })}
        onProblem={setProblem}
      />{' '}
      to{' '}
      <InlineNumber
        label={`${label}, at most`}
        value={value.most}
        min={value.least}
        max={limit.most}
        onChange={(most) => onRange({ ...value, most })}
        onProblem={setProblem}
      />
    </>
  );
  return (
    <Card aria-label="What is asked" className="px-[18px] py-3">
      <div className="flex flex-wrap items-center gap-x-1.5 gap-y-2 text-lead">
        {full ? (
          <>
            {shape === 'list' ? null : (
              <>
                {range('Phrases', repeats, limits.repeats, (next) => set({ repeats: next }))}{' '}
                phrases
              </>
            )}
            <Select
              aria-label="Shape"
              value={shape}
              className={WORD_SELECT}
              onChange={(event) => {
                const next = SHAPES.find((one) => one === event.target.value);
                const all = SHAPES.filter((one) => one !== 'list');
                const list = question.list ?? [7, 5, 3];
                set({ shapes: next ? [next] : all, ...(next === 'list' ? { list } : {}) });
              }}
            >
              {SHAPES.map((one) => (
                <option key={one} value={one}>
                  {SHAPE_WORDS[one]}
                </option>
              ))}
              <option value="any">of any shape</option>
            </Select>
            {shape === 'list' ? (
              <ListField
                list={question.list ?? []}
                onList={(list) => set({ list })}
                onProblem={setProblem}
              />
            ) : (
              <>
                <Comma /> sizes {range('Sizes', sizes, limits.size, (next) => set({ sizes: next }))}
              </>
            )}
            <Comma /> with
            <Select
              aria-label="Kind of gaps"
              value={gapsDiffer ? 'differ' : 'equal'}
              className={WORD_SELECT}
              onChange={(event) => set({ gapsDiffer: event.target.value === 'differ' })}
            >
              <option value="equal">equal gaps</option>
              <option value="differ">gaps that may differ</option>
            </Select>
            of {range('Gaps', gaps, limits.gap, (next) => set({ gaps: next }))}
            <Comma />
          </>
        ) : null}
        {full ? 'in' : 'In'}
        <CycleSelect cycle={cycle} onCycle={onCycle} onProblem={setProblem} />
        at
        <Select
          aria-label={`Parts of a ${units.count}`}
          value={full && parts.length > 1 ? 'all' : String(parts[0])}
          className={WORD_SELECT}
          onChange={(event) => {
            const { value } = event.target;
            const next = value === 'all' ? [3, 4, 5, 6, 7, 8, 9] : [Number(value)];
            const { eduppu } = question;
            // A count of fewer parts has no part beyond its last.
            const part = Math.min(eduppu?.part ?? 0, numberAt(next, 0) - 1);
            set({ parts: next, ...(eduppu ? { eduppu: { ...eduppu, part } } : {}) });
          }}
        >
          {Array.from({ length: limits.parts.most }, (_, index) => index + 1).map((one) => (
            <option key={one} value={one}>
              {counted(one, 'part')} a {units.count}
            </option>
          ))}
          {full ? <option value="all">3 to 9 parts a {units.count}</option> : null}
        </Select>
        <Comma /> landing
        <Select
          aria-label="Landing"
          value={landing}
          className={WORD_SELECT}
          onChange={(event) =>
            set({ landing: event.target.value === 'on-last' ? 'on-last' : 'after-last' })
          }
        >
          <option value="on-last">on the last</option>
          <option value="after-last">after the last</option>
        </Select>
        <EduppuFields
          eduppu={question.eduppu}
          units={units}
          onEduppu={(eduppu) => {
            const { eduppu: _before, ...rest } = question;
            onChange(eduppu ? { ...rest, eduppu } : rest);
          }}
          onProblem={setProblem}
        />
        {full ? (
          <>
            <Comma /> starting
            <StartFields
              cycle={cycle}
              units={units}
              question={question}
              onChange={set}
              onProblem={setProblem}
            />
            {start.kind === 'at' && start.lands !== undefined ? null : (
              <>
                <Comma /> within
                <InlineNumber
                  label="Turns"
                  value={turns}
                  min={1}
                  max={limits.turns.most}
                  onChange={(next) => set({ turns: next })}
                  onProblem={setProblem}
                />
                {form(turns, 'turn')}
              </>
            )}
          </>
        ) : null}
        <span className="-ml-1.5">.</span>
      </div>
      {/* One line for both, so that nothing under it moves while one types. */}
      <p
        role={problem ? 'alert' : undefined}
        className={`mt-1.5 text-sm ${full ? 'min-h-6' : ''} ${problem ? 'text-warn' : 'text-quiet'}`}
      >
        {problem ?? (full && shape !== 'any' ? SHAPE_NOTES[shape] : '')}
      </p>
    </Card>
  );
}

/** A comma that stands close to the field before it. */
function Comma() {
  return <span className="-ml-1.5">,</span>;
}

interface EduppuFieldsProps {
  readonly eduppu: Question['eduppu'];
  readonly units: Units;
  readonly onEduppu: (eduppu: Question['eduppu']) => void;
  readonly onProblem: (problem: string | undefined) => void;
}

/** Where it is to land: on the one, or at the place after it where the composition begins. */
function EduppuFields({ eduppu, units, onEduppu, onProblem }: EduppuFieldsProps) {
  return (
    <>
      <Select
        aria-label="Where it lands"
        value={eduppu ? 'eduppu' : 'one'}
        title="Eduppu: the place after the one where the composition begins"
        className={WORD_SELECT}
        onChange={(event) =>
          onEduppu(
            event.target.value === 'eduppu'
              ? { count: 0, part: Math.floor(units.parts / 2) || 0 }
              : undefined,
          )
        }
      >
        <option value="one">on the one</option>
        <option value="eduppu">on the eduppu</option>
      </Select>
      {eduppu ? (
        <>
          {units.count}
          <InlineNumber
            label={`The eduppu’s ${units.count}`}
            value={eduppu.count + 1}
            min={1}
            max={units.counts}
            onChange={(next) => onEduppu({ ...eduppu, count: next - 1 })}
            onProblem={onProblem}
          />
          part
          <InlineNumber
            label="The eduppu’s part"
            value={Math.min(eduppu.part, units.parts - 1) + 1}
            min={1}
            max={units.parts}
            onChange={(next) => onEduppu({ ...eduppu, part: next - 1 })}
            onProblem={onProblem}
          />
        </>
      ) : null}
    </>
  );
}

interface ListFieldProps {
  readonly list: readonly number[];
  readonly onList: (list: readonly number[]) => void;
  readonly onProblem: (problem: string | undefined) => void;
}

function ListField({ list, onList, onProblem }: ListFieldProps) {
  const [text, setText] = useState(list.join(' '));
  return (
    <input
      aria-label="Sizes of my own"
      value={text}
      className="h-9 w-36 rounded-lg border border-field bg-paper px-2 font-semibold"
      onChange={(event) => {
        setText(event.target.value);
        const words = event.target.value
          .trim()
          .split(/[\s,+]+/)
          .filter(Boolean);
        const bad = words.find((word) => !/^\d{1,2}$/.test(word));
        if (bad === undefined && words.length > 0) {
          onProblem(undefined);
          onList(words.map(Number));
        } else {
          onProblem(
            bad === undefined
              ? 'Write the sizes of your own, such as 7 5 3.'
              : `“${bad}” is not a size; write numbers such as 7 5 3.`,
          );
        }
      }}
    />
  );
}
