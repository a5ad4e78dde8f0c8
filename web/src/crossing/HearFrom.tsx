import { tempoFrom } from '@stride/core/crossing';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Select } from '../ui/Select.tsx';
import type { Setup } from './setup.ts';

interface HearFromProps {
  readonly setup: Setup;
  readonly onHearFrom: (pulse: number) => void;
  readonly onEvery: (spans: number) => void;
  readonly onClick: (level: number) => void;
}

const CHANGE_EVERY = [0, 2, 4, 8] as const;

/** Which pulse is the beat: the same strokes, another foot, with the tempo said in each. */
export function HearFrom({ setup, onHearFrom, onEvery, onClick }: HearFromProps) {
  const { pulses, from, bpm, every, click } = setup;
  const now = pulses[from]?.pulse.steps ?? 1;
  return (
    <Card aria-label="Hear it from" className="px-[18px] py-3">
      <h2 className="mb-2 text-lead">Hear it from</h2>
      <div className="flex flex-col gap-1.5">
        {pulses.map(({ pulse: { steps } }, index) => (
          <Button
            // biome-ignore lint/suspicious/noArrayIndexKey: pulses have nothing but their place
            key={index}
            look={index === from ? 'on' : 'plain'}
            aria-pressed={index === from}
            style={{ justifyContent: 'space-between' }}
            onClick={() => onHearFrom(index)}
          >
            <span>the {steps}</span>
            <span>{(Math.round(tempoFrom(bpm, steps, now) * 10) / 10).toString()} a minute</span>
          </Button>
        ))}
      </div>
      <p className="mt-2 text-note">The same strokes, another foot: only the click moves.</p>
      <label className="mt-2 flex items-center gap-2 text-note">
        Click
        <input
          type="range"
          aria-label="Level of the click"
          min={0}
          max={1}
          step={0.05}
          value={click}
          className="min-w-0 flex-1 accent-[var(--go)]"
          onChange={(event) => onClick(Number(event.target.value))}
        />
        <span className="w-11 text-right">{Math.round(click * 100)} %</span>
      </label>
      <label className="mt-2 flex items-center gap-2 text-note">
        Change over
        <Select value={every} onChange={(event) => onEvery(Number(event.target.value))}>
          {CHANGE_EVERY.map((turns) => (
            <option key={turns} value={turns}>
              {turns === 0 ? 'when I say' : `every ${turns} spans`}
            </option>
          ))}
        </Select>
      </label>
    </Card>
  );
}
