import { type Cycle, overTurns } from '@stride/core/cycle';
import { type DelayResult, type Hit, measureDelay } from '@stride/core/ear';
import { scoreCountIn } from '@stride/core/sound';
import { secondsPerPulse, toNumber } from '@stride/core/time';
import { useEffect, useRef, useState } from 'react';
import { player } from '../../audio/the-player.ts';
import { usePlayer } from '../../audio/use-player.ts';
import { InputError, type Listening } from '../../ear/input.ts';
import type { EarSetup } from '../../ear/use-ear.ts';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Pads } from '../Pads.tsx';

const OWNER = 'delay';
const CLICKS = 16;
/** The first clicks are listened to. */
const LISTEN = 4;

interface DelayDialogProps {
  readonly ear: EarSetup;
}

/** Measures the constant delay of an input, so that it is not taken for the player's. */
export function DelayDialog({ ear }: DelayDialogProps) {
  const [open, setOpen] = useState(false);
  const { calibrated } = ear;
  return (
    <Modal
      title="Delay of this input"
      open={open}
      onOpenChange={(next) => {
        player.stop();
        setOpen(next);
      }}
      trigger={
        <Button className="h-11 self-end">
          {calibrated === undefined
            ? 'Measure the delay'
            : `Delay ${Math.round(calibrated * 1000)} ms`}
        </Button>
      }
    >
      <Measuring ear={ear} />
    </Modal>
  );
}

function Measuring({ ear }: DelayDialogProps) {
  const { input, calibrated } = ear;
  const [result, setResult] = useState<DelayResult>();
  const [heard, setHeard] = useState(0);
  const state = usePlayer();
  const running = state.status === 'playing' && state.owner === OWNER;
  const hits = useRef<Hit[]>([]);
  const clicks = useRef<readonly number[]>([]);
  const listening = useRef<Listening>(undefined);
  const was = useRef(false);
  const isMicrophone = input?.kind === 'microphone';

  useEffect(() => {
    if (was.current && !running) {
      const timer = setTimeout(() => {
        listening.current?.stop();
        setResult(measureDelay(hits.current, clicks.current.slice(LISTEN)));
      }, 400);
      was.current = false;
      return () => clearTimeout(timer);
    }
    was.current = running;
    return undefined;
  }, [running]);
  useEffect(() => () => listening.current?.stop(), []);

  async function start(): Promise<void> {
    if (!input) return;
    setResult(undefined);
    setHeard(0);
    hits.current = [];
    try {
      listening.current?.stop();
      listening.current = await input.open({
        hear(hit) {
          hits.current.push(hit);
          setHeard(hits.current.length);
        },
        fail: (message) => setResult({ ok: false, message }),
      });
    } catch (error) {
      setResult({
        ok: false,
        message: error instanceof InputError ? error.message : String(error),
      });
      return;
    }
    const tempo = { bpm: 90, per: 1 };
    const score = scoreCountIn(overTurns(ONE_BEAT, CLICKS));
    await player.play({
      owner: OWNER,
      first: { score, tempo, startTicks: 0, endTicks: score.lengthTicks, tag: OWNER },
      next: () => undefined,
    });
    const from = player.position()?.segment.startTime ?? 0;
    const beat = toNumber(secondsPerPulse(tempo));
    clicks.current = Array.from({ length: CLICKS }, (_, at) => from + at * beat);
  }

  return (
    <div className="flex flex-col gap-4">
      <p className="max-w-[66ch]">
        Every input comes a little late, always by the same. Measured once, it is taken out, and
        what is left is yours. Listen to {LISTEN} clicks, then play one stroke with each.
        {isMicrophone
          ? ' Or put the microphone beside the speaker and do nothing: it hears the clicks themselves.'
          : ''}
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <Button look="go" large onClick={() => (running ? player.stop() : void start())}>
          {running ? 'Stop' : 'Start'}
        </Button>
        <span role="status" className="text-lead">
          {running ? `${heard} heard` : ''}
          {result?.ok
            ? `${Math.round(result.delay * 1000)} ms, from ${result.count} strokes that spread by ${Math.round(result.spread * 1000)} ms.`
            : result?.message}
        </span>
      </div>
      {input?.kind === 'pads' && running ? <Pads pads={ear.pads} /> : null}
      <div className="flex flex-wrap gap-2">
        <Button
          look="go"
          disabled={!result?.ok || !input}
          onClick={() => {
            if (result?.ok && input) ear.setDelay(input.device, result.delay);
          }}
        >
          Take it out from now on
        </Button>
        <Button
          disabled={calibrated === undefined}
          onClick={() => input && ear.setDelay(input.device, undefined)}
        >
          Forget the measured delay
        </Button>
        <span className="self-center text-note text-quiet">
          {calibrated === undefined
            ? 'Nothing is taken out now; early and late are told against your own middle.'
            : `${Math.round(calibrated * 1000)} ms are taken out now.`}
        </span>
      </div>
    </div>
  );
}

const ONE_BEAT: Cycle = { id: '1', name: '1', groups: [{ beats: [{ span: 1 }] }] };
