import { nth, numberAt } from '@stride/core/bounds';
import { CROSSING_LIMITS, crossing, crossingAsRhythm, type LearnStep } from '@stride/core/crossing';
import type { Rhythm } from '@stride/core/rhythm';
import { TEMPO_RANGE } from '@stride/core/time';
import { Play, Plus, Square } from 'lucide-react';
import { useMemo } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { KEYS } from '../app/keys.ts';
import { player } from '../audio/the-player.ts';
import { SetupPanel } from '../setups/SetupPanel.tsx';
import { type OpenedSetup, useOpenedSetup } from '../setups/use-opened-setup.ts';
import { database } from '../store/db.ts';
import { useKeptState } from '../store/kept-state.ts';
import { PLAIN_MIX } from '../store/records.ts';
import { newRecord, putRhythms, seedOnce, storageSentence } from '../store/rhythms.ts';
import { TakeAway } from '../takeaway/TakeAway.tsx';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { toast } from '../ui/toasts.ts';
import { UndoRedo } from '../ui/UndoRedo.tsx';
import { useKeys } from '../ui/use-keys.ts';
import { useTitle } from '../ui/use-title.ts';
import { Counted } from './Counted.tsx';
import { CrossingLine } from './CrossingLine.tsx';
import { HearFrom } from './HearFrom.tsx';
import { IntoABar } from './IntoABar.tsx';
import { LearnIt } from './LearnIt.tsx';
import { PulseFields } from './PulseFields.tsx';
import {
  addPulse,
  hearFrom,
  namedSetup,
  newSetup,
  type Opened,
  openSetup,
  removePulse,
  type Setup,
  turnBackbeat,
  withLevel,
  withPulse,
  withVoice,
} from './setup.ts';
import { checkSetup } from './setup-schema.ts';
import { useCrossingPlayer } from './use-crossing-player.ts';
import { Words } from './Words.tsx';

const PRESETS = [
  [3, 2],
  [4, 3],
  [5, 3],
  [5, 4],
  [7, 4],
  [7, 5, 3],
] as const;

/** Undo goes on for as long as its key is held down; while one types it is the field's own. */
const WHILE_HELD = { repeat: true };

/** Two to five pulses over one span: seen, counted from each, and heard from each. */
export function Crossing() {
  useTitle('Crossing');
  const navigate = useNavigate();
  const { state: opened } = useLocation() as {
    readonly state: Opened | OpenedSetup | null;
  };
  const given = useOpenedSetup(opened && 'setup' in opened ? opened.setup : undefined, checkSetup);
  const kept = useKeptState<Setup>('crossing', {
    check: checkSetup,
    opened: opened && !('setup' in opened) ? openSetup(opened) : given,
    usual: () => newSetup([5, 3]),
  });
  const { now: setup, undo, redo } = kept;
  const set = (change: Partial<Setup>, merge?: string) =>
    kept.change((before) => ({ ...before, ...change }), merge);
  useKeys(KEYS.undo.keys, () => undo?.(), WHILE_HELD);
  useKeys(KEYS.redo.keys, () => redo?.(), WHILE_HELD);
  const { pulses, from, bpm, counting } = setup;
  const crossed = useMemo(() => crossing(pulses.map((one) => one.pulse)), [pulses]);
  const voices = useMemo(() => pulses.map((one) => one.voice), [pulses]);
  const { counts } = crossed;
  /** The tempo of the whole span is what stays when another pulse becomes the beat. */
  const spans = bpm / numberAt(counts, from);
  const { playing, toggle } = useCrossingPlayer(crossed, setup, spans, (pulse) =>
    kept.change((before) => hearFrom(before, pulse), 'from'),
  );
  useKeys(KEYS.play.keys, toggle);

  /** Other strokes begin anew; the same strokes with another beat or sound go on. */
  function change(next: (before: Setup) => Setup): void {
    player.stop();
    kept.change(next);
  }

  async function open(rhythm: Rhythm, stage: 'write' | 'climb'): Promise<void> {
    try {
      await seedOnce(database);
      await putRhythms(database, [newRecord(rhythm)]);
      navigate(`/bench/${rhythm.id}/${stage}`);
    } catch (error) {
      toast(storageSentence(error));
    }
  }

  /** All of it as a rhythm, each pulse a layer. */
  function whole(id: string): Rhythm {
    const backbeat = nth(setup.pulses, from).backbeat ?? [];
    return crossingAsRhythm({ crossed, parts: voices, from, bpm, id, backbeat });
  }

  function climb(step: LearnStep, number: number): void {
    const { parts, heard, composite, speed } = step;
    const made = crossingAsRhythm({
      crossed,
      parts,
      from,
      bpm,
      id: crypto.randomUUID(),
      heard,
      composite,
      step: `step ${number}`,
    });
    if (made.layers.length === 0) {
      toast(
        'This composite is too fine to be written as a layer. Climb one of the pulses instead.',
      );
      return;
    }
    // It begins slowly, and climbs to the tempo that is set here.
    const slow = Math.max(TEMPO_RANGE.min, Math.round(made.tempo.bpm * speed));
    void open({ ...made, tempo: { ...made.tempo, bpm: slow } }, 'climb');
  }

  return (
    <div className="flex flex-1 flex-col gap-3 px-[22px] py-3 max-sm:px-3">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <h1 className="text-title leading-tight">
          Crossing <span className="tabular-nums">{counts.join(' : ')}</span>
        </h1>
        <NumberField
          label="Tempo of the beat"
          labelHidden
          value={Math.round(bpm * 10) / 10}
          {...TEMPO_RANGE}
          onChange={(next) => set({ bpm: next }, 'tempo')}
        />
        <Button look="go" className="min-w-24" title="Space bar" onClick={toggle}>
          {playing ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
          {playing ? 'Stop' : 'Play'}
        </Button>
        <span className="flex flex-wrap gap-1">
          {PRESETS.map((preset) => (
            <Button
              key={preset.join(':')}
              look="quiet"
              onClick={() =>
                change((before) => ({ ...before, pulses: newSetup(preset).pulses, from: 0 }))
              }
            >
              {preset.join(' : ')}
            </Button>
          ))}
        </span>
        <span className="ml-auto flex items-center">
          <UndoRedo undo={undo} redo={redo} />
          <SetupPanel
            screen="crossing"
            value={namedSetup(setup)}
            usualName={counts.join(' : ')}
            check={checkSetup}
            onOpen={(next) => change(() => next)}
          />
        </span>
        <TakeAway rhythm={() => whole('crossing')} mix={PLAIN_MIX} />
        <Button onClick={() => void open(whole(crypto.randomUUID()), 'write')}>
          Send it to the Bench
        </Button>
      </div>
      <div className="grid flex-1 grid-cols-[minmax(0,1fr)_322px] content-start gap-[14px] max-lg:grid-cols-1">
        <div className="flex min-w-0 flex-col gap-[14px]">
          <Card aria-label="The crossing" className="px-4 py-3">
            <CrossingLine
              crossed={crossed}
              voices={voices}
              from={from}
              counting={counting}
              playing={playing}
            />
            <div className="mt-1 flex flex-wrap gap-x-6 gap-y-3 border-t border-edge pt-3">
              {pulses.map((one, index) => (
                <PulseFields
                  // biome-ignore lint/suspicious/noArrayIndexKey: pulses have nothing but their place
                  key={index}
                  index={index}
                  setup={one}
                  onPulse={(next) => change((before) => withPulse(before, index, next))}
                  onVoice={(next) => kept.change((before) => withVoice(before, index, next))}
                  onLevel={(next) =>
                    kept.change((before) => withLevel(before, index, next), `level:${index}`)
                  }
                  onBackbeat={(step) => kept.change((before) => turnBackbeat(before, index, step))}
                  onRemove={
                    pulses.length > 2
                      ? () => change((before) => removePulse(before, index))
                      : undefined
                  }
                />
              ))}
              {pulses.length < CROSSING_LIMITS.pulses ? (
                <Button className="self-end" onClick={() => change(addPulse)}>
                  <Plus aria-hidden size={16} /> Another pulse
                </Button>
              ) : null}
            </div>
          </Card>
          <Words
            crossed={crossed}
            voices={voices}
            from={from}
            spans={spans}
            own={setup.words}
            onOwn={(words) => set({ words }, 'words')}
          />
          <IntoABar
            setup={setup.bar}
            onChange={(next) => set({ bar: { ...setup.bar, ...next } }, 'bar')}
            onSend={(rhythm) => void open(rhythm, 'write')}
          />
        </div>
        <div className="flex flex-col gap-[14px]">
          <HearFrom
            setup={setup}
            onHearFrom={(pulse) => kept.change((before) => hearFrom(before, pulse), 'from')}
            onClick={(click) => set({ click }, 'click')}
            onEvery={(next) => {
              player.stop();
              set({ every: next });
            }}
          />
          <Counted
            crossed={crossed}
            counting={counting}
            onCounting={(next) => set({ counting: next })}
          />
          <LearnIt crossed={crossed} voices={voices} from={from} spans={spans} onClimb={climb} />
        </div>
      </div>
    </div>
  );
}
