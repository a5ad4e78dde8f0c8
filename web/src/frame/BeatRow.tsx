import {
  addBeat,
  beatsOf,
  beginsGroup,
  CYCLE_LIMITS,
  type Cycle,
  cycleFromSpans,
  GESTURES,
  removeBeat,
  setBeat,
  toggleGroup,
} from '@stride/core/cycle';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { GestureMark } from '../strideline/GestureMark.tsx';
import { Button } from '../ui/Button.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';

interface BeatRowProps {
  /** Undefined where nothing is written yet, or what is written cannot be read. */
  readonly cycle: Cycle | undefined;
  readonly onChange: (cycle: Cycle) => void;
}

/** What one begins with where nothing is written yet. */
const BEGIN = '2c';

/** The beats of a cycle as buttons; the chosen one is made longer, shown otherwise, moved or taken out. */
export function BeatRow({ cycle, onChange }: BeatRowProps) {
  const [chosen, setChosen] = useState(0);
  if (!cycle) {
    return (
      <Button className="self-start" onClick={() => onChange(cycleFromSpans(BEGIN))}>
        <Plus aria-hidden size={16} /> Begin with a beat
      </Button>
    );
  }
  const beats = beatsOf(cycle);
  const at = Math.min(chosen, beats.length - 1);
  const beat = beats[at] ?? { span: 1 };
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="sr-only">Beats of the cycle</legend>
      <ol className="flex flex-wrap gap-y-1.5">
        {beats.map(({ span, gesture = 'clap' }, index) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a beat has nothing of its own but its place
            key={index}
            className={beginsGroup(cycle, index) && index > 0 ? 'ml-3' : 'ml-1 first:ml-0'}
          >
            <button
              type="button"
              aria-label={`Beat ${index + 1}: ${gesture} of ${span}`}
              aria-pressed={index === at}
              className="flex size-11 flex-col items-center justify-center rounded-lg border border-field bg-paper text-sm leading-none font-semibold hover:border-faint aria-pressed:border-ink aria-pressed:bg-choice"
              onClick={() => setChosen(index)}
            >
              <svg width="24" height="22" aria-hidden="true">
                <GestureMark gesture={gesture} x={12} y={11} />
              </svg>
              {span}
            </button>
          </li>
        ))}
        <li className="ml-1">
          <Button
            icon
            aria-label="Another beat"
            title="Another beat, like the last one"
            className="size-11"
            disabled={beats.length >= CYCLE_LIMITS.beats}
            onClick={() => {
              onChange(addBeat(cycle));
              setChosen(beats.length);
            }}
          >
            <Plus aria-hidden size={16} />
          </Button>
        </li>
      </ol>
      <div className="flex flex-wrap items-end gap-2">
        <NumberField
          label={`Pulses of beat ${at + 1}`}
          value={beat.span}
          min={1}
          max={CYCLE_LIMITS.span}
          onChange={(span) => onChange(setBeat(cycle, at, { span }))}
        />
        <label className="flex flex-col gap-1 text-sm text-quiet">
          Shown by
          <Select
            value={beat.gesture ?? 'clap'}
            className="h-[38px] text-note"
            onChange={(event) => {
              const gesture = GESTURES.find((one) => one === event.target.value);
              if (gesture) onChange(setBeat(cycle, at, { gesture }));
            }}
          >
            {GESTURES.map((gesture) => (
              <option key={gesture}>{gesture}</option>
            ))}
          </Select>
        </label>
        <Button
          look="quiet"
          icon
          aria-label={`Take beat ${at + 1} out`}
          disabled={beats.length < 2}
          onClick={() => {
            onChange(removeBeat(cycle, at));
            setChosen(Math.max(0, at - 1));
          }}
        >
          <Trash2 aria-hidden size={16} />
        </Button>
      </div>
      {at === 0 ? null : (
        <label className="flex items-center gap-2 text-note">
          <input
            type="checkbox"
            checked={beginsGroup(cycle, at)}
            className="size-4 accent-[var(--go)]"
            onChange={() => onChange(toggleGroup(cycle, at))}
          />
          A group begins with beat {at + 1}
        </label>
      )}
    </fieldset>
  );
}
