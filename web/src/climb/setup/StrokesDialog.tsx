import { EXAMPLES, type Features } from '@stride/core/ear';
import { counted } from '@stride/core/wording';
import { useEffect, useRef, useState } from 'react';
import { player } from '../../audio/the-player.ts';
import { measureRoom, type OpenMicrophone, openMicrophone } from '../../ear/microphone-input.ts';
import type { EarSetup } from '../../ear/use-ear.ts';
import { Button } from '../../ui/Button.tsx';
import { useLatest } from '../../ui/use-latest.ts';
import { LevelMeter } from '../LevelMeter.tsx';
import type { PractisedLine } from '../run-log.ts';
import { SetupDialog } from './SetupDialog.tsx';
import { strokesOf } from './strokes-of.ts';
import { sayInputError } from './use-listened.ts';

interface StrokesDialogProps {
  readonly ear: EarSetup;
  readonly line: PractisedLine;
}

/** The room, and three examples of each stroke of this drum in it. */
export function StrokesDialog({ ear, line }: StrokesDialogProps) {
  const known = ear.examples.size;
  return (
    <SetupDialog
      title="This drum in this room"
      label={known > 0 ? `${counted(known, 'stroke')} known` : 'Learn the strokes'}
    >
      <Learning ear={ear} line={line} />
    </SetupDialog>
  );
}

type Step =
  | { readonly status: 'idle' }
  | { readonly status: 'room' }
  | { readonly status: 'stroke'; readonly code: string };

function Learning({ ear, line }: StrokesDialogProps) {
  const { settings, examples, setExamples, setRoom } = ear;
  const strokes = strokesOf(line.layer);
  const [step, setStep] = useState<Step>({ status: 'idle' });
  const [problem, setProblem] = useState<string>();
  const open = useRef<OpenMicrophone>(undefined);
  /** What is being learnt now; the listener asks for the newest. */
  const now = useRef<{ code: string; heard: Features[] }>(undefined);
  const [count, setCount] = useState(0);
  const latest = useLatest(examples);

  useEffect(() => () => open.current?.stop(), []);

  async function room(): Promise<void> {
    setProblem(undefined);
    setStep({ status: 'room' });
    try {
      setRoom(await measureRoom(player, settings.microphone, 2));
    } catch (error) {
      setProblem(sayInputError(error));
    }
    setStep({ status: 'idle' });
  }

  async function learn(code: string): Promise<void> {
    setProblem(undefined);
    now.current = { code, heard: [] };
    setCount(0);
    setStep({ status: 'stroke', code });
    if (open.current) return;
    try {
      open.current = await openMicrophone(player, {
        device: settings.microphone,
        threshold: settings.threshold,
        examples: new Map(),
        stroke: ({ features }) => take(features),
        fail(message) {
          setProblem(message);
          open.current = undefined;
          setStep({ status: 'idle' });
        },
      });
    } catch (error) {
      setProblem(sayInputError(error));
      setStep({ status: 'idle' });
    }
  }

  function take(features: Features): void {
    const learning = now.current;
    if (!learning) return;
    learning.heard.push(features);
    setCount(learning.heard.length);
    if (learning.heard.length < EXAMPLES) return;
    setExamples(new Map(latest.current).set(learning.code, learning.heard));
    const at = strokes.findIndex(({ code }) => code === learning.code);
    const next = strokes[at + 1]?.code;
    if (next) void learn(next);
    else {
      now.current = undefined;
      setStep({ status: 'idle' });
      open.current?.stop();
      open.current = undefined;
    }
  }

  return (
    <div className="flex flex-col gap-3">
      <p className="max-w-[64ch]">
        Be silent for two seconds, so that the room is known. Then play each stroke {EXAMPLES}{' '}
        times, one after another with a breath between. From then on a run also says which strokes
        came out as another one. Nothing of it is kept but a row of numbers for each stroke.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <Button look="go" disabled={step.status === 'room'} onClick={() => void room()}>
          {step.status === 'room' ? 'Listening to the room …' : 'Listen to the room'}
        </Button>
        <Button
          look="go"
          disabled={step.status === 'room' || strokes.length === 0}
          onClick={() => strokes[0] && void learn(strokes[0].code)}
        >
          Learn all strokes
        </Button>
        <LevelMeter level={() => open.current?.level() ?? 0} threshold={settings.threshold} />
      </div>
      {problem ? (
        <p role="alert" className="text-warn">
          {problem}
        </p>
      ) : null}
      <ul className="flex flex-col gap-1">
        {strokes.map(({ code, name, how }) => {
          const isNow = step.status === 'stroke' && step.code === code;
          const known = examples.get(code)?.length ?? 0;
          return (
            <li key={code} className="flex items-center gap-3">
              <Button look={isNow ? 'on' : 'plain'} onClick={() => void learn(code)}>
                {isNow ? `Play it now: ${count} of ${EXAMPLES}` : 'Learn'}
              </Button>
              <span className="w-44">
                <span className="font-mono">{code}</span> {name}
              </span>
              <span className="flex-1 text-note text-quiet">
                {known > 0 ? `${known} examples known` : how}
              </span>
            </li>
          );
        })}
      </ul>
      <Button
        className="self-start"
        disabled={examples.size === 0}
        onClick={() => setExamples(new Map())}
      >
        Forget the strokes of this drum
      </Button>
    </div>
  );
}
