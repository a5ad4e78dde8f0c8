import { turnBeats } from '@stride/core/rhythm';
import { CLICKS, type ClickOn, type ClickPlan } from '@stride/core/sound';
import { NumberField } from '../../ui/NumberField.tsx';
import { Select } from '../../ui/Select.tsx';
import type { Practice } from '../use-practice.ts';
import { Choice } from './Choice.tsx';
import { ComingFields } from './ComingFields.tsx';

interface ClickFieldsProps {
  readonly practice: Practice;
  /** Whether the click is on at all. */
  readonly isOn: boolean;
  readonly onSwitch: (on: boolean) => void;
}

/** Where the click falls, how loud it is, and when it is silent. */
export function ClickFields({ practice, isOn, onSwitch }: ClickFieldsProps) {
  const { plan, line, setPlan } = practice;
  const { click } = plan;
  const { layers, cycle } = line.rhythm;
  const set = (change: Partial<ClickPlan>) => setPlan({ click: { ...click, ...change } });
  const others = layers.filter(({ id }) => id !== line.layer.id);
  const kinds = (Object.keys(CLICKS) as ClickOn[]).filter(
    (one) => one !== 'line' || others.length > 0,
  );
  const beats = turnBeats(cycle);
  const { silent: _silent, ...withoutSilence } = click;
  return (
    <>
      <Check label="Click" checked={isOn} onChange={onSwitch} />
      <Choice
        label="The click is on"
        reach="click-on"
        value={click.on}
        of={CLICKS}
        among={kinds}
        onChange={(on) => {
          set({
            on,
            ...(on === 'line' ? { line: click.line ?? others[0]?.id ?? '' } : {}),
            ...(on === 'chosen' && !click.beats ? { beats: [0] } : {}),
          });
          // Who says where it falls wants to hear it.
          if (!isOn) onSwitch(true);
        }}
      />
      {click.on === 'parts' || click.on === 'pulses' ? (
        <NumberField
          large
          label={click.on === 'parts' ? 'Parts of a beat' : 'Pulses in a turn'}
          value={click.count ?? 2}
          min={2}
          max={click.on === 'parts' ? 9 : 32}
          onChange={(count) => set({ count: Math.round(count) })}
        />
      ) : null}
      {click.on === 'line' ? (
        <label className="flex flex-col">
          <span className="mb-1 text-sm text-quiet">Whose strokes</span>
          <Select
            className="h-11 bg-card"
            value={click.line ?? others[0]?.id}
            onChange={(event) => set({ line: event.target.value })}
          >
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </label>
      ) : null}
      {click.on === 'chosen' ? (
        <fieldset className="flex h-16 flex-wrap items-end gap-2">
          <legend className="text-sm text-quiet">Beats</legend>
          {Array.from({ length: beats }, (_, beat) => {
            const chosen = click.beats ?? [];
            return (
              <Check
                // biome-ignore lint/suspicious/noArrayIndexKey: beats are told apart by their number alone
                key={beat}
                label={String(beat + 1)}
                checked={chosen.includes(beat)}
                onChange={(on) =>
                  set({
                    beats: on
                      ? [...chosen, beat].sort((a, b) => a - b)
                      : chosen.filter((one) => one !== beat),
                  })
                }
              />
            );
          })}
        </fieldset>
      ) : null}
      <label className="flex flex-col">
        <span className="mb-1 text-sm text-quiet">Loudness beside the pattern</span>
        <input
          type="range"
          min={5}
          max={100}
          step={5}
          className="h-11 w-40 accent-[var(--go)]"
          value={Math.round(click.level * 100)}
          aria-valuetext={`${Math.round(click.level * 100)} %`}
          onChange={(event) => set({ level: Number(event.target.value) / 100 })}
        />
      </label>
      <Check
        label="Silent turns"
        checked={click.silent !== undefined}
        onChange={(on) =>
          on ? set({ silent: { on: 2, off: 1 } }) : setPlan({ click: withoutSilence })
        }
      />
      {click.silent ? (
        <ComingFields
          what="the click"
          coming={click.silent}
          onChange={(silent) => set({ silent })}
        />
      ) : null}
    </>
  );
}

interface CheckProps {
  readonly label: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}

/** A box to tick, as high as the fields beside it. */
export function Check({ label, checked, onChange }: CheckProps) {
  return (
    <label className="flex h-11 items-center gap-2">
      <input
        type="checkbox"
        className="size-5 accent-[var(--go)]"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
