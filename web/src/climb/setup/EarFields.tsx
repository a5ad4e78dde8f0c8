import type { StrictnessName } from '@stride/core/ear';
import { Mic } from 'lucide-react';
import { INPUTS, type InputKind } from '../../ear/input.ts';
import { HAND_KEYS } from '../../ear/keys-input.ts';
import { SIMULATED } from '../../ear/simulated-input.ts';
import type { EarSetup } from '../../ear/use-ear.ts';
import { useMicrophones } from '../../ear/use-microphones.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import type { Practice } from '../use-practice.ts';
import type { TakeKeeping } from '../use-take.ts';
import { Choice } from './Choice.tsx';
import { Check } from './ClickFields.tsx';
import { DelayDialog } from './DelayDialog.tsx';
import { FreeDialog } from './FreeDialog.tsx';
import { NotesDialog } from './NotesDialog.tsx';
import { StrokesDialog } from './StrokesDialog.tsx';

const STRICT: Readonly<Record<StrictnessName, string>> = {
  easy: 'easy',
  usual: 'usual',
  strict: 'strict',
};

interface EarFieldsProps {
  readonly practice: Practice;
  readonly ear: EarSetup;
  readonly takes: Pick<TakeKeeping, 'records' | 'setRecords'>;
}

/** By what the player is heard, and how strictly. */
export function EarFields({ practice, ear, takes }: EarFieldsProps) {
  const { plan, setPlan, line } = practice;
  const { settings, set } = ear;
  const { kind } = settings;
  const microphones = useMicrophones(kind === 'microphone');
  return (
    <>
      <Choice<InputKind>
        label="You are heard by"
        reach="ear"
        value={kind}
        of={INPUTS}
        onChange={(next) => set({ kind: next })}
      />
      {kind === 'off' ? (
        <p className="max-w-[44ch] self-center text-note text-quiet">
          Once you are heard, the climb goes up when it was clean, and says what to mend where it
          was not.
        </p>
      ) : (
        <Choice
          label="Judged"
          reach="strictness"
          value={plan.strictness}
          of={STRICT}
          onChange={(strictness) => setPlan({ strictness })}
        />
      )}
      {kind === 'keys' ? (
        <p className="max-w-[40ch] self-center text-note text-quiet">
          {Object.keys(HAND_KEYS)
            .map((key) => key.toUpperCase())
            .join(' and ')}{' '}
          for the right and the left hand, or the letters of the strokes.
        </p>
      ) : null}
      {kind === 'midi' ? (
        <>
          {ear.ports.length > 0 ? (
            <label className="flex flex-col">
              <span className="mb-1 text-sm text-quiet">Device</span>
              <Select
                className="h-11 bg-card"
                value={settings.midi ?? ear.ports[0]?.id}
                onChange={(event) => set({ midi: event.target.value })}
              >
                {ear.ports.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name ?? id}
                  </option>
                ))}
              </Select>
            </label>
          ) : null}
          <NotesDialog ear={ear} line={line} />
        </>
      ) : null}
      {kind === 'microphone' ? (
        <>
          {microphones.length > 1 ? (
            <label className="flex flex-col">
              <span className="mb-1 text-sm text-quiet">Microphone</span>
              <Select
                className="h-11 max-w-48 bg-card"
                value={settings.microphone ?? ''}
                onChange={(event) => set({ microphone: event.target.value || undefined })}
              >
                <option value="">the usual one</option>
                {microphones.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Select>
            </label>
          ) : null}
          <StrokesDialog ear={ear} line={line} />
          <Check label="Record my runs" checked={takes.records} onChange={takes.setRecords} />
          <p className="flex max-w-[38ch] items-center gap-2 self-center text-fine leading-snug text-quiet">
            <Mic aria-hidden size={18} className="shrink-0" />
            Nothing heard leaves this machine, and nothing is kept unless you ask. Headphones keep
            the program’s own sound out.
          </p>
        </>
      ) : null}
      {kind === 'simulated' ? (
        <Choice
          label="Who plays"
          value={settings.simulated}
          of={SIMULATED}
          onChange={(simulated) => set({ simulated })}
        />
      ) : null}
      {ear.problem ? (
        <p role="alert" className="max-w-[44ch] self-center text-note text-warn">
          {ear.problem} <Button onClick={() => set({ kind: 'keys' })}>Play on keys</Button>
        </p>
      ) : null}
      {ear.input && kind !== 'simulated' ? (
        <>
          <DelayDialog ear={ear} />
          <FreeDialog ear={ear} bpm={practice.ladder.from} />
        </>
      ) : null}
    </>
  );
}
