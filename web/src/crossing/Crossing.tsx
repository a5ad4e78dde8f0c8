import { COUNTING_SYSTEMS, type CountingSystem, SYSTEM_NOTES } from '@stride/core/counting';
import {
  CROSSING_LIMITS,
  countFrom,
  crossing,
  crossingAsRhythm,
  tempoFrom,
} from '@stride/core/crossing';
import { type Score, scoreCrossing } from '@stride/core/sound';
import { Play, Plus, Square, Trash2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { player } from '../audio/player.ts';
import { usePlayer, usePlayhead } from '../audio/use-player.ts';
import { database } from '../store/db.ts';
import { newRecord, seedOnce, storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { toast } from '../ui/toasts.tsx';
import { CrossingLine } from './CrossingLine.tsx';
import { IntoABar } from './IntoABar.tsx';
import { LearnIt } from './LearnIt.tsx';
import { usualVoice, VOICES, type Voice } from './voices.ts';

const OWNER = 'crossing';
const PRESETS = [
  [3, 2],
  [4, 3],
  [5, 3],
  [5, 4],
  [7, 4],
  [7, 5, 3],
] as const;
const CHANGE_EVERY = [0, 2, 4, 8] as const;

/** Two to five even pulses over one span: seen, counted from each, and heard from each. */
export function Crossing() {
  const navigate = useNavigate();
  const [counts, setCounts] = useState<readonly number[]>([5, 3]);
  const [voices, setVoices] = useState<readonly Voice[]>([usualVoice(0), usualVoice(1)]);
  const [from, setFrom] = useState(0);
  const [bpm, setBpm] = useState(72);
  const [counting, setCounting] = useState<CountingSystem>('plain');
  const [every, setEvery] = useState<number>(0);
  const crossed = useMemo(() => crossing(counts), [counts]);
  const state = usePlayer();
  const playing =
    (state.status === 'playing' || state.status === 'waking') && state.owner === OWNER;

  /** The tempo of the whole span is what stays when another pulse becomes the beat. */
  const spans = bpm / (counts[from] ?? 1);
  const scores = useMemo(
    () =>
      counts.map((_, beat) =>
        scoreCrossing(
          crossed,
          voices.map(({ instrument, kind }) => ({ instrument, kind, force: 3 })),
          beat,
        ),
      ),
    [counts, crossed, voices],
  );
  const score = scores[from];
  useEffect(() => () => player.stop(), []);
  useEffect(() => {
    if (playing && score && every === 0) player.change({ score });
  }, [playing, score, every]);
  useEffect(() => {
    if (playing) player.change({ tempo: { bpm: spans, per: 1 } });
  }, [playing, spans]);
  // Where the beat changes over by itself, the drawing follows the ear.
  usePlayhead(playing && every > 0, (at) => {
    const heard = at?.segment.tag;
    if (typeof heard === 'number' && heard !== from && heard < counts.length) hearFrom(heard);
  });

  function hearFrom(pulse: number): void {
    setFrom(pulse);
    setBpm((before) => tempoFrom(before, counts[pulse] ?? 1, counts[from] ?? 1));
  }

  function toggle(): void {
    if (playing) {
      player.stop();
      return;
    }
    if (!score) return;
    const tempo = { bpm: spans, per: 1 };
    player.setLevels(new Map());
    const stretch = (beat: number, played: Score) => ({
      score: played,
      tempo,
      startTicks: 0,
      endTicks: every > 0 ? every * played.lengthTicks : Number.POSITIVE_INFINITY,
      tag: beat,
    });
    void player.play<number>({
      owner: OWNER,
      first: stretch(from, score),
      next: (ended) => {
        const beat = (ended.tag + 1) % scores.length;
        const following = scores[beat];
        return every > 0 && following
          ? { ...stretch(beat, following), tempo: ended.tempo }
          : undefined;
      },
    });
  }
  useHotkeys('space', toggle, {
    preventDefault: true,
    ignoreEventWhen: (event) => event.target instanceof HTMLButtonElement,
  });

  function change(next: readonly number[]): void {
    const was = counts[from] ?? 1;
    const beat = Math.min(from, next.length - 1);
    player.stop();
    setCounts(next);
    setVoices(next.map((_, index) => voices[index] ?? usualVoice(index)));
    setFrom(beat);
    if (beat !== from) setBpm(tempoFrom(bpm, next[beat] ?? 1, was));
  }

  async function send(): Promise<void> {
    const id = crypto.randomUUID();
    try {
      await seedOnce(database);
      await database.rhythms.put(newRecord(crossingAsRhythm(crossed, voices, from, bpm, id)));
      navigate(`/bench/${id}/write`);
    } catch (error) {
      toast(storageSentence(error));
    }
  }

  return (
    <div className="flex flex-1 flex-col gap-3 px-[22px] py-3 max-sm:px-3">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <h1 className="text-[30px] leading-tight">
          Crossing <span className="tabular-nums">{counts.join(' : ')}</span>
        </h1>
        <NumberField
          label="Tempo of the beat"
          labelHidden
          value={Math.round(bpm * 10) / 10}
          min={10}
          max={400}
          onChange={setBpm}
        />
        <Button look="go" className="min-w-24" title="Space bar" onClick={toggle}>
          {playing ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
          {playing ? 'Stop' : 'Play'}
        </Button>
        <span className="flex flex-wrap gap-1">
          {PRESETS.map((preset) => (
            <Button key={preset.join(':')} look="quiet" onClick={() => change(preset)}>
              {preset.join(' : ')}
            </Button>
          ))}
        </span>
        <Button className="ml-auto" onClick={() => void send()}>
          Send it to the Bench
        </Button>
      </div>
      <div className="grid flex-1 grid-cols-[minmax(0,1fr)_322px] content-start gap-[14px] max-lg:grid-cols-1">
        <div className="flex min-w-0 flex-col gap-[14px]">
          <section
            aria-label="The crossing"
            className="rounded-2xl border border-edge bg-card px-4 py-3"
          >
            <CrossingLine
              crossed={crossed}
              voices={voices}
              from={from}
              counting={counting}
              playing={playing}
            />
            <div className="mt-1 flex flex-wrap gap-x-6 gap-y-3 border-t border-edge pt-3">
              {counts.map((count, pulse) => (
                <PulseFields
                  // biome-ignore lint/suspicious/noArrayIndexKey: pulses have nothing but their place
                  key={pulse}
                  pulse={pulse}
                  count={count}
                  voice={voices[pulse] ?? usualVoice(pulse)}
                  onCount={(next) => change(counts.with(pulse, next))}
                  onVoice={(next) => setVoices(voices.with(pulse, next))}
                  onRemove={
                    counts.length > 2
                      ? () => {
                          setVoices(voices.filter((_, index) => index !== pulse));
                          change(counts.filter((_, index) => index !== pulse));
                        }
                      : undefined
                  }
                />
              ))}
              {counts.length < CROSSING_LIMITS.pulses ? (
                <Button className="self-end" onClick={() => change([...counts, 2])}>
                  <Plus aria-hidden size={16} /> Another pulse
                </Button>
              ) : null}
            </div>
          </section>
          <IntoABar />
        </div>
        <div className="flex flex-col gap-[14px]">
          <section
            aria-label="Hear it from"
            className="rounded-2xl border border-edge bg-card px-[18px] py-3"
          >
            <h2 className="mb-2 text-[17px]">Hear it from</h2>
            <div className="flex flex-col gap-1.5">
              {counts.map((count, pulse) => (
                <Button
                  // biome-ignore lint/suspicious/noArrayIndexKey: pulses have nothing but their place
                  key={pulse}
                  look={pulse === from ? 'on' : 'plain'}
                  aria-pressed={pulse === from}
                  className="justify-between"
                  onClick={() => hearFrom(pulse)}
                >
                  <span>the {count}</span>
                  <span>
                    {(Math.round(tempoFrom(bpm, count, counts[from] ?? 1) * 10) / 10).toString()} a
                    minute
                  </span>
                </Button>
              ))}
            </div>
            <p className="mt-2 text-[15px]">
              The same strokes, another foot: only the click moves.
            </p>
            <label className="mt-2 flex items-center gap-2 text-[15px]">
              Change over
              <select
                value={every}
                className="h-9 rounded-lg border border-edge bg-paper px-2"
                onChange={(event) => {
                  player.stop();
                  setEvery(Number(event.target.value));
                }}
              >
                {CHANGE_EVERY.map((turns) => (
                  <option key={turns} value={turns}>
                    {turns === 0 ? 'when I say' : `every ${turns} spans`}
                  </option>
                ))}
              </select>
            </label>
          </section>
          <section
            aria-label="Counted"
            className="rounded-2xl border border-edge bg-card px-[18px] py-3 text-[15.5px] leading-snug"
          >
            <h2 className="mb-1 text-[17px]">Counted</h2>
            <select
              aria-label="Counting system"
              value={counting}
              className="mb-2 h-9 w-full rounded-lg border border-edge bg-paper px-2 text-[15px]"
              onChange={(event) => {
                const system = COUNTING_SYSTEMS.find((one) => one === event.target.value);
                if (system) setCounting(system);
              }}
            >
              {COUNTING_SYSTEMS.map((system) => (
                <option key={system} value={system}>
                  {SYSTEM_NOTES[system].name}
                </option>
              ))}
            </select>
            {counts.flatMap((beats, beat) =>
              counts.flatMap((count, pulse) =>
                beat === pulse
                  ? []
                  : [
                      // biome-ignore lint/suspicious/noArrayIndexKey: pulses have nothing but their place
                      <p key={`${beat}-${pulse}`} className="py-0.5">
                        In {beats}, the {count} falls on{' '}
                        {countFrom(crossed, beat, pulse, counting)
                          .map((one) => one.words)
                          .join(', ')}
                        .
                      </p>,
                    ],
              ),
            )}
            <p className="mt-1 border-t border-edge pt-1.5">
              Grid {crossed.grid.toLocaleString('en')}; {crossed.moments.length} moments
              {crossed.strides.length <= 24 ? `, strides ${crossed.strides.join(' ')}` : ''}.
            </p>
          </section>
          <LearnIt crossed={crossed} voices={voices} from={from} spans={spans} />
        </div>
      </div>
    </div>
  );
}

interface PulseFieldsProps {
  readonly pulse: number;
  readonly count: number;
  readonly voice: Voice;
  readonly onCount: (count: number) => void;
  readonly onVoice: (voice: Voice) => void;
  readonly onRemove: (() => void) | undefined;
}

const SELECT = 'h-9 rounded-lg border border-edge bg-paper px-2 text-[15px] text-ink';

function PulseFields({ pulse, count, voice, onCount, onVoice, onRemove }: PulseFieldsProps) {
  const name = `pulse ${pulse + 1}`;
  return (
    <fieldset className="flex flex-wrap items-end gap-2">
      <legend className="sr-only">{name}</legend>
      <NumberField
        label={`Steps of ${name}`}
        value={count}
        min={1}
        max={CROSSING_LIMITS.steps}
        onChange={(next) => onCount(Math.round(next))}
      />
      <select
        aria-label={`Sound of ${name}`}
        value={voice.name}
        className={SELECT}
        onChange={(event) => {
          const chosen = VOICES.find((one) => one.name === event.target.value);
          if (chosen) onVoice({ ...chosen, hand: voice.hand });
        }}
      >
        {VOICES.map((one) => (
          <option key={one.name}>{one.name}</option>
        ))}
      </select>
      <select
        aria-label={`Hand or foot of ${name}`}
        value={voice.hand}
        className={SELECT}
        onChange={(event) => onVoice({ ...voice, hand: event.target.value as Voice['hand'] })}
      >
        <option value="R">right</option>
        <option value="L">left</option>
        <option value="F">foot</option>
      </select>
      {onRemove ? (
        <Button look="quiet" aria-label={`Take ${name} out`} onClick={onRemove}>
          <Trash2 aria-hidden size={16} />
        </Button>
      ) : null}
    </fieldset>
  );
}
