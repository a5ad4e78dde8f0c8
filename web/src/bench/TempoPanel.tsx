import type { Rhythm } from '@stride/core/rhythm';
import { TEMPO_RANGE } from '@stride/core/time';
import { NumberField } from '../ui/NumberField.tsx';
import { Panel } from '../ui/Panel.tsx';

interface TempoPanelProps {
  readonly rhythm: Pick<Rhythm, 'tempo' | 'target'>;
  readonly onChange: (change: Partial<Rhythm>) => void;
  /** Another number of pulses in the counted beat; it sounds as fast as before. */
  readonly onRecount: (per: number) => void;
}

/** The tempo to reach, and what beat is counted. */
export function TempoPanel({ rhythm, onChange, onRecount }: TempoPanelProps) {
  const { tempo, target } = rhythm;
  return (
    <Panel
      label="Tempo to reach"
      align="start"
      trigger={
        <button
          type="button"
          data-reach="target"
          title="Tempo to reach, counted beat"
          className="h-9 rounded-lg px-2 text-note max-sm:px-1 text-quiet underline decoration-edge decoration-dotted underline-offset-4 hover:text-ink"
        >
          of {target}
          <span className="max-2xl:sr-only">
            {tempo.per > 1 ? ` per ${tempo.per} pulses` : ' a minute'}
          </span>
        </button>
      }
    >
      <div className="flex gap-4">
        <NumberField
          label="Tempo to reach"
          value={target}
          {...TEMPO_RANGE}
          onChange={(next) => onChange({ target: next })}
        />
        <NumberField
          label="Pulses a beat"
          value={tempo.per}
          min={1}
          max={64}
          onChange={(per) => onRecount(Math.round(per))}
        />
      </div>
    </Panel>
  );
}
