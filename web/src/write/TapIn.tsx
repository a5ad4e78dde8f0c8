import { numberAt } from '@stride/core/bounds';
import { turnPulses } from '@stride/core/cycle';
import { instrumentOf, type StrokeKind } from '@stride/core/instrument';
import {
  countingOf,
  type Layer,
  paste,
  type Rhythm,
  setTempo,
  tempoAt,
  timeLayer,
} from '@stride/core/rhythm';
import { scoreCountIn } from '@stride/core/sound';
import { accentTapped, layerFromTaps, type Tap, tappedBeats } from '@stride/core/tapin';
import { secondsPerPulse, toNumber } from '@stride/core/time';
import { Hand } from 'lucide-react';
import {
  type Dispatch,
  memo,
  type SetStateAction,
  useEffect,
  useEffectEvent,
  useMemo,
  useRef,
  useState,
} from 'react';
import { player } from '../audio/the-player.ts';
import { usePlayer } from '../audio/use-player.ts';
import { HAND_KEYS } from '../ear/keys-input.ts';
import { GestureLine } from '../frame/GestureLine.tsx';
import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';
import { Select } from '../ui/Select.tsx';
import type { Line } from './line.ts';
import { TappedBeats } from './TappedBeats.tsx';

interface TapInProps {
  /** The line as it is when it is tapped in. */
  readonly now: () => Line;
  /** Names the button by its picture alone where there is little room. */
  readonly compact: boolean;
}

/** Play it on keys while the cycle loops; the taps become a turn of the layer. */
export const TapIn = memo(function TapIn({ now, compact }: TapInProps) {
  /** The line as it was when the dialog was opened. */
  const [line, setLine] = useState<Line>();
  /** The taps outlive the dialog, so that one can come back to them and change one's mind. */
  const [taps, setTaps] = useState<readonly Tap[]>([]);
  const [chosen, setChosen] = useState<ReadonlyMap<number, number>>(new Map());
  return (
    <Modal
      title="Tap it in"
      open={line !== undefined}
      onOpenChange={(open) => {
        player.stop();
        setLine(open ? now() : undefined);
      }}
      trigger={
        <button
          type="button"
          title="Play it on keys while the cycle loops"
          className="inline-flex h-9 items-center gap-1.5 rounded-lg border border-edge bg-card px-2.5 text-note hover:border-faint"
        >
          <Hand aria-hidden size={16} />
          <span className={compact ? 'max-2xl:sr-only' : 'max-lg:sr-only'}>Tap it in</span>
        </button>
      }
    >
      {line?.layer ? (
        <TapPad
          rhythm={line.rhythm}
          layer={line.layer}
          turns={turnsOf(line)}
          taps={taps}
          setTaps={setTaps}
          chosen={chosen}
          setChosen={setChosen}
          onUse={(change) => {
            player.stop();
            now().commands.change(change);
            setLine(undefined);
          }}
        />
      ) : null}
    </Modal>
  );
});

interface TapPadProps {
  readonly rhythm: Rhythm;
  readonly layer: Layer;
  /** How many whole turns the layer has, and the one the choice is in, from 0. */
  readonly turns: { readonly count: number; readonly at: number };
  readonly taps: readonly Tap[];
  readonly setTaps: Dispatch<SetStateAction<readonly Tap[]>>;
  /** For some beats another number of slots than the likeliest. */
  readonly chosen: ReadonlyMap<number, number>;
  readonly setChosen: Dispatch<SetStateAction<ReadonlyMap<number, number>>>;
  readonly onUse: (change: (before: Layer) => Layer) => void;
}

function TapPad(props: TapPadProps) {
  const { rhythm, layer, turns, taps, setTaps, chosen, setChosen, onUse } = props;
  const { cycle } = rhythm;
  const [pace, setPace] = useState(1);
  const tempo = setTempo(rhythm, tempoAt(rhythm).bpm * pace).tempo;
  const instrument = instrumentOf(layer);
  const strokes = instrument?.strokes ?? [];
  const usual = (hand: StrokeKind['hand']) =>
    strokes.find((stroke) => stroke.hand === hand) ?? strokes[0];
  const [right, setRight] = useState(usual('strong')?.code ?? '');
  const [left, setLeft] = useState(usual('weak')?.code ?? '');
  const [turn, setTurn] = useState(turns.at);
  /** How many passes were tapped before this start. */
  const firstPass = useRef(0);
  const owner = `tap:${rhythm.id}`;
  const state = usePlayer();
  const running =
    (state.status === 'playing' || state.status === 'waking') && state.owner === owner;
  const seconds = toNumber(secondsPerPulse(tempo));
  const beats = useMemo(
    () => tappedBeats(cycle, taps, { secondsPerPulse: seconds }),
    [cycle, taps, seconds],
  );

  /** Takes a touch of a key or a pad. @returns whether there was something to take */
  function tap(kind: string | undefined, hand: Tap['hand'], touchedAt: number): boolean {
    const position = player.position();
    if (!kind || !position) return false;
    // The page may have been busy: what counts is when the key went down.
    const since = Math.max(0, performance.now() - touchedAt) / 1000;
    // Each time round is a pass of its own; those of an earlier start come before.
    const { segment, round } = position;
    const pass = firstPass.current + (segment.tag === 'count-in' ? 0 : round + 1);
    const pulses = Math.max(0, pass * turnPulses(cycle) + position.pulses - since / seconds);
    setTaps((before) => [...before, { pulses, kind, ...(hand ? { hand } : {}) }]);
    return true;
  }
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
    const hand = HAND_KEYS[event.key];
    const kind = hand ? { R: right, L: left }[hand] : codeOf(strokes, event.key);
    if (tap(kind, hand, event.timeStamp)) event.preventDefault();
  });
  useEffect(() => {
    if (!running) return;
    const listener = (event: KeyboardEvent) => onKey(event);
    window.addEventListener('keydown', listener);
    return () => window.removeEventListener('keydown', listener);
  }, [running]);

  function start(): void {
    if (running) {
      player.stop();
      return;
    }
    const last = Math.max(-1, ...taps.map((one) => Math.floor(one.pulses / turnPulses(cycle))));
    firstPass.current = last + 1;
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
        Start, listen to one turn, then play while the cycle goes round: on J and F or the pads for
        two hands, or on the letters of the strokes. Every turn lies on the ones before, so that
        hands can be played one after the other. Undo brings back what was there.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <Button look="go" onClick={start}>
          {running ? 'Stop' : taps.length > 0 ? 'Another pass' : 'Start'}
        </Button>
        <label className="flex flex-col gap-1 text-sm text-quiet">
          Tempo
          <Select
            value={pace}
            disabled={running}
            className="text-note"
            onChange={(event) => setPace(Number(event.target.value))}
          >
            {PACES.map(([share, words]) => (
              <option key={share} value={share}>
                {words}: {setTempo(rhythm, tempoAt(rhythm).bpm * share).tempo.bpm}
              </option>
            ))}
          </Select>
        </label>
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
      <div className="grid grid-cols-2 gap-2">
        {(['L', 'R'] as const).map((hand) => (
          <button
            key={hand}
            type="button"
            disabled={!running}
            className="h-16 touch-none rounded-xl border border-field bg-paper text-lead font-semibold select-none active:bg-choice disabled:text-quiet"
            onPointerDown={(event) => tap(hand === 'R' ? right : left, hand, event.timeStamp)}
          >
            {hand === 'R' ? 'Right pad' : 'Left pad'}
          </button>
        ))}
      </div>
      <GestureLine cycle={cycle} counting={countingOf(rhythm, layer)} playing={running} />
      <TappedBeats
        beats={beats}
        chosen={chosen}
        onChoose={(beat, slots) => setChosen((before) => new Map(before).set(beat, slots))}
      />
      <div className="flex flex-wrap gap-2">
        <Button
          look="go"
          disabled={taps.length === 0}
          onClick={() =>
            onUse((before) => {
              const tapped = layerFromTaps(cycle, before, beats, chosen);
              return turns.count < 2
                ? tapped
                : paste(rhythm, before, firstSlotOf(rhythm, before, turn), {
                    cells: tapped.cells,
                    strokes: tapped.strokes,
                    turn: true,
                  });
            })
          }
        >
          Write it into {layer.name}
        </Button>
        {turns.count < 2 ? null : (
          <label className="flex items-center gap-2 text-note">
            as turn
            <Select value={turn} onChange={(event) => setTurn(Number(event.target.value))}>
              {Array.from({ length: turns.count }, (_, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: turns are told apart by their number alone
                <option key={index} value={index}>
                  {index + 1}
                </option>
              ))}
            </Select>
          </label>
        )}
        <Button
          disabled={taps.length === 0}
          title="Leaves the strokes as they are and accents those nearest to the taps"
          onClick={() => onUse((before) => accentTapped(cycle, before, taps))}
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

/** How fast the cycle goes round, as a share of the rhythm's tempo. */
const PACES = [
  [1, 'as written'],
  [0.75, 'slower'],
  [0.5, 'half as fast'],
] as const;

/** Layers that come round at their own length have no turns to write into; they become one turn. */
function turnsOf({ layer, grid, chosen }: Line): TapPadProps['turns'] {
  if (!layer || layer.free || !grid) return { count: 1, at: 0 };
  const at = Math.floor(numberAt(grid.startTicks, chosen.slot) / grid.turnTicks);
  return { count: Math.round(grid.lengthTicks / grid.turnTicks), at };
}

function firstSlotOf(rhythm: Rhythm, layer: Layer, turn: number): number {
  const pulses = turn * turnPulses(rhythm.cycle);
  const slot = timeLayer(rhythm.cycle, layer).starts.findIndex(
    (start) => toNumber(start) >= pulses,
  );
  return Math.max(0, slot);
}

function codeOf(strokes: readonly StrokeKind[], key: string): string | undefined {
  return strokes.find((stroke) => stroke.code === key)?.code;
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
      <Select
        value={value}
        className="text-note"
        onChange={(event) => onChange(event.target.value)}
      >
        {strokes.map((stroke) => (
          <option key={stroke.code} value={stroke.code}>
            {stroke.code} {stroke.name}
          </option>
        ))}
      </Select>
    </label>
  );
}
