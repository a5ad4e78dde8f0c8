import { keptTempo } from '@stride/core/ear';
import { scoreCountIn } from '@stride/core/sound';
import { useState } from 'react';
import type { EarSetup } from '../../ear/use-ear.ts';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Pads } from '../Pads.tsx';
import { Check } from './ClickFields.tsx';
import { SetupDialog } from './SetupDialog.tsx';
import { ONE_BEAT, useListened } from './use-listened.ts';

const OWNER = 'free';
/** From so many strokes the tempo is told. */
const STROKES = 17;
/** How many strokes are seen beside one another. */
const SEEN = 24;

interface FreeDialogProps {
  readonly ear: EarSetup;
  readonly bpm: number;
}

/** Playing with nothing asked: what tempo one keeps, and early and late against a click. */
export function FreeDialog({ ear, bpm }: FreeDialogProps) {
  return (
    <SetupDialog title="Play freely" label="Play freely">
      <Free ear={ear} bpm={bpm} />
    </SetupDialog>
  );
}

function Free({ ear, bpm }: FreeDialogProps) {
  const { input } = ear;
  const [tempo, setTempo] = useState(bpm);
  const [click, setClick] = useState(false);
  const [times, setTimes] = useState<readonly number[]>([]);
  const [from, setFrom] = useState<number>();
  const { running, problem, start, stop } = useListened(OWNER, input, ({ time }) =>
    setTimes((before) => [...before.slice(-99), time]),
  );
  const beat = 60 / tempo;

  async function begin(): Promise<void> {
    setTimes([]);
    const score = scoreCountIn(ONE_BEAT);
    // Without a click the clock runs all the same.
    setFrom(await start(click ? score : { ...score, events: [] }, tempo, true));
  }

  const kept = keptTempo(times.slice(-STROKES));
  const errors =
    click && from !== undefined ? times.slice(-SEEN).map((time) => offBeat(time - from, beat)) : [];
  const last = errors.at(-1);
  return (
    <div className="flex flex-col gap-4">
      <p className="max-w-[66ch]">
        Nothing is asked here. Without a click it says what tempo you keep, and whether you hurry;
        with one, how far each stroke lies from the beat or a half or quarter of it.
      </p>
      <div className="flex flex-wrap items-end gap-4">
        <Button look="go" large onClick={() => (running ? stop() : void begin())}>
          {running ? 'Stop' : 'Start'}
        </Button>
        <Check
          label="With a click"
          checked={click}
          onChange={(on) => {
            stop();
            setClick(on);
          }}
        />
        {click ? (
          <NumberField
            large
            label="Beats a minute"
            value={tempo}
            min={30}
            max={240}
            onChange={(next) => {
              stop();
              setTempo(next);
            }}
          />
        ) : null}
      </div>
      {problem ? (
        <p role="alert" className="text-warn">
          {problem}
        </p>
      ) : null}
      {input?.kind === 'pads' && running ? <Pads pads={ear.pads} /> : null}
      {click ? (
        <>
          <p className="font-title text-display leading-none font-bold" data-testid="free-off">
            {last === undefined ? '–' : sayOff(last)}
          </p>
          <Strip errors={errors} />
        </>
      ) : (
        <>
          <p className="font-title text-display leading-none font-bold" data-testid="free-tempo">
            {kept ? Math.round(kept.bpm) : '–'}
          </p>
          <p role="status" className="text-lead">
            {kept
              ? sayKept(kept.drift)
              : times.length === 0
                ? 'Play a few strokes.'
                : 'Go on; a few more strokes in one pulse are needed.'}
          </p>
        </>
      )}
    </div>
  );
}

/** How far a moment lies from the nearest quarter of a beat. */
function offBeat(time: number, beat: number): number {
  const part = beat / 4;
  return time - Math.round(time / part) * part;
}

function sayOff(error: number): string {
  const ms = Math.round(Math.abs(error) * 1000);
  return ms < 4 ? 'with it' : `${ms} ms ${error < 0 ? 'early' : 'late'}`;
}

function sayKept(drift: number): string {
  if (Math.abs(drift) < 1) return 'Beats a minute, and steady.';
  return `Beats a minute; ${Math.abs(drift).toFixed(0)} % ${drift > 0 ? 'quicker' : 'slower'} than a moment ago.`;
}

/** The last strokes beside one another: early to the left of the line, late to the right. */
function Strip({ errors }: { readonly errors: readonly number[] }) {
  return (
    <svg
      viewBox="0 0 400 120"
      className="h-32 w-full max-w-xl"
      role="img"
      aria-label="The last strokes against the beat, early to the left"
    >
      <path d="M200 0 V120" stroke="var(--ink)" strokeWidth={2} />
      {errors.map((error, at) => (
        <circle
          // biome-ignore lint/suspicious/noArrayIndexKey: strokes in their order
          key={at}
          cx={200 + Math.max(-190, Math.min(190, error * 3000))}
          cy={8 + (at * 104) / SEEN}
          r={at === errors.length - 1 ? 7 : 4}
          fill={at === errors.length - 1 ? 'var(--metal)' : 'var(--touch)'}
        />
      ))}
    </svg>
  );
}
