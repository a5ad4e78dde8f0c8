import { findInstrument } from '@stride/core/instrument';
import type { Layer } from '@stride/core/rhythm';
import { askedOf, type Field, MOVES, type Step } from '@stride/core/vary';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';

interface StepSettingsProps {
  readonly step: Step;
  readonly layer: Layer;
  readonly onChange: (settings: Step['settings']) => void;
}

/** What a move is set to. */
export function StepSettings({ step, layer, onChange }: StepSettingsProps) {
  const move = MOVES[step.move];
  const fields: readonly Field[] = move.fields;
  const set = (key: string, value: number | string) => onChange({ ...step.settings, [key]: value });
  return (
    <div className="flex max-w-80 flex-col gap-3">
      <p className="text-note text-quiet">{move.about}</p>
      {fields.map((field) => (
        <OneField
          key={field.key}
          field={field}
          step={step}
          layer={layer}
          onSet={(value) => set(field.key, value)}
        />
      ))}
    </div>
  );
}

function OneField({
  field,
  step,
  layer,
  onSet,
}: {
  readonly field: Field;
  readonly step: Step;
  readonly layer: Layer;
  readonly onSet: (value: number | string) => void;
}) {
  const asked = askedOf(MOVES[step.move], step.settings);
  switch (field.kind) {
    case 'number':
      return (
        <NumberField
          label={field.label}
          value={asked.number(field.key)}
          min={field.min}
          max={field.max}
          onChange={onSet}
        />
      );
    case 'choice':
      return (
        <label className="flex flex-col gap-1 text-note">
          <span className="text-quiet">{field.label}</span>
          <Select value={asked.choice(field.key)} onChange={(event) => onSet(event.target.value)}>
            {Object.entries(field.choices).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        </label>
      );
    case 'stroke':
      return (
        <label className="flex flex-col gap-1 text-note">
          <span className="text-quiet">{field.label}</span>
          <Select
            value={asked.stroke(field.key) ?? ''}
            onChange={(event) => onSet(event.target.value)}
          >
            <option value="">as it is proposed</option>
            {findInstrument(layer.instrument)?.strokes.map(({ code, name }) => (
              <option key={code} value={code}>
                {code} {name}
              </option>
            ))}
          </Select>
        </label>
      );
  }
}
