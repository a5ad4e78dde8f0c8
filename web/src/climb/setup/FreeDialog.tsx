import { keptTempo } from '@stride/core/ear';
import { scoreCountIn } from '@stride/core/sound';
import { secondsPerPulse, toNumber } from '@stride/core/time';
import { useEffect, useRef, useState } from 'react';
import { player } from '../../audio/the-player.ts';
import { usePlayer } from '../../audio/use-player.ts';
import { InputError, type Listening } from '../../ear/input.ts';
import type { EarSetup } from '../../ear/use-ear.ts';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Pads } from '../Pads.tsx';
import { Check } from './ClickFields.tsx';

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
  const [open, setOpen] = useState(false);
  return (
    <Modal
      title="Play freely"
      open={open}
      onOpenChange={(next) => {
        player.stop();
        setOpen(next);
      }}
      trigger={<Button className="h-11 self-end">Play freely</Button>}
    >
      <Free ear={ear} bpm={bpm} />
    </Modal>
  );
}

function Free({ ear, bpm }: FreeDialogProps) {
  const { input } = ear;
  const [tempo, setTempo] = useState(bpm);
  const [click, setClick] = useState(false);
  const [times, setTimes] = useState<readonly number[]>([]);
  const [problem, setProblem] = useState<string>();
  const state = usePlayer();
  const running = state.status === 'playing' && state.owner === OWNER;
  const listening = useRef<Listening>(undefined);
  const beat = toNumber(secondsPerPulse({ bpm: tempo, per: 1 }));
  useEffect(() => () => listening.current?.stop(), []);
  useEffect(() => {
    if (!running) listening.current?.stop();
  }, [running]);

  async function start(): Promise<void> {
    if (!input) return;
    setTimes([]);
    try {
      listening.current?.stop();
      listening.current = await input.open({
        hear: ({ time }) => setTimes((before) => [...before.slice(-99), time]),
        fail(message) {
          setProblem(message);
          player.stop();
        },
      });
      setProblem(undefined);
    } catch (error) {
      setProblem(error instanceof InputError ? error.message : String(error));
      return;
    }
    const score = scoreCountIn(ONE_BEAT);
    await player.play({
      owner: OWNER,
      first: {
        // Without a click the clock runs all the same.
        score: click ? score : { ...score, events: [] },
        tempo: { bpm: tempo, per: 1 },
        startTicks: 0,
        endTicks: Number.POSITIVE_INFINITY,
        tag: OWNER,
      },
      next: () => undefined,
    });
  }

  const kept = keptTempo(times.slice(-STROKES));
  const from = player.position()?.segment.startTime;
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
        <Button look="go" large onClick={() => (running ? player.stop() : void start())}>
          {running ? 'Stop' : 'Start'}
        </Button>
        <Check
          label="With a click"
          checked={click}
          onChange={(on) => {
            player.stop();
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
              player.stop();
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

const ONE_BEAT = { id: '1', name: '1', groups: [{ beats: [{ span: 1 }] }] };

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
