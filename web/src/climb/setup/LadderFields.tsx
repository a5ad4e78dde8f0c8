import { LADDER_LIMITS, LADDER_SHAPES, type Ladder, type LadderShape } from '@stride/core/climb';
import { TEMPO_RANGE } from '@stride/core/time';
import { NumberField } from '../../ui/NumberField.tsx';
import { Select } from '../../ui/Select.tsx';
import { Choice } from './Choice.tsx';

interface LadderFieldsProps {
  readonly ladder: Ladder;
  readonly onChange: (ladder: Ladder) => void;
}

/** From where to where, by how much, how often, and in which shape. */
export function LadderFields({ ladder, onChange }: LadderFieldsProps) {
  const set = (change: Partial<Ladder>) => onChange({ ...ladder, ...change });
  const { kind } = ladder.step;
  const { seconds: _seconds, ...byPasses } = ladder;
  return (
    <>
      <NumberField
        large
        label="From"
        value={ladder.from}
        {...TEMPO_RANGE}
        onChange={(from) => set({ from })}
      />
      <NumberField
        large
        label="To"
        value={ladder.to}
        {...TEMPO_RANGE}
        onChange={(to) => set({ to })}
      />
      <span className="flex items-end gap-1">
        <NumberField
          large
          label="Step"
          value={ladder.step.value}
          {...LADDER_LIMITS[kind]}
          onChange={(value) => set({ step: { kind, value } })}
        />
        <label>
          <span className="sr-only">Step in</span>
          <Select
            value={kind}
            className="h-11 bg-card"
            onChange={(event) => {
              const next = event.target.value === 'bpm' ? 'bpm' : 'percent';
              const { min, max } = LADDER_LIMITS[next];
              const value = Math.min(max, Math.max(min, ladder.step.value));
              set({ step: { kind: next, value } });
            }}
          >
            <option value="percent">%</option>
            <option value="bpm">a minute</option>
          </Select>
        </label>
      </span>
      <span className="flex items-end gap-1">
        {ladder.seconds === undefined ? (
          <NumberField
            large
            label="Passes"
            value={ladder.passes}
            {...LADDER_LIMITS.passes}
            onChange={(passes) => set({ passes: Math.round(passes) })}
          />
        ) : (
          <NumberField
            large
            label="Seconds"
            value={ladder.seconds}
            {...LADDER_LIMITS.seconds}
            step={5}
            onChange={(seconds) => set({ seconds })}
          />
        )}
        <label>
          <span className="sr-only">Each rung in</span>
          <Select
            value={ladder.seconds === undefined ? 'passes' : 'seconds'}
            className="h-11 bg-card"
            onChange={(event) =>
              onChange(event.target.value === 'seconds' ? { ...ladder, seconds: 30 } : byPasses)
            }
          >
            <option value="passes">a rung</option>
            <option value="seconds">seconds</option>
          </Select>
        </label>
      </span>
      <Choice<LadderShape>
        label="Shape"
        value={ladder.shape ?? 'straight'}
        of={LADDER_SHAPES}
        onChange={(shape) =>
          set(shape === 'drawn' ? { shape, seed: Math.floor(Math.random() * 1e6) } : { shape })
        }
      />
    </>
  );
}
