import {
  addDays,
  type Day,
  type Goal,
  type GoalField,
  goalProblem,
  isDay,
  lineOf,
  WEEKDAYS,
  type Weekday,
} from '@stride/core/log';
import { format, parseISO } from 'date-fns';
import { useId, useState } from 'react';
import { DayPicker } from 'react-day-picker';
import { keepGoal } from '../store/log.ts';
import { storageSentence } from '../store/rhythms.ts';
import { useRecentRhythms } from '../store/use-store.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Field } from '../ui/Field.tsx';
import { Panel } from '../ui/Panel.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toasts.ts';
import './day-picker.css';

const DAYS: Readonly<Record<Weekday, string>> = {
  1: 'Mon',
  2: 'Tue',
  3: 'Wed',
  4: 'Thu',
  5: 'Fri',
  6: 'Sat',
  7: 'Sun',
};

const TAKEN = {
  field: 'line',
  message: 'This line has a goal already: change that one, or choose another line.',
} as const;

/** Says so where a goal could not be put back as it was. */
function sayOfBack(isBack: boolean): void {
  if (!isBack) toast('It was not put back: its line has another goal by now.');
}

interface GoalFormProps {
  readonly day: Day;
  /** The goal that is changed; a new one where it is not given. */
  readonly goal: Goal | undefined;
  readonly onClose: () => void;
}

/** Sets a goal: which line, how fast, by when, how long a day, and on which days not. */
export function GoalForm({ day, goal, onClose }: GoalFormProps) {
  const rhythms = useRecentRhythms();
  const lines = rhythms.flatMap(({ rhythm }) =>
    rhythm.layers
      .filter(({ strokes }) => strokes.length > 0)
      .map((layer) => ({
        rhythm: { id: rhythm.id, name: rhythm.name },
        layer: { id: layer.id, name: layer.name },
        target: rhythm.target,
      })),
  );
  // The line of a goal is there to choose also where its rhythm is not on the Shelf any more.
  const own =
    goal && !lines.some((one) => lineOf(one) === lineOf(goal))
      ? [{ ...goal, target: goal.bpm }]
      : [];
  const choices = [...own, ...lines];
  const [line, setLine] = useState(goal && lineOf(goal));
  const chosen = choices.find((one) => lineOf(one) === line) ?? choices[0];
  const [bpm, setBpm] = useState(goal ? String(goal.bpm) : '');
  const [by, setBy] = useState(goal?.by ?? addDays(day, 21));
  const [isChoosing, setIsChoosing] = useState(false);
  const [occasion, setOccasion] = useState(goal?.occasion ?? '');
  const [minutes, setMinutes] = useState(String(goal?.minutes ?? 10));
  const [daysOff, setDaysOff] = useState<readonly Weekday[]>(goal?.daysOff ?? [7]);
  const [problem, setProblem] = useState<{
    readonly field: GoalField | 'line';
    readonly message: string;
  }>();
  const id = useId();

  const failed = (error: unknown) => toast(storageSentence(error));
  function keep(): void {
    const wanted = {
      bpm: Number(bpm === '' ? (chosen?.target ?? Number.NaN) : bpm),
      by,
      minutes: Number(minutes),
      daysOff: [...daysOff],
    };
    const wrong = goalProblem(wanted, day);
    setProblem(wrong);
    if (wrong || !chosen) return;
    keepGoal({
      ...wanted,
      id: goal?.id ?? crypto.randomUUID(),
      rhythm: chosen.rhythm,
      layer: chosen.layer,
      ...(occasion.trim() ? { occasion: occasion.trim().slice(0, 60) } : {}),
      made: goal?.made ?? day,
    }).then((isKept) => {
      if (!isKept) return setProblem(TAKEN);
      onClose();
      if (goal) toast('The goal was changed.', () => void keepGoal(goal).then(sayOfBack, failed));
    }, failed);
  }

  const wrong = (field: GoalField | 'line') =>
    problem?.field === field
      ? { 'aria-invalid': true as const, 'aria-describedby': `${id}-problem` }
      : {};
  return (
    <Card aria-label={goal ? 'Change the goal' : 'A new goal'} className="p-4">
      <form
        className="flex flex-wrap items-end gap-x-4 gap-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <label className="flex flex-col gap-1 text-note">
          <span className="text-quiet">Line</span>
          <Select
            value={chosen ? lineOf(chosen) : ''}
            className="max-w-72"
            {...wrong('line')}
            onChange={(event) => setLine(event.target.value)}
          >
            {choices.map((one) => (
              <option key={lineOf(one)} value={lineOf(one)}>
                {one.rhythm.name}, {one.layer.name}
              </option>
            ))}
          </Select>
        </label>
        <label className="flex flex-col gap-1 text-note">
          <span className="text-quiet">Tempo to reach</span>
          <Field
            inputMode="decimal"
            value={bpm}
            placeholder={String(chosen?.target ?? '')}
            className="w-24"
            {...wrong('bpm')}
            onChange={(event) => setBpm(event.target.value)}
          />
        </label>
        <span className="flex items-end gap-1">
          <label className="flex flex-col gap-1 text-note">
            <span className="text-quiet">By</span>
            <Field
              value={by}
              placeholder="2026-12-12"
              className="w-32"
              {...wrong('by')}
              onChange={(event) => setBy(event.target.value.trim())}
            />
          </label>
          <Panel
            label="Choose the day"
            trigger={<Button>Calendar</Button>}
            open={isChoosing}
            onOpenChange={setIsChoosing}
          >
            <DayPicker
              mode="single"
              weekStartsOn={1}
              selected={isDay(by) ? parseISO(by) : undefined}
              defaultMonth={parseISO(isDay(by) ? by : day)}
              disabled={{ before: parseISO(day) }}
              onSelect={(date) => {
                if (date) setBy(format(date, 'yyyy-MM-dd'));
                setIsChoosing(false);
              }}
            />
          </Panel>
        </span>
        <label className="flex flex-col gap-1 text-note">
          <span className="text-quiet">What the day is</span>
          <Field
            value={occasion}
            placeholder="walk"
            maxLength={60}
            className="w-28"
            onChange={(event) => setOccasion(event.target.value)}
          />
        </label>
        <label className="flex flex-col gap-1 text-note">
          <span className="text-quiet">Minutes a day</span>
          <Field
            inputMode="numeric"
            value={minutes}
            className="w-20"
            {...wrong('minutes')}
            onChange={(event) => setMinutes(event.target.value)}
          />
        </label>
        <fieldset className="flex flex-col gap-1 text-note">
          <legend className="mb-1 text-quiet">Days off</legend>
          <span className="flex flex-wrap gap-1" {...wrong('daysOff')}>
            {WEEKDAYS.map((one) => {
              const isOff = daysOff.includes(one);
              return (
                <Button
                  key={one}
                  aria-pressed={isOff}
                  look={isOff ? 'on' : 'plain'}
                  onClick={() =>
                    setDaysOff(isOff ? daysOff.filter((other) => other !== one) : [...daysOff, one])
                  }
                >
                  {DAYS[one]}
                </Button>
              );
            })}
          </span>
        </fieldset>
        <span className="flex gap-2">
          <Button type="submit" look="go">
            {goal ? 'Keep it' : 'Set it'}
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </span>
        {problem ? (
          <p id={`${id}-problem`} role="alert" className="basis-full text-note text-warn">
            {problem.message}
          </p>
        ) : null}
      </form>
    </Card>
  );
}
