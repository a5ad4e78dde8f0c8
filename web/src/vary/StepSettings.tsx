import { instrumentOf } from '@stride/core/instrument';
import type { Layer } from '@stride/core/rhythm';
import { askedOf, counts, type Field, MOVES, type Step } from '@stride/core/vary';
import { useMemo } from 'react';
import { useBench } from '../bench/context.ts';
import { knownInstruments, ownInstruments } from '../store/known-instruments.ts';
import { useRecut } from '../store/recut.ts';
import { useRecentRhythms } from '../store/use-store.ts';
import { useVoicings } from '../store/voicings.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';
import { WrittenField } from '../ui/WrittenField.tsx';
import { ownPhrases } from './phrases.ts';

interface StepSettingsProps {
  readonly step: Step;
  readonly layer: Layer;
  readonly onChange: (settings: Step['settings']) => void;
}

/** What a move is set to. */
export function StepSettings({ step, layer, onChange }: StepSettingsProps) {
  const move = MOVES[step.move];
  const fields: readonly Field[] = move.fields;
  const asked = askedOf(move, step.settings, ownInstruments.now());
  const voicings = useVoicings();
  const [, keepRecut] = useRecut();
  const set = (key: string, value: number | string) => {
    const next = { ...step.settings, [key]: value };
    const from = layer.instrument;
    if (step.move === 'instrument' && key === 'on') {
      // What was written for these two instruments before counts again.
      onChange({ ...next, table: voicings.tableOf(from, String(value)) });
      return;
    }
    if (step.move === 'instrument' && key === 'table')
      voicings.keep(
        from,
        askedOf(move, next, ownInstruments.now()).instrument('on')?.id ?? '',
        String(value),
      );
    if (step.move === 'threes' && key !== 'to' && key !== 'beats') {
      const asked = askedOf(move, next);
      keepRecut({
        table: asked.choice('table'),
        fours: asked.written('fours'),
        threes: asked.written('threes'),
      });
    }
    onChange(next);
  };
  return (
    <div className="flex max-w-80 flex-col gap-3">
      <p className="text-note text-quiet">{move.about}</p>
      {step.move === 'phrase' && asked.choice('what') === 'strokes' ? (
        <OwnPhrases layer={layer} onChoose={(rows) => set('rows', rows)} />
      ) : null}
      {fields
        .filter((field) => counts(field, asked))
        .map((field) => (
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
  const asked = askedOf(MOVES[step.move], step.settings, ownInstruments.now());
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
    case 'written':
      return (
        <WrittenField
          label={field.label}
          written={asked.written(field.key)}
          placeholder={field.usual}
          read={(text) =>
            field.fits(text.trim()) ? { value: text.trim() } : { message: field.hint }
          }
          onValue={onSet}
          note={field.hint}
        />
      );
    case 'instrument':
      return (
        <label className="flex flex-col gap-1 text-note">
          <span className="text-quiet">{field.label}</span>
          <Select
            value={asked.instrument(field.key)?.id ?? ''}
            onChange={(event) => onSet(event.target.value)}
          >
            <option value="">choose one</option>
            {knownInstruments()
              .filter(({ id }) => id !== layer.instrument)
              .map(({ id, name }) => (
                <option key={id} value={id}>
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
            {instrumentOf(layer)?.strokes.map(({ code, name }) => (
              <option key={code} value={code}>
                {code} {name}
              </option>
            ))}
          </Select>
        </label>
      );
  }
}

/** The turns of one’s own that can be put in. */
function OwnPhrases({
  layer,
  onChoose,
}: {
  readonly layer: Layer;
  readonly onChoose: (rows: string) => void;
}) {
  const { rhythm } = useBench();
  const shelf = useRecentRhythms();
  const phrases = useMemo(() => ownPhrases(rhythm, layer, shelf), [rhythm, layer, shelf]);
  return (
    <label className="flex flex-col gap-1 text-note">
      <span className="text-quiet">A phrase of your own</span>
      <Select value="" onChange={(event) => onChoose(event.target.value)}>
        <option value="">choose one</option>
        {phrases.map(({ name, rows }) => (
          <option key={`${name} ${rows}`} value={rows}>
            {name}
          </option>
        ))}
      </Select>
    </label>
  );
}
