import { LADDER_LIMITS, type Ladder, ladderMinutes, ladderProblem } from '@stride/core/climb';
import { turnPulses } from '@stride/core/cycle';
import { mirrorHands, tempoAt } from '@stride/core/rhythm';
import type { Position } from '@stride/core/sound';
import { TEMPO_RANGE } from '@stride/core/time';
import { counted, times } from '@stride/core/wording';
import { useMemo } from 'react';
import { KEYS } from '../app/keys.ts';
import { useBench } from '../bench/context.ts';
import { useOtherHanded } from '../store/use-setting.ts';
import { StrideLine } from '../strideline/StrideLine.tsx';
import { Button } from '../ui/Button.tsx';
import { Notice } from '../ui/Notice.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';
import { useKeys } from '../ui/use-keys.ts';
import { TempoRungs } from './TempoRungs.tsx';
import { type Climbing, isPassPlaying, useClimb } from './use-climb.ts';

/** The stage where a rhythm goes from slow to its tempo, for two metres' distance and busy hands. */
export function Climb() {
  const { document, ladder: kept, rhythm, timed, layerIndex, muted } = useBench();
  const ladder = kept ?? usualLadder(tempoAt(rhythm).bpm, rhythm.target);
  const climbing = useClimb(rhythm, timed, ladder);
  const { state, running, send } = climbing;
  const problem = ladderProblem(ladder);

  const layer = rhythm.layers[layerIndex];
  const [mirrored, setMirrored] = useOtherHanded();
  const alone = useMemo(() => {
    const one = { ...rhythm, layers: layer ? [layer] : [] };
    return mirrored ? mirrorHands(one) : one;
  }, [rhythm, layer, mirrored]);
  const aloneTiming = useMemo(
    () =>
      timed.ok && layer
        ? { ...timed.timing, layers: timed.timing.layers.slice(layerIndex, layerIndex + 1) }
        : undefined,
    [timed, layer, layerIndex],
  );

  const toggle = () => {
    if (running) send({ type: 'stop' });
    else if (!problem) send({ type: 'start' });
  };
  useKeys(KEYS.play.keys, toggle);
  useKeys(KEYS.up.keys, () => send({ type: 'up' }));
  useKeys(KEYS.down.keys, () => send({ type: 'down' }));
  useKeys(KEYS.stay.keys, () => send({ type: 'stay' }));
  useKeys(KEYS.stop.keys, () => send({ type: 'stop' }));

  if (!timed.ok || !layer || !aloneTiming) {
    return <Notice>{timed.ok ? 'This rhythm has no layer to practise.' : timed.message}</Notice>;
  }
  const pass = timed.timing.full;
  const minutes = ladderMinutes(ladder, pass, tempoAt(rhythm).per, turnPulses(rhythm.cycle));
  const standing = state.status === 'ready' ? undefined : state.rung;

  return (
    <div className="flex flex-1 flex-col gap-3">
      <section
        aria-label="Stride line"
        className="card flex flex-1 flex-col justify-center px-4 py-1"
      >
        <p className="text-quiet">
          {rhythm.layers.length > 1 ? `${layer.name}; ` : ''}
          {rhythm.layers
            .filter((one) => one.id !== layer.id)
            .map((one) => `${one.name} ${muted.has(one.id) ? 'is silent' : 'plays along'}`)
            .join(', ')}
          <label className="float-right inline-flex items-center gap-2 text-note">
            <input
              type="checkbox"
              checked={mirrored}
              className="size-4 accent-[var(--go)]"
              onChange={(event) => setMirrored(event.target.checked)}
            />
            Other-handed
          </label>
        </p>
        <StrideLine
          rhythm={alone}
          timing={aloneTiming}
          scale={running ? 1.45 : 1.15}
          playing={running}
          follow={(at: Position<unknown>) =>
            isPassPlaying(at.segment.tag) ? at.pulses : undefined
          }
        />
      </section>
      <Status climbing={climbing} ladder={ladder} problem={problem} toggle={toggle} />
      <section aria-label="Ladder" className="card px-3 py-2" data-reach="ladder">
        <TempoRungs rungs={climbing.rungs} at={standing} reached={state.status === 'reached'} />
      </section>
      {running ? null : (
        <LadderFields
          ladder={ladder}
          minutes={problem ? undefined : minutes}
          onChange={(next) => document.setPractice({ ladder: next })}
        />
      )}
    </div>
  );
}

/** The gentle side: five in a hundred, three passes. */
function usualLadder(from: number, to: number): Ladder {
  return { from, to: Math.max(from, to), step: { kind: 'percent', value: 5 }, passes: 3 };
}

interface StatusProps {
  readonly climbing: Climbing;
  readonly ladder: Ladder;
  readonly problem: string | undefined;
  readonly toggle: () => void;
}

/** The one large sentence, and one key each for what can be done now. */
function Status({ climbing, ladder, problem, toggle }: StatusProps) {
  const { state, rungs, running, send } = climbing;
  const { title, detail } = say(climbing, ladder);
  return (
    <section className="flex flex-wrap items-center gap-x-6 gap-y-3 max-sm:order-first">
      <p
        aria-live="polite"
        data-testid="climb-status"
        className="min-w-56 font-title text-display leading-none font-bold max-sm:text-figure"
      >
        {title}
      </p>
      <p
        data-testid="climb-detail"
        className="max-w-[30ch] flex-1 basis-60 text-title leading-tight max-sm:text-xl"
      >
        {problem ?? detail}
      </p>
      <div className="ml-auto flex flex-wrap gap-2">
        {running && 'rung' in state ? (
          <>
            <Button large disabled={state.rung === 0} onClick={() => send({ type: 'down' })}>
              Down <Key>↓</Key>
            </Button>
            <Button
              large
              look={'staying' in state && state.staying ? 'on' : 'plain'}
              aria-pressed={'staying' in state && state.staying}
              onClick={() => send({ type: 'stay' })}
            >
              Stay <Key>S</Key>
            </Button>
            <Button
              large
              disabled={state.rung >= rungs.length - 1}
              onClick={() => send({ type: 'up' })}
            >
              Up <Key>↑</Key>
            </Button>
          </>
        ) : null}
        {!running && state.status === 'stopped' && state.rung > 0 ? (
          <Button large onClick={() => send({ type: 'start', rung: state.rung })}>
            Again at {rungs[state.rung]}
          </Button>
        ) : null}
        <Button large look="go" disabled={problem !== undefined} onClick={toggle}>
          {running ? 'Stop' : state.status === 'ready' ? 'Climb' : 'From the start'}{' '}
          <Key>Space</Key>
        </Button>
      </div>
    </section>
  );
}

function Key({ children }: { readonly children: string }) {
  return (
    <kbd className="rounded-md border border-current px-1.5 font-mono text-sm">{children}</kbd>
  );
}

/** What a player two metres away should read. */
function say(climbing: Climbing, ladder: Ladder): { title: string; detail: string } {
  const { state, rungs, counted: word } = climbing;
  switch (state.status) {
    case 'ready':
      return {
        title: `${rungs[0]} to ${rungs.at(-1)}`,
        detail: `${counted(rungs.length, 'tempo')}, each ${times(ladder.passes)}, with a bar counted in.`,
      };
    case 'counting-in':
      return {
        title: `${rungs[state.rung]} in ${word ?? 1}`,
        detail: state.rung === 0 ? 'Listen to the beat.' : 'Up. Listen to the new beat.',
      };
    case 'playing':
      return {
        title: state.staying ? `Stay at ${rungs[state.rung]}` : `${rungs[state.rung]}`,
        detail: state.staying
          ? `Pass ${state.pass}. S lets it go up again.`
          : `Pass ${state.pass} of ${ladder.passes}.`,
      };
    case 'reached':
      return { title: `${rungs.at(-1)} reached`, detail: 'Shake out your hands before you go on.' };
    case 'stopped':
      return {
        title: `Stopped at ${rungs[state.rung]}`,
        detail: 'Let your hands rest a moment.',
      };
  }
}

interface LadderFieldsProps {
  readonly ladder: Ladder;
  readonly minutes: number | undefined;
  readonly onChange: (ladder: Ladder) => void;
}

function LadderFields({ ladder, minutes, onChange }: LadderFieldsProps) {
  const set = (change: Partial<Ladder>) => onChange({ ...ladder, ...change });
  const { kind } = ladder.step;
  return (
    <section aria-label="Ladder settings" className="flex flex-wrap items-end gap-x-5 gap-y-3">
      <NumberField
        large
        label="From"
        value={ladder.from}
        {...TEMPO_RANGE}
        onChange={(from) => set({ from })}
      />
      <NumberField
        large
        label="To"
        value={ladder.to}
        {...TEMPO_RANGE}
        onChange={(to) => set({ to })}
      />
      <span className="flex items-end gap-1">
        <NumberField
          large
          label="Step"
          value={ladder.step.value}
          {...LADDER_LIMITS[kind]}
          onChange={(value) => set({ step: { kind, value } })}
        />
        <label>
          <span className="sr-only">Step in</span>
          <Select
            value={kind}
            className="h-11 bg-card"
            onChange={(event) => {
              const next = event.target.value === 'bpm' ? 'bpm' : 'percent';
              const { min, max } = LADDER_LIMITS[next];
              const value = Math.min(max, Math.max(min, ladder.step.value));
              set({ step: { kind: next, value } });
            }}
          >
            <option value="percent">%</option>
            <option value="bpm">a minute</option>
          </Select>
        </label>
      </span>
      <NumberField
        large
        label="Passes"
        value={ladder.passes}
        {...LADDER_LIMITS.passes}
        onChange={(passes) => set({ passes: Math.round(passes) })}
      />
      {minutes === undefined ? null : (
        <p data-testid="climb-minutes" className="pb-2 text-lead">
          {sayMinutes(minutes)}
        </p>
      )}
      <p className="min-w-[260px] flex-1 text-fine leading-snug text-quiet">
        Warm up first. Stop at pain, tingling or numbness, and rest. Play no louder than you can
        talk over, or protect your ears. Your teacher’s or doctor’s word goes before this program’s.
      </p>
    </section>
  );
}

function sayMinutes(minutes: number): string {
  if (minutes < 1) return `About ${Math.max(5, Math.round((minutes * 60) / 5) * 5)} seconds in all`;
  const rounded = minutes < 10 ? Math.round(minutes * 2) / 2 : Math.round(minutes);
  return `About ${counted(rounded, 'minute')} in all`;
}
