import { barAsRhythm, cutInto } from '@stride/core/crossing';
import { strides } from '@stride/core/read';
import type { Rhythm } from '@stride/core/rhythm';
import type { Score } from '@stride/core/sound';
import { Play, Square } from 'lucide-react';
import { useMemo } from 'react';
import { playLoop, usePlays } from '../audio/loop.ts';
import { player } from '../audio/the-player.ts';
import { sayKin, useFamilies } from '../read/use-families.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import type { BarSetup } from './setup.ts';

const OWNER = 'crossing-bar';
const PULSES_A_MINUTE = 240;

/** The strokes of the bar on claves, louder on the one, round and round. */
function scoreOf(onsets: readonly number[], length: number): Score {
  return {
    ticksPerPulse: 1,
    lengthTicks: length,
    turnTicks: length,
    events: onsets.map((ticks) => ({
      ticks,
      offset: 0,
      layer: OWNER,
      sound: { instrument: 'claves', kind: 'X', force: ticks === 0 ? 4 : 3 },
    })),
  };
}

interface IntoABarProps {
  readonly setup: BarSetup;
  readonly onChange: (change: Partial<BarSetup>) => void;
  readonly onSend: (rhythm: Rhythm) => void;
}

/** Even steps cut to a cycle of another length, beginning again each turn. */
export function IntoABar({ setup, onChange, onSend }: IntoABarProps) {
  const { step, length, strokes, withoutCut } = setup;
  const { onsets, rest } = useMemo(
    () => cutInto(step, length, { withoutCut, ...(strokes > 0 ? { strokes } : {}) }),
    [step, length, strokes, withoutCut],
  );
  const kin = useFamilies(onsets, length);
  const playing = usePlays(OWNER);
  return (
    <Card aria-label="Into a bar" className="px-4 py-3 text-note leading-snug">
      <h2 className="mb-2 text-lead">Into a bar</h2>
      <div className="flex flex-wrap items-end gap-4">
        <NumberField
          label="Steps of"
          value={step}
          min={1}
          max={31}
          onChange={(next) => onChange({ step: Math.round(next) })}
        />
        <NumberField
          label="in a cycle of"
          value={length}
          min={2}
          max={64}
          onChange={(next) => onChange({ length: Math.round(next) })}
        />
        <NumberField
          label="strokes, 0 for all"
          value={strokes}
          min={0}
          max={64}
          onChange={(next) => onChange({ strokes: Math.round(next) })}
        />
        <Button
          aria-label={playing ? 'Stop the bar' : 'Hear the bar'}
          onClick={() => {
            if (playing) player.stop();
            else playLoop(OWNER, scoreOf(onsets, length), { bpm: PULSES_A_MINUTE, per: 1 });
          }}
        >
          {playing ? <Square aria-hidden size={14} /> : <Play aria-hidden size={14} />}
          {playing ? 'Stop' : 'Hear it'}
        </Button>
        <Button
          onClick={() =>
            onSend(
              barAsRhythm({
                onsets,
                length,
                pulses: PULSES_A_MINUTE,
                name: `Steps of ${step} in ${length}`,
                id: crypto.randomUUID(),
              }),
            )
          }
        >
          Send the bar to the Bench
        </Button>
        <svg
          viewBox={`-1 -7 ${length + 1} 12`}
          className="h-12 min-w-60 flex-1"
          role="img"
          aria-label={`Strokes on pulse ${onsets.map((at) => at + 1).join(', ')} of ${length}`}
          preserveAspectRatio="none"
        >
          {Array.from({ length }, (_, at) => at).map((at) => (
            <rect
              key={at}
              x={at + 0.12}
              y={onsets.includes(at) ? -6 : -1.5}
              width={0.76}
              height={onsets.includes(at) ? 9 : 4.5}
              fill={onsets.includes(at) ? 'var(--metal)' : 'var(--stone)'}
            />
          ))}
        </svg>
      </div>
      <label className="mt-2 flex items-center gap-2">
        <input
          type="checkbox"
          checked={withoutCut}
          className="size-4 accent-[var(--go)]"
          onChange={(event) => onChange({ withoutCut: event.target.checked })}
        />
        Leave the cut step out, so that the last one is longer
      </label>
      <p className="mt-2">
        Strokes on {onsets.map((at) => at + 1).join(', ')}; strides{' '}
        {strides(onsets, length).join(' ')}.{' '}
        {rest === 0
          ? 'It comes out even.'
          : rest < step
            ? `The last step is cut to ${rest}, so it begins again each turn.`
            : `The last one lasts ${rest}, and it begins again.`}
      </p>
      <p>
        {kin === undefined || kin.length === 0
          ? 'No timeline of the catalogue is this line, a rotation of it or one stroke away.'
          : kin
              .slice(0, 4)
              .map((one) => sayKin(one))
              .join(' ')}
      </p>
    </Card>
  );
}
