import { cutInto } from '@stride/core/crossing';
import { strides } from '@stride/core/read';
import type { Score } from '@stride/core/sound';
import { Play, Square } from 'lucide-react';
import { useMemo, useState } from 'react';
import { playLoop, usePlays } from '../audio/loop.ts';
import { player } from '../audio/the-player.ts';
import { sayKin, useFamilies } from '../read/use-families.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { NumberField } from '../ui/NumberField.tsx';

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

/** Even steps cut to a cycle of another length, beginning again each turn. */
export function IntoABar() {
  const [step, setStep] = useState(3);
  const [length, setLength] = useState(16);
  const { onsets, rest } = useMemo(() => cutInto(step, length), [step, length]);
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
          onChange={(next) => setStep(Math.round(next))}
        />
        <NumberField
          label="in a cycle of"
          value={length}
          min={2}
          max={64}
          onChange={(next) => setLength(Math.round(next))}
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
      <p className="mt-2">
        Strokes on {onsets.map((at) => at + 1).join(', ')}; strides{' '}
        {strides(onsets, length).join(' ')}.{' '}
        {rest === 0
          ? 'It comes out even.'
          : `The last step is cut to ${rest}, so it begins again each turn.`}
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
