import { CROSSING_LIMITS, type Pulse } from '@stride/core/crossing';
import { Settings2, Trash2 } from 'lucide-react';
import { Button } from '../ui/Button.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Panel } from '../ui/Panel.tsx';
import { Select } from '../ui/Select.tsx';
import type { PulseSetup } from './setup.ts';
import { VOICES, type Voice } from './voices.ts';

interface PulseFieldsProps {
  /** Which pulse, from 0. */
  readonly index: number;
  readonly setup: PulseSetup;
  readonly onPulse: (change: Partial<Pulse>) => void;
  readonly onVoice: (voice: Voice) => void;
  readonly onLevel: (level: number) => void;
  readonly onBackbeat: (step: number) => void;
  readonly onRemove: (() => void) | undefined;
}

/** Steps, sound and hand of one pulse, and behind a button its parts, its start and its backbeat. */
export function PulseFields(props: PulseFieldsProps) {
  const { index, setup, onPulse, onVoice, onLevel, onBackbeat, onRemove } = props;
  const { pulse, voice, level } = setup;
  const name = `pulse ${index + 1}`;
  const known = VOICES.some((one) => one.name === voice.name);
  return (
    <fieldset className="flex flex-wrap items-end gap-2">
      <legend className="sr-only">{name}</legend>
      <NumberField
        label={`Steps of ${name}`}
        value={pulse.steps}
        min={1}
        max={CROSSING_LIMITS.steps}
        onChange={(next) => onPulse({ steps: Math.round(next) })}
      />
      <Select
        aria-label={`Sound of ${name}`}
        value={voice.name}
        className="text-note"
        onChange={(event) => {
          const chosen = VOICES.find((one) => one.name === event.target.value);
          if (chosen) onVoice({ ...chosen, hand: voice.hand });
        }}
      >
        {known ? null : <option>{voice.name}</option>}
        {VOICES.map((one) => (
          <option key={one.name}>{one.name}</option>
        ))}
      </Select>
      <Select
        aria-label={`Hand or foot of ${name}`}
        value={voice.hand}
        className="text-note"
        onChange={(event) => onVoice({ ...voice, hand: event.target.value as Voice['hand'] })}
      >
        <option value="R">right</option>
        <option value="L">left</option>
        <option value="F">foot</option>
      </Select>
      <label className="flex h-9 items-center gap-1.5 text-sm text-quiet">
        <span className="sr-only">Level of {name}</span>
        <span aria-hidden>level</span>
        <input
          type="range"
          min={0}
          max={1}
          step={0.05}
          value={level}
          title={`Level of ${name}: ${Math.round(level * 100)} %`}
          className="w-20 accent-[var(--go)]"
          onChange={(event) => onLevel(Number(event.target.value))}
        />
      </label>
      <Panel
        label={`Parts of ${name}`}
        side="top"
        width={330}
        trigger={
          <Button aria-label={`Parts of ${name}`} title="Parts of a step, start, backbeat">
            <Settings2 aria-hidden size={16} />
            {pulse.parts > 1 ? `in ${pulse.parts}` : 'Parts'}
          </Button>
        }
      >
        <PulseParts name={name} setup={setup} onPulse={onPulse} onBackbeat={onBackbeat} />
      </Panel>
      {onRemove ? (
        <Button look="quiet" aria-label={`Take ${name} out`} onClick={onRemove}>
          <Trash2 aria-hidden size={16} />
        </Button>
      ) : null}
    </fieldset>
  );
}

interface PulsePartsProps extends Pick<PulseFieldsProps, 'setup' | 'onPulse' | 'onBackbeat'> {
  readonly name: string;
}

const CELL =
  'flex size-9 items-center justify-center rounded-lg border border-edge text-note aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-card';

/** How many parts a step has, which of them sound, where the pulse starts, and what lies over its view. */
function PulseParts({ name, setup, onPulse, onBackbeat }: PulsePartsProps) {
  const { pulse, backbeat } = setup;
  const { steps, parts, sounds, start } = pulse;
  return (
    <>
      <div className="flex flex-wrap gap-3">
        <NumberField
          label={`Parts of a step of ${name}`}
          value={parts}
          min={1}
          max={CROSSING_LIMITS.parts}
          onChange={(next) => onPulse({ parts: Math.round(next) })}
        />
        <NumberField
          label={`${name} starts later by parts`}
          value={start}
          min={0}
          max={steps * parts - 1}
          onChange={(next) => onPulse({ start: Math.round(next) })}
        />
      </div>
      <fieldset>
        <legend className="mb-1 text-sm text-quiet">Parts of every step that sound</legend>
        <div className="flex flex-wrap gap-1">
          {Array.from({ length: parts }, (_, part) => part).map((part) => {
            const on = sounds.includes(part);
            return (
              <button
                key={part}
                type="button"
                aria-pressed={on}
                aria-label={`Part ${part + 1} of ${name}`}
                className={CELL}
                onClick={() => {
                  const next = on ? sounds.filter((one) => one !== part) : [...sounds, part];
                  // One part at least sounds, else there is no pulse.
                  if (next.length > 0) onPulse({ sounds: next.sort((a, b) => a - b) });
                }}
              >
                {part + 1}
              </button>
            );
          })}
        </div>
      </fieldset>
      <fieldset>
        <legend className="mb-1 text-sm text-quiet">
          Low and high strokes while {name} is the beat: touch a step once for low, twice for high
        </legend>
        <div className="flex flex-wrap gap-1">
          {Array.from({ length: steps }, (_, step) => step).map((step) => {
            const laid = backbeat[step];
            return (
              <button
                key={step}
                type="button"
                aria-label={`Step ${step + 1} of ${name}: ${laid ?? 'nothing'}`}
                className={`${CELL} flex-col leading-none ${laid ? 'border-ink font-bold' : 'text-quiet'}`}
                onClick={() => onBackbeat(step)}
              >
                {laid === 'low' ? '▾' : laid === 'high' ? '▴' : step + 1}
              </button>
            );
          })}
        </div>
      </fieldset>
    </>
  );
}
