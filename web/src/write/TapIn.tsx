import { beatsOf, type Cycle } from '@stride/core/cycle';
import { findInstrument, type StrokeKind } from '@stride/core/instrument';
import { accentOnly, countingOf, type Layer, type Rhythm, timeLayer } from '@stride/core/rhythm';
import { scoreCountIn } from '@stride/core/sound';
import { layerFromTaps, type Tap, type TappedBeat, tappedBeats } from '@stride/core/tapin';
import { secondsPerPulse, toNumber } from '@stride/core/time';
import { Hand } from 'lucide-react';
import { type Dispatch, type SetStateAction, useEffect, useMemo, useState } from 'react';
import { player } from '../audio/player.ts';
import { usePlayer } from '../audio/use-player.ts';
import { GestureLine } from '../frame/GestureLine.tsx';
import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';
import type { Line } from './use-line.ts';

interface TapInProps {
  readonly rhythm: Rhythm;
  readonly line: Line;
}

/** Play it on keys while the cycle loops; the taps become a turn of the layer. */
export function TapIn({ rhythm, line }: TapInProps) {
  const [open, setOpen] = useState(false);
  /** The taps outlive the dialog, so that one can come back to them and change one's mind. */
  const [taps, setTaps] = useState<readonly Tap[]>([]);
  const [chosen, setChosen] = useState<ReadonlyMap<number, number>>(new Map());
  return (
    <Modal
      title="Tap it in"
      open={open}
      onOpenChange={(next) => {
        player.stop();
        setOpen(next);
      }}
      trigger={
        <button
          type="button"
          title="Play it on keys while the cycle loops"
          className="inline-flex h-9 items-center gap-1.5 rounded-lg border border-edge bg-card px-2.5 text-[15px] hover:border-faint"
        >
          <Hand aria-hidden size={16} /> Tap it in
        </button>
      }
    >
      {line.layer ? (
        <TapPad
          rhythm={rhythm}
          layer={line.layer}
          taps={taps}
          setTaps={setTaps}
          chosen={chosen}
          setChosen={setChosen}
          onUse={(change) => {
            player.stop();
            line.commands.change(change);
            setOpen(false);
          }}
        />
      ) : null}
    </Modal>
  );
}

interface TapPadProps {
  readonly rhythm: Rhythm;
  readonly layer: Layer;
  readonly taps: readonly Tap[];
  readonly setTaps: Dispatch<SetStateAction<readonly Tap[]>>;
  /** For some beats another number of slots than the likeliest. */
  readonly chosen: ReadonlyMap<number, number>;
  readonly setChosen: Dispatch<SetStateAction<ReadonlyMap<number, number>>>;
  readonly onUse: (change: (before: Layer) => Layer) => void;
}

function TapPad(props: TapPadProps) {
  const { rhythm, layer, taps, setTaps, chosen, setChosen, onUse } = props;
  const { cycle, tempo } = rhythm;
  const instrument = findInstrument(layer.instrument);
  const strokes = instrument?.strokes ?? [];
  const usual = (hand: StrokeKind['hand']) =>
    strokes.find((stroke) => stroke.hand === hand) ?? strokes[0];
  const [right, setRight] = useState(usual('strong')?.code ?? '');
  const [left, setLeft] = useState(usual('weak')?.code ?? '');
  const owner = `tap:${rhythm.id}`;
  const state = usePlayer();
  const running =
    (state.status === 'playing' || state.status === 'waking') && state.owner === owner;
  const seconds = toNumber(secondsPerPulse(tempo));
  const beats = useMemo(
    () => tappedBeats(cycle, taps, { secondsPerPulse: seconds }),
    [cycle, taps, seconds],
  );

  useEffect(() => {
    if (!running) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      const hand = event.key === 'j' ? 'R' : event.key === 'f' ? 'L' : undefined;
      const kind = hand === 'R' ? right : hand === 'L' ? left : codeOf(strokes, event.key);
      const position = player.position();
      if (!kind || !position) return;
      event.preventDefault();
      // The page may have been busy: what counts is when the key went down.
      const since = Math.max(0, performance.now() - event.timeStamp) / 1000;
      const pulses = Math.max(0, position.pulses - since / seconds);
      setTaps((before) => [...before, { pulses, kind, ...(hand ? { hand } : {}) }]);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [running, right, left, strokes, seconds, setTaps]);

  function start(): void {
    if (running) {
      player.stop();
      return;
    }
    const bar = scoreCountIn(cycle);
    const loop = { score: bar, tempo, startTicks: 0 };
    void player.play({
      owner,
      first: { ...loop, endTicks: bar.lengthTicks, tag: 'count-in' },
      next: (ended) =>
        ended.tag === 'count-in'
          ? { ...loop, endTicks: Number.POSITIVE_INFINITY, tag: 'loop' }
          : undefined,
    });
  }

  return (
    <div className="flex flex-col gap-3">
      <p className="max-w-[70ch]">
        Start, listen to one turn, then play on the keys while the cycle goes round: J and F for two
        hands, or the letters of the strokes. Every turn lies on the ones before, so that hands can
        be played one after the other. What you write becomes the layer’s one turn; undo brings back
        what was there.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <Button look="go" onClick={start}>
          {running ? 'Stop' : taps.length > 0 ? 'Another pass' : 'Start'}
        </Button>
        <KeyChoice label="J, right hand" value={right} strokes={strokes} onChange={setRight} />
        <KeyChoice label="F, left hand" value={left} strokes={strokes} onChange={setLeft} />
        <Button
          look="quiet"
          disabled={taps.length === 0}
          onClick={() => {
            setTaps([]);
            setChosen(new Map());
          }}
        >
          Clear the taps
        </Button>
        <Button
          look="quiet"
          disabled={taps.length === 0}
          onClick={() => setTaps((before) => before.slice(0, -1))}
        >
          Take the last tap back
        </Button>
      </div>
      <GestureLine cycle={cycle} counting={countingOf(rhythm, layer)} playing={running} />
      <Beats
        cycle={cycle}
        beats={beats}
        seconds={seconds}
        chosen={chosen}
        onChoose={(beat, slots) => setChosen((before) => new Map(before).set(beat, slots))}
      />
      <div className="flex flex-wrap gap-2">
        <Button
          look="go"
          disabled={taps.length === 0}
          onClick={() => onUse((before) => layerFromTaps(cycle, before, beats, chosen))}
        >
          Write it into {layer.name}
        </Button>
        <Button
          disabled={taps.length === 0}
          title="Leaves the strokes as they are and accents those nearest to the taps"
          onClick={() => onUse((before) => accentNearest(before, cycle, taps))}
        >
          Only accent what I tapped
        </Button>
        <span role="status" className="self-center text-quiet">
          {taps.length === 0 ? 'No taps yet.' : `${taps.length} taps.`}
        </span>
      </div>
    </div>
  );
}

function codeOf(strokes: readonly StrokeKind[], key: string): string | undefined {
  return strokes.find((stroke) => stroke.code === key)?.code;
}

/** Accents the strokes nearest to the taps, in every turn of the layer. */
function accentNearest(layer: Layer, cycle: Cycle, taps: readonly Tap[]): Layer {
  const { starts } = timeLayer(cycle, layer);
  const turn = beatsOf(cycle).reduce((sum, beat) => sum + beat.span, 0);
  const slots = new Set<number>();
  for (const tap of taps) {
    const at = tap.pulses % turn;
    let best: number | undefined;
    let least = Number.POSITIVE_INFINITY;
    for (const { slot } of layer.strokes) {
      const apart = Math.abs((toNumber(starts[slot] ?? { num: 0, den: 1 }) % turn) - at);
      const distance = Math.min(apart, turn - apart);
      if (distance < least - 1e-9) {
        best = slot;
        least = distance;
      }
    }
    if (best !== undefined) slots.add(best);
  }
  return accentOnly(layer, slots);
}

interface KeyChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly strokes: readonly StrokeKind[];
  readonly onChange: (code: string) => void;
}

function KeyChoice({ label, value, strokes, onChange }: KeyChoiceProps) {
  return (
    <label className="flex flex-col gap-1 text-sm text-quiet">
      {label}
      <select
        value={value}
        className="h-9 rounded-lg border border-edge bg-paper px-2 text-[15px] text-ink"
        onChange={(event) => onChange(event.target.value)}
      >
        {strokes.map((stroke) => (
          <option key={stroke.code} value={stroke.code}>
            {stroke.code} {stroke.name}
          </option>
        ))}
      </select>
    </label>
  );
}

interface BeatsProps {
  readonly cycle: Cycle;
  readonly beats: readonly TappedBeat[];
  readonly seconds: number;
  readonly chosen: ReadonlyMap<number, number>;
  readonly onChoose: (beat: number, slots: number) => void;
}

/** Each beat with its taps as they fell, the division that explains them, and the others. */
function Beats({ beats, chosen, onChoose }: BeatsProps) {
  return (
    <ol className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-2">
      {beats.map(({ beat, taps, readings }) => {
        const [best] = readings;
        const used = readings.find((one) => one.slots === chosen.get(beat)) ?? best;
        return (
          <li key={beat} className="rounded-xl border border-edge px-3 py-2">
            <span className="font-title text-lg font-bold">{beat + 1}</span>
            {used ? (
              <>
                <svg
                  viewBox="-6 0 132 26"
                  className="block w-full"
                  role="img"
                  aria-label={`${taps.length} taps in beat ${beat + 1}`}
                >
                  <path d="M0 18 H120" stroke="var(--ink)" strokeWidth="2" />
                  <path
                    d={Array.from(
                      { length: used.slots },
                      (_, slot) => `M${(slot * 120) / used.slots} 12 v12`,
                    ).join(' ')}
                    stroke="var(--faint)"
                    strokeWidth="1.5"
                  />
                  {taps.map(({ place, tap }) => (
                    <circle
                      key={tap.pulses}
                      cx={place * 120}
                      cy={8}
                      r={4}
                      fill={tap.hand === 'L' ? 'var(--slap)' : 'var(--go)'}
                    />
                  ))}
                </svg>
                <label className="flex flex-col text-sm text-quiet">
                  {Math.round(used.confidence * 100)} % sure, off by {Math.round(used.error * 1000)}{' '}
                  ms
                  <select
                    aria-label={`Slots in beat ${beat + 1}`}
                    value={used.slots}
                    className="mt-1 h-8 rounded-lg border border-edge bg-paper px-1 text-[15px] text-ink"
                    onChange={(event) => onChoose(beat, Number(event.target.value))}
                  >
                    {readings.map((reading) => (
                      <option key={reading.slots} value={reading.slots}>
                        {reading.slots} {reading.slots === 1 ? 'slot' : 'slots'} (
                        {Math.round(reading.confidence * 100)} %)
                      </option>
                    ))}
                  </select>
                </label>
              </>
            ) : (
              <p className="text-sm text-quiet">nothing tapped</p>
            )}
          </li>
        );
      })}
    </ol>
  );
}
