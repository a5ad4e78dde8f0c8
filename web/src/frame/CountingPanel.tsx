import {
  baseOf,
  COUNTING_SYSTEMS,
  type Counting,
  type CountingRule,
  type CountingSystem,
  countBeat,
  equalCounts,
  readCounting,
  readSecond,
  type SecondCount,
  SYSTEM_NOTES,
  simplify,
  systemFor,
  usualCounting,
  writeCounting,
  writeSecond,
} from '@stride/core/counting';
import { type Cycle, turnPulses } from '@stride/core/cycle';
import { useId } from 'react';
import { Card } from '../ui/Card.tsx';
import { Field } from '../ui/Field.tsx';
import { Select } from '../ui/Select.tsx';
import { useTyped } from '../ui/use-typed.ts';
import { WrittenField } from '../ui/WrittenField.tsx';

interface CountingPanelProps {
  readonly cycle: Cycle;
  /** Undefined where the usual system of the cycle is used. */
  readonly counting: Counting | undefined;
  /** Divisions that the rhythm uses, which may each have a system of their own. */
  readonly divisions: readonly number[];
  readonly onChange: (counting: Counting) => void;
  /** A second counting under the same line. */
  readonly second: SecondCount | undefined;
  readonly onSecond: (second: SecondCount | undefined) => void;
}

/** How the rhythm is counted: a system, another for some divisions, and words of one's own. */
export function CountingPanel(props: CountingPanelProps) {
  const { cycle, counting, divisions, onChange } = props;
  const id = useId();
  const usual = usualCounting(cycle);
  const used = counting ?? usual;
  const rule: CountingRule = typeof used === 'string' ? { base: used } : used;
  const base = baseOf(used);
  return (
    <Card aria-labelledby={`${id}-title`} className="p-4" data-reach="counting">
      <h2 id={`${id}-title`} className="mb-2 text-lead">
        Counting
      </h2>
      <SystemChoice
        label="Counted in"
        value={base}
        usual={usual}
        onChange={(system) => onChange(simplify({ ...rule, base: system }))}
      />
      <p className="mt-1 text-sm text-quiet">{SYSTEM_NOTES[base].note}</p>
      <table className="mt-3 w-full text-note">
        <caption className="pb-1 text-left text-sm text-quiet">
          By the parts of a beat, as this rhythm uses them
        </caption>
        <tbody>
          {divisions.map((parts) => (
            <tr key={parts} className="border-t border-edge">
              <th scope="row" className="w-8 py-1.5 text-left font-title text-lg">
                {parts}
              </th>
              <td className="pr-2">{countBeat(used, 1, parts).join(' ')}</td>
              <td className="w-40">
                <SystemChoice
                  label={`Beats of ${parts} are counted in`}
                  labelHidden
                  value={systemFor(used, parts)}
                  onChange={(system) => {
                    const { [parts]: _own, ...others } = rule.parts ?? {};
                    const changed = system === base ? others : { ...others, [parts]: system };
                    const { [parts]: _words, ...words } = rule.words ?? {};
                    onChange(simplify({ base, parts: changed, words }));
                  }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <OwnWords counting={used} onChange={onChange} />
      <SecondCounting cycle={cycle} second={props.second} onSecond={props.onSecond} />
    </Card>
  );
}

interface SystemChoiceProps {
  readonly label: string;
  readonly labelHidden?: boolean;
  readonly value: CountingSystem;
  readonly usual?: CountingSystem;
  readonly onChange: (system: CountingSystem) => void;
}

function SystemChoice({ label, labelHidden, value, usual, onChange }: SystemChoiceProps) {
  return (
    <label className="flex flex-col gap-1 text-sm text-quiet">
      <span className={labelHidden ? 'sr-only' : ''}>{label}</span>
      <Select
        value={value}
        className="w-full text-note"
        onChange={(event) => {
          const system = COUNTING_SYSTEMS.find((one) => one === event.target.value);
          if (system) onChange(system);
        }}
      >
        {COUNTING_SYSTEMS.map((one) => (
          <option key={one} value={one}>
            {SYSTEM_NOTES[one].name}
            {one === usual ? ' (usual here)' : ''}
          </option>
        ))}
      </Select>
    </label>
  );
}

/** The whole rule as text, for words of one's own. */
function OwnWords({
  counting,
  onChange,
}: {
  readonly counting: Counting;
  readonly onChange: (counting: Counting) => void;
}) {
  const id = useId();
  const written = writeCounting(counting);
  const [text, setText] = useTyped(written);
  const result = readCounting(text);
  return (
    <div className="mt-3">
      <label htmlFor={id} className="text-sm text-quiet">
        As it is written; words of your own go here, such as “plain; 3 = 1 ti ti”
      </label>
      <Field
        id={id}
        value={text}
        aria-describedby={`${id}-said`}
        className="mt-1 w-full font-mono text-sm"
        onChange={(event) => {
          setText(event.target.value);
          const read = readCounting(event.target.value);
          if ('counting' in read) onChange(read.counting);
        }}
      />
      <p id={`${id}-said`} role="status" className="min-h-5 text-sm text-warn">
        {'message' in result ? result.message : ''}
      </p>
    </div>
  );
}

/** A second counting shown under the first and clicked beside it, as a turn felt in 4 and in 8. */
function SecondCounting({
  cycle,
  second,
  onSecond,
}: Pick<CountingPanelProps, 'cycle' | 'second' | 'onSecond'>) {
  const equal = equalCounts(turnPulses(cycle)).filter((counts) => counts > 1);
  return (
    <div className="mt-3 border-t border-edge pt-3" data-reach="second">
      <WrittenField<SecondCount | undefined>
        label={`And counted a second way at once, such as “in ${equal.at(-1) ?? 2}”; empty for none`}
        written={second ? writeSecond(second) : ''}
        placeholder={`in ${equal.join(', ')}, or the pulses of each count`}
        offered={equal.map((counts) => `in ${counts}`)}
        read={(text) => {
          if (text.trim() === '') return { value: undefined };
          const read = readSecond(text, cycle);
          return 'second' in read ? { value: read.second } : read;
        }}
        onValue={onSecond}
        note={
          second
            ? 'It stands under the first, on paper too; the button beside Click clicks it.'
            : undefined
        }
      />
    </div>
  );
}
