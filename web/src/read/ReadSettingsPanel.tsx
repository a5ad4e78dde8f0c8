import {
  READ_FROM,
  type ReadFrom,
  type ReadSettings,
  SIDE_SCHOOLS,
  type SideSchool,
} from '@stride/core/read';
import { SlidersHorizontal } from 'lucide-react';
import { CEILING_RANGE } from '../store/read-settings.ts';
import { Button } from '../ui/Button.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Panel } from '../ui/Panel.tsx';
import { Select } from '../ui/Select.tsx';

interface ReadSettingsPanelProps {
  readonly settings: ReadSettings;
  readonly onChange: (next: ReadSettings) => void;
}

const SCHOOLS: Readonly<Record<SideSchool, { name: string; note: string }>> = {
  strict: {
    name: 'Strict',
    note: 'Every accent off the beat that rubs beside the timeline is told.',
  },
  loose: { name: 'Loose', note: 'Only which side is busier and which is more off the beat.' },
  'no sides': { name: 'No sides', note: 'Timelines have no sides here; nothing is said of them.' },
};

const FROM_NAMES: Readonly<Record<ReadFrom, string>> = {
  'every stroke': 'every stroke, the lightest too',
  'plain strokes': 'plain strokes and accents',
  accents: 'accents alone',
};

/** What the player wants of a reading: their ceiling, their school, their balance of low and high. */
export function ReadSettingsPanel({ settings, onChange }: ReadSettingsPanelProps) {
  const { ceiling, school, high, lowOn, from } = settings;
  const percent = (share: number) => Math.round(share * 100);
  const setHigh = (next: ReadSettings['high']) => onChange({ ...settings, high: next });
  return (
    <Panel
      label="What I want of a reading"
      align="end"
      width={340}
      trigger={
        <Button data-reach="wants">
          <SlidersHorizontal aria-hidden size={16} /> What I want
        </Button>
      }
    >
      <fieldset data-reach="school">
        <legend className="mb-1 font-title text-lead font-bold">Sides of a timeline</legend>
        {SIDE_SCHOOLS.map((one) => (
          <label key={one} className="flex items-start gap-2 py-1">
            <input
              type="radio"
              name="school"
              checked={school === one}
              className="mt-1 size-4 accent-[var(--go)]"
              onChange={() => onChange({ ...settings, school: one })}
            />
            <span>
              {SCHOOLS[one].name}
              <span className="block text-sm text-quiet">{SCHOOLS[one].note}</span>
            </span>
          </label>
        ))}
        <label className="mt-1 block text-sm text-quiet">
          Low strokes belong on
          <Select
            data-reach="low-on"
            value={lowOn ?? ''}
            className="w-full text-note mt-1 text-ink"
            onChange={(event) => {
              const { lowOn: _before, ...rest } = settings;
              const { value } = event.target;
              onChange(
                value === 'three-side' || value === 'two-side' ? { ...rest, lowOn: value } : rest,
              );
            }}
          >
            <option value="">no side of their own</option>
            <option value="three-side">the three-side</option>
            <option value="two-side">the two-side</option>
          </Select>
        </label>
      </fieldset>
      <label className="block text-sm text-quiet">
        <span className="mb-1 block font-title text-lead font-bold text-ink">Off the beat</span>
        Read the line from
        <Select
          data-reach="from"
          value={from}
          className="w-full text-note mt-1 text-ink"
          onChange={(event) => {
            const next = READ_FROM.find((one) => one === event.target.value);
            if (next) onChange({ ...settings, from: next });
          }}
        >
          {READ_FROM.map((one) => (
            <option key={one} value={one}>
              {FROM_NAMES[one]}
            </option>
          ))}
        </Select>
        <span className="mt-1 block">
          Light strokes keep time; they do not make a line off-beat. A line that fills its slots is
          read by its accents.
        </span>
      </label>
      <div data-reach="ceiling">
        <h3 className="mb-1 text-lead">One hand’s ceiling</h3>
        <NumberField
          label="Strokes a second"
          value={ceiling}
          {...CEILING_RANGE}
          step={0.5}
          onChange={(next) => onChange({ ...settings, ceiling: next })}
        />
        <p className="mt-1 text-sm text-quiet">
          Most people begin to tire at about 5. Pain, tingling or numbness is a reason to stop and
          to ask a teacher or a doctor, whatever the figure.
        </p>
      </div>
      <div data-reach="high">
        <h3 className="mb-1 text-lead">High sounds</h3>
        <div className="flex flex-wrap gap-3">
          <NumberField
            label="At least, %"
            value={percent(high.least)}
            min={0}
            max={percent(high.most)}
            step={5}
            onChange={(next) => setHigh({ ...high, least: next / 100 })}
          />
          <NumberField
            label="At most, %"
            value={percent(high.most)}
            min={percent(high.least)}
            max={100}
            step={5}
            onChange={(next) => setHigh({ ...high, most: next / 100 })}
          />
        </div>
        <p className="mt-1 text-sm text-quiet">
          The share of slaps, metal and shaken sounds in the weight of a layer that has low sounds
          too.
        </p>
      </div>
    </Panel>
  );
}
