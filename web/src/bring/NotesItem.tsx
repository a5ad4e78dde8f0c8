import { formatSpans, turnPulses } from '@stride/core/cycle';
import { type BringIn, type Grid, sayUnsure } from '@stride/core/notation';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Field } from '../ui/Field.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';
import type { About, Chosen } from './bring-api.ts';
import { Look } from './Look.tsx';
import { PartTable } from './PartTable.tsx';
import { bringWorker } from './reading.ts';
import { remembered, useStrokeMemory, withChoices } from './stroke-memory.ts';
import type { Coming } from './take-in.ts';

interface NotesItemProps {
  readonly id: string;
  readonly about: About;
  /** @returns whether it was taken in */
  readonly onTake: (coming: Coming, isLast: boolean) => Promise<boolean>;
  readonly onLeave: () => void;
}

/** Where notes are put, in words. */
const GRIDS: readonly (readonly [string, string])[] = [
  ['exact', 'exactly where they are'],
  ['heard', 'as they were most likely meant'],
  ['2', 'on 2 parts of each beat'],
  ['3', 'on 3 parts of each beat'],
  ['4', 'on 4 parts of each beat'],
  ['6', 'on 6 parts of each beat'],
  ['8', 'on 8 parts of each beat'],
];
const gridOf = (value: string): Grid =>
  value === 'exact' || value === 'heard' ? value : Number(value);

const cycleKey = ({ cycle, pulse }: Chosen['cycle']) =>
  `${formatSpans(cycle)} ${pulse.num}/${pulse.den}`;

/** Notes of another program: what they become is chosen, drawn and heard before they are taken in. */
export function NotesItem(props: NotesItemProps) {
  const [memory, setMemory] = useStrokeMemory();
  const { about } = props;
  const [first] = about.proposed;
  if (!first) return <p>There is nothing in it to come round.</p>;
  return (
    <NotesForm
      {...props}
      first={first}
      known={remembered(memory, about.parts, first.parts)}
      onRemember={(parts) => setMemory((kept) => withChoices(kept, about.parts, parts))}
    />
  );
}

interface NotesFormProps extends NotesItemProps {
  readonly first: BringIn;
  readonly known: Chosen['parts'];
  readonly onRemember: (parts: Chosen['parts']) => void;
}

function NotesForm({ id, about, first, onTake, onLeave, known, onRemember }: NotesFormProps) {
  const { proposed } = about;
  const [at, setAt] = useState(0);
  const [taken, setTaken] = useState<ReadonlySet<number>>(new Set());
  const [changed, setChanged] = useState<Partial<Chosen>>({});
  const own = proposed[at] ?? first;
  const parts = changed.parts ?? known;
  const chosen: Chosen = {
    ...own,
    from: own.stretch.from,
    bars: own.stretch.bars,
    cycle: { cycle: own.stretch.cycle, pulse: own.stretch.pulse },
    ...changed,
    parts,
  };
  const set = (change: Partial<Chosen>) => setChanged((before) => ({ ...before, ...change }));
  const made = useQuery({
    queryKey: ['bring', id, JSON.stringify(chosen)],
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    queryFn: async () => (await bringWorker.call((api) => api.make(id, chosen))) ?? null,
  });
  const cycles = useQuery({
    queryKey: ['bring-cycles', id, at],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => bringWorker.call((api) => api.cycles(own.stretch)),
  });
  const choose = (next: number) => {
    setAt(next);
    setChanged((before) => (before.parts ? { parts: before.parts } : {}));
  };
  const take = async () => {
    if (!made.data) return;
    const left = proposed.findIndex((_, index) => index !== at && !taken.has(index));
    const isLast = left < 0;
    if (!(await onTake({ rhythm: made.data.rhythm, instruments: [] }, isLast))) return;
    onRemember(parts);
    setTaken(new Set([...taken, at]));
    if (!isLast) choose(left);
  };
  const lost = [...(made.data?.lost ?? []), ...about.lost];
  return (
    <div className="grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <div className="flex min-w-0 flex-col gap-3">
        <div className="flex flex-wrap items-end gap-3">
          <label className="flex min-w-0 flex-1 basis-56 flex-col gap-1 text-sm text-quiet">
            Name
            <Field
              value={chosen.name}
              maxLength={100}
              onChange={(event) => set({ name: event.target.value })}
            />
          </label>
          {proposed.length > 1 ? (
            <label className="flex flex-col gap-1 text-sm text-quiet">
              Which part of it
              <Select value={at} onChange={(event) => choose(Number(event.target.value))}>
                {proposed.map(({ stretch }, index) => (
                  <option key={`${stretch.from} ${stretch.bars}`} value={index}>
                    bars {stretch.from + 1} to {stretch.from + stretch.bars}:{' '}
                    {formatSpans(stretch.cycle)}
                    {taken.has(index) ? ', taken' : ''}
                  </option>
                ))}
              </Select>
            </label>
          ) : null}
          <NumberField
            label="First bar"
            value={chosen.from + 1}
            min={1}
            max={about.bars}
            onChange={(value) => set({ from: Math.round(value) - 1 })}
          />
          <NumberField
            label="Bars"
            value={chosen.bars}
            min={1}
            max={about.bars}
            onChange={(value) => set({ bars: Math.round(value) })}
          />
        </div>
        <div className="flex flex-wrap items-end gap-3">
          <label className="flex flex-col gap-1 text-sm text-quiet">
            Counted as
            <Select
              value={cycleKey(chosen.cycle)}
              onChange={({ target: { value } }) => {
                const found = cycles.data?.find((one) => cycleKey(one) === value);
                // Other pulses are other places.
                if (found) set({ cycle: found, later: 0 });
              }}
            >
              {(cycles.data ?? [chosen.cycle]).map((one) => (
                <option key={cycleKey(one)} value={cycleKey(one)}>
                  {formatSpans(one.cycle)}
                </option>
              ))}
            </Select>
          </label>
          <NumberField
            label="Pulses before the one"
            value={chosen.later}
            min={0}
            max={turnPulses(chosen.cycle.cycle) - 1}
            onChange={(value) => set({ later: Math.round(value) })}
          />
          <label className="flex min-w-0 flex-col gap-1 text-sm text-quiet">
            Notes are put
            <Select
              value={String(chosen.grid)}
              onChange={({ target: { value } }) => set({ grid: gridOf(value) })}
            >
              {GRIDS.map(([value, label]) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </Select>
          </label>
        </div>
        {made.data ? (
          <Look
            rhythm={made.data.rhythm}
            isBusy={made.isPlaceholderData}
            onTake={take}
            onLeave={onLeave}
          />
        ) : made.isError ? (
          <p role="alert">It could not be worked out. Leave it, and bring the file in again.</p>
        ) : (
          <p className="text-quiet">Working it out …</p>
        )}
        {made.data && made.data.unsure.length > 0 ? <p>{sayUnsure(made.data.unsure)}</p> : null}
        {lost.length > 0 ? (
          <details open={lost.length <= 6}>
            <summary className="cursor-pointer font-semibold">What does not come along</summary>
            <ul className="mt-1 list-disc pl-5">
              {lost.map((one) => (
                <li key={one}>{one}</li>
              ))}
            </ul>
          </details>
        ) : null}
      </div>
      <div className="flex min-w-0 flex-col gap-3">
        {about.parts.map((part) => {
          const choice = parts.find((one) => one.part === part.id);
          return choice ? (
            <PartTable
              key={part.id}
              part={part}
              choice={choice}
              onChoice={(next) =>
                set({ parts: parts.map((one) => (one.part === next.part ? next : one)) })
              }
            />
          ) : null;
        })}
      </div>
    </div>
  );
}
