import {
  type Day,
  daysBetween,
  FEELS,
  type Feel,
  isDay,
  type LoggedRun,
  SORE,
} from '@stride/core/log';
import { TEMPO_RANGE } from '@stride/core/time';
import { changeRun } from '../store/log.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Panel } from '../ui/Panel.tsx';
import { toast } from '../ui/toasts.ts';
import { useTyped } from '../ui/use-typed.ts';

/** Changes a run in the log, with a way back. */
export function changeWithUndo(run: LoggedRun, to: Partial<LoggedRun>, said: string): void {
  const failed = (error: unknown) => toast(storageSentence(error));
  changeRun(run.id, to).then((back) => toast(said, () => void back().catch(failed)), failed);
}

/** What of a run may be set right by hand. */
export function CorrectRun({ run }: { readonly run: LoggedRun }) {
  const set = (to: Partial<LoggedRun>) =>
    changeWithUndo(run, { ...to, corrected: true }, 'The run was corrected.');
  const { judged } = run;
  return (
    <Panel label="Correct the run" width={320} trigger={<Button>Correct it</Button>}>
      <DayField
        day={run.day}
        onChange={(day) => set({ day, at: run.at + daysBetween(run.day, day) * 86_400_000 })}
      />
      <NumberField
        label="Tempo"
        value={run.bpm}
        min={TEMPO_RANGE.min}
        max={TEMPO_RANGE.max}
        onChange={(bpm) => set({ bpm })}
      />
      <NumberField
        label="Seconds"
        value={Math.round(run.seconds)}
        min={0}
        max={7200}
        onChange={(seconds) => set({ seconds })}
      />
      {judged ? (
        <label className="inline-flex items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-[var(--go)]"
            checked={judged.verdict === 'up' && !run.brokenOff}
            disabled={run.brokenOff}
            onChange={(event) =>
              set({ judged: { ...judged, verdict: event.target.checked ? 'up' : 'stay' } })
            }
          />
          It counts as clean
        </label>
      ) : null}
      <span className="flex flex-wrap gap-2">
        {(Object.entries(FEELS) as [Feel, string][])
          .filter(([feel]) => feel !== 'hurts')
          .map(([feel, name]) => (
            <Button
              key={feel}
              look={run.feel === feel ? 'on' : 'plain'}
              aria-pressed={run.feel === feel}
              onClick={() => set({ feel })}
            >
              {name}
            </Button>
          ))}
      </span>
      {run.feel === 'hurts' ? (
        <p className="text-note text-warn">It hurt: {SORE[run.sore ?? 'other']}.</p>
      ) : null}
    </Panel>
  );
}

/** The day of a run: taken once it is one. */
function DayField({ day, onChange }: { readonly day: Day; readonly onChange: (day: Day) => void }) {
  const [text, setText] = useTyped(day);
  return (
    <label className="flex flex-col gap-1 text-note">
      <span className="text-quiet">Day</span>
      <Field
        value={text}
        className="w-32"
        aria-invalid={!isDay(text)}
        onChange={(event) => {
          const next = event.target.value.trim();
          setText(next);
          if (isDay(next) && next !== day) onChange(next);
        }}
      />
    </label>
  );
}
