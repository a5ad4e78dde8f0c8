import { entryNamed, entryOf, entryWords, searchCatalogue } from '@stride/core/catalogue';
import { usualCounting } from '@stride/core/counting';
import { describeCycle } from '@stride/core/cycle';
import { readCycleText } from '@stride/core/text';
import { capital } from '@stride/core/wording';
import { useId, useState } from 'react';
import { GestureLine } from '../frame/GestureLine.tsx';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { NumberField } from '../ui/NumberField.tsx';

const WAYS = {
  even: 'Even beats',
  groups: 'Uneven groups',
  named: 'One that has a name',
} as const;
type Way = keyof typeof WAYS;

/** Most beats, and groups, that are asked for with a touch; longer cycles can be written. */
const MOST = 16;
/** So many matches are seen at once without a list that scrolls. */
const MATCHES = 6;

interface CycleAskProps {
  /** The cycle as it is written after `cycle`. */
  readonly written: string;
  readonly onWrite: (written: string) => void;
  /** Whether it begins with one that has a name. */
  readonly named: boolean;
}

/**
 * Asks for a cycle as players think of one: beats and their parts, groups of twos and threes, or a name. What comes of
 * it is drawn, and written below, where it can be typed as well.
 */
export function CycleAsk({ written, onWrite, named }: CycleAskProps) {
  const id = useId();
  const [way, setWay] = useState<Way>(named ? 'named' : 'even');
  const cycle = readCycleText(written);
  const even = /^(\d+)x(\d+)$/.exec(written.trim());
  const groups = /^\d+(\+\d+)*$/.test(written.trim()) ? written.trim().split('+').map(Number) : [];

  function choose(next: Way): void {
    setWay(next);
    if (next === 'even') onWrite('4x4');
    if (next === 'groups') onWrite('2+2+3');
    if (next === 'named') onWrite('teental');
  }

  return (
    <fieldset className="flex min-w-0 flex-col gap-3">
      <legend className="mb-1 text-sm text-quiet">Cycle</legend>
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {(Object.keys(WAYS) as Way[]).map((one) => (
          <label key={one} className="flex min-h-9 items-center gap-2">
            <input
              type="radio"
              name={`${id}-way`}
              checked={way === one}
              className="size-4 accent-[var(--go)]"
              onChange={() => choose(one)}
            />
            {WAYS[one]}
          </label>
        ))}
      </div>
      {way === 'even' ? (
        <EvenBeats
          parts={Number(even?.[1] ?? 4)}
          beats={Number(even?.[2] ?? 4)}
          onChange={(parts, beats) => onWrite(`${parts}x${beats}`)}
        />
      ) : way === 'groups' ? (
        <Groups groups={groups} onChange={(next) => onWrite(next.join('+'))} />
      ) : (
        <Named written={written} onChoose={onWrite} />
      )}
      {cycle.ok ? (
        <div className="rounded-xl border border-edge bg-paper px-2 py-1">
          <GestureLine
            cycle={cycle.cycle}
            counting={entryOf(cycle.cycle)?.counting ?? usualCounting(cycle.cycle)}
            skeleton={entryOf(cycle.cycle)?.skeleton}
            instrument={entryOf(cycle.cycle)?.instrument}
            accents={entryOf(cycle.cycle)?.accents}
            playing={false}
          />
        </div>
      ) : null}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <label htmlFor={`${id}-written`} className="text-sm text-quiet">
          Cycle as it is written
        </label>
        <Field
          id={`${id}-written`}
          value={written}
          aria-invalid={!cycle.ok}
          aria-describedby={`${id}-said`}
          className="h-9 w-44 px-3 font-mono aria-invalid:border-warn"
          onChange={(event) => onWrite(event.target.value)}
        />
        <p id={`${id}-said`} aria-live="polite" className={cycle.ok ? 'text-quiet' : 'text-warn'}>
          {cycle.ok ? describeCycle(cycle.cycle) : cycle.message}
        </p>
      </div>
    </fieldset>
  );
}

interface EvenBeatsProps {
  readonly parts: number;
  readonly beats: number;
  readonly onChange: (parts: number, beats: number) => void;
}

function EvenBeats({ parts, beats, onChange }: EvenBeatsProps) {
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <NumberField
        label="How many beats"
        value={Math.min(MOST, Math.max(1, beats))}
        min={1}
        max={MOST}
        onChange={(next) => onChange(parts, next)}
      />
      <fieldset className="flex flex-col">
        <legend className="mb-1 text-sm text-quiet">each in</legend>
        <span className="flex gap-1">
          {[1, 2, 3, 4, 5, 6, 7].map((one) => (
            <Button
              key={one}
              look={one === parts ? 'on' : 'plain'}
              aria-pressed={one === parts}
              aria-label={`${one} ${one === 1 ? 'part' : 'parts'}`}
              onClick={() => onChange(one, beats)}
            >
              {one}
            </Button>
          ))}
        </span>
      </fieldset>
      <p className="pb-2">
        {beats} {beats === 1 ? 'beat' : 'beats'}, each in {parts} {parts === 1 ? 'part' : 'parts'}
      </p>
    </div>
  );
}

interface GroupsProps {
  readonly groups: readonly number[];
  readonly onChange: (groups: readonly number[]) => void;
}

function Groups({ groups, onChange }: GroupsProps) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="text-sm text-quiet">Add a group of</span>
      {[1, 2, 3, 4, 5].map((one) => (
        <Button
          key={one}
          aria-label={`Add a group of ${one}`}
          disabled={groups.length >= MOST}
          onClick={() => onChange([...groups, one])}
        >
          {one}
        </Button>
      ))}
      <span className="font-mono text-lead" aria-live="polite">
        {groups.join(' + ')}
      </span>
      <Button
        look="quiet"
        disabled={groups.length < 2}
        onClick={() => onChange(groups.slice(0, -1))}
      >
        Take the last back
      </Button>
      <Button
        look="quiet"
        disabled={groups.length < 2}
        onClick={() => onChange(groups.slice(0, 1))}
      >
        Begin anew
      </Button>
    </div>
  );
}

interface NamedProps {
  readonly written: string;
  readonly onChoose: (written: string) => void;
}

/** A cycle of the catalogue, found as one types by any of its names. */
function Named({ written, onChoose }: NamedProps) {
  const [words, setWords] = useState(() => entryNamed(written)?.name ?? '');
  const found = searchCatalogue({ text: words, speed: 4 });
  const chosen = entryNamed(written);
  return (
    <div className="flex flex-col gap-2">
      <Field
        type="search"
        aria-label="Find a cycle by its name"
        placeholder="teental, adi, bulerías, maqsum, clave, 7 …"
        value={words}
        className="h-10 w-full max-w-[420px] px-3"
        onChange={(event) => {
          setWords(event.target.value);
          const [first] = searchCatalogue({ text: event.target.value, speed: 4 });
          if (first && event.target.value.trim() !== '') onChoose(entryWords(first));
        }}
      />
      <ul className="flex flex-wrap gap-1.5" aria-label="Cycles that fit">
        {found.slice(0, MATCHES).map((entry) => (
          <li key={entry.id}>
            <Button
              look={entry === chosen ? 'on' : 'plain'}
              aria-pressed={entry === chosen}
              onClick={() => onChoose(entryWords(entry))}
            >
              {capital(entry.name)}
              <span className={entry === chosen ? '' : 'text-quiet'}>
                {describeCycle(entry.cycle).replace(/:.*/, '')}
              </span>
            </Button>
          </li>
        ))}
      </ul>
      <p className="text-sm text-quiet" aria-live="polite">
        {found.length === 0
          ? `No cycle fits “${words}”. Try a number of beats, such as 7, or count it in even beats or groups.`
          : found.length > MATCHES
            ? `and ${found.length - MATCHES} more; the Frame stage has them all.`
            : ''}
      </p>
    </div>
  );
}
