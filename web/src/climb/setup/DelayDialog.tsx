import { overTurns } from '@stride/core/cycle';
import { type DelayResult, type Hit, measureDelay } from '@stride/core/ear';
import { scoreCountIn } from '@stride/core/sound';
import { useEffect, useRef, useState } from 'react';
import type { EarSetup } from '../../ear/use-ear.ts';
import { Button } from '../../ui/Button.tsx';
import { Pads } from '../Pads.tsx';
import { SetupDialog } from './SetupDialog.tsx';
import { ONE_BEAT, useListened } from './use-listened.ts';

const OWNER = 'delay';
const CLICKS = 16;
const BPM = 90;
/** The first clicks are listened to. */
const LISTEN = 4;

/** Measures the constant delay of an input, so that it is not taken for the player's. */
export function DelayDialog({ ear }: { readonly ear: EarSetup }) {
  const { calibrated } = ear;
  return (
    <SetupDialog
      title="Delay of this input"
      label={
        calibrated === undefined ? 'Measure the delay' : `Delay ${Math.round(calibrated * 1000)} ms`
      }
    >
      <Measuring ear={ear} />
    </SetupDialog>
  );
}

function Measuring({ ear }: { readonly ear: EarSetup }) {
  const { input, calibrated } = ear;
  const [result, setResult] = useState<DelayResult>();
  const [heard, setHeard] = useState(0);
  const hits = useRef<Hit[]>([]);
  /** When the clicks are heard that one plays with; none before it has begun. */
  const clicks = useRef<readonly number[]>([]);
  const { running, problem, start, stop } = useListened(OWNER, input, (hit) => {
    hits.current.push(hit);
    setHeard(hits.current.length);
  });
  const isMicrophone = input?.kind === 'microphone';

  useEffect(() => {
    if (running || clicks.current.length === 0) return;
    const timer = setTimeout(() => {
      setResult(measureDelay(hits.current, clicks.current));
      clicks.current = [];
    }, 450);
    return () => clearTimeout(timer);
  }, [running]);

  async function measure(): Promise<void> {
    setResult(undefined);
    setHeard(0);
    hits.current = [];
    const from = await start(scoreCountIn(overTurns(ONE_BEAT, CLICKS)), BPM, false);
    if (from === undefined) return;
    const beat = 60 / BPM;
    clicks.current = Array.from(
      { length: CLICKS - LISTEN },
      (_, at) => from + (LISTEN + at) * beat,
    );
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
        <Button look="go" large onClick={() => (running ? stop() : void measure())}>
          {running ? 'Stop' : 'Start'}
        </Button>
        <span role="status" className="text-lead">
          {running ? `${heard} heard` : ''}
          {result?.ok
            ? `${Math.round(result.delay * 1000)} ms, from ${result.count} strokes that spread by ${Math.round(result.spread * 1000)} ms.`
            : (result?.message ?? problem)}
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
