import { type Cycle, describeCycle, formatSpans, parseSpans } from '@stride/core/cycle';
import { useId, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Field } from '../ui/Field.tsx';
import { BeatRow } from './BeatRow.tsx';

interface OwnCycleProps {
  readonly onTry: (cycle: Cycle) => void;
  readonly onKeep: (cycle: Cycle) => void;
}

/** A cycle of one's own: beats, groups, gestures, name. */
export function OwnCycle({ onTry, onKeep }: OwnCycleProps) {
  const id = useId();
  const [spans, setSpans] = useState('');
  const [name, setName] = useState('');
  const result = spans.trim() === '' ? undefined : parseSpans(spans);
  const cycle =
    result?.ok && name.trim() !== ''
      ? { ...result.cycle, name: name.trim() }
      : result?.ok
        ? result.cycle
        : undefined;
  return (
    <Card aria-labelledby={`${id}-title`} className="flex flex-col gap-2 p-4">
      <h2 id={`${id}-title`} className="text-lead">
        A cycle of your own
      </h2>
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Pulses of each beat; c clap, f finger, w wave, s silent; a comma between groups
        <Field
          value={spans}
          placeholder="3c+2w, 2c+2f"
          aria-describedby={`${id}-said`}
          className="font-mono text-note"
          onChange={(event) => setSpans(event.target.value)}
        />
      </label>
      <BeatRow
        cycle={result?.ok ? result.cycle : undefined}
        onChange={(changed) => setSpans(formatSpans(changed))}
      />
      <p
        id={`${id}-said`}
        role="status"
        className={`min-h-5 text-sm ${result?.ok === false ? 'text-warn' : ''}`}
      >
        {result ? (result.ok ? describeCycle(result.cycle) : result.message) : ''}
      </p>
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Name
        <Field
          value={name}
          maxLength={80}
          placeholder="Stair seven"
          className="text-note"
          onChange={(event) => setName(event.target.value.replace(/["#\n]/g, ''))}
        />
      </label>
      <div className="flex gap-2">
        <Button disabled={!cycle} onClick={() => cycle && onTry(cycle)}>
          Look at it
        </Button>
        <Button
          disabled={!cycle || name.trim() === ''}
          title={
            name.trim() === '' ? 'Give it a name first' : 'It stands in the catalogue from now on'
          }
          onClick={() => cycle && onKeep(cycle)}
        >
          Keep it
        </Button>
      </div>
    </Card>
  );
}
