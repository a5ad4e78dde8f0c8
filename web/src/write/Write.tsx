import { instrumentOf } from '@stride/core/instrument';
import { countingOf, handOf, type Layer, type Rhythm } from '@stride/core/rhythm';
import { Volume2, VolumeX } from 'lucide-react';
import { memo, useCallback, useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { usePlayer } from '../audio/use-player.ts';
import { useBench } from '../bench/context.ts';
import { callsVariation } from '../bench/play-variations.ts';
import { useChosen } from '../bench/use-chosen.ts';
import { loopOwner } from '../bench/use-playing.ts';
import { drawnTurns } from '../strideline/geometry.ts';
import { type SlotRef, slotElementId } from '../strideline/SlotGrid.tsx';
import { type Lit, StrideLine } from '../strideline/StrideLine.tsx';
import { Card } from '../ui/Card.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useSame } from '../ui/use-same.ts';
import { VariationChips } from '../variations/VariationChips.tsx';
import { Variations } from '../variations/Variations.tsx';
import { AddLayer } from './AddLayer.tsx';
import { LayerPanel } from './LayerPanel.tsx';
import { LineContextMenu } from './LineMenu.tsx';
import { onLineKey } from './line-keys.ts';
import { ReadingPanel } from './ReadingPanel.tsx';
import { StrokeBar } from './StrokeBar.tsx';
import { Turns } from './Turns.tsx';
import { TypedLine } from './TypedLine.tsx';
import { useLine } from './use-line.ts';
import { useSteady } from './use-steady.ts';

/** Few lines are drawn larger, so that they are read from further away. */
const SCALE_BY_LINES: Readonly<Record<number, number>> = { 1: 1.4, 2: 1.3 };
const USUAL_SCALE = 0.94;

/** How large a rhythm is drawn; feet have a line of their own. */
function scaleOf(layers: readonly Layer[]): number {
  if (!(layers.length in SCALE_BY_LINES)) return USUAL_SCALE;
  const withFeet = layers.filter((layer) =>
    layer.strokes.some((stroke) => handOf(layer, stroke) === 'F'),
  );
  return SCALE_BY_LINES[layers.length + withFeet.length] ?? USUAL_SCALE;
}

const NONE_FOLDED: ReadonlySet<number> = new Set();

/** The stage where a rhythm is written: the line, the typed rows of one layer, and what they say. */
export function Write() {
  const bench = useBench();
  const { document, draft, rhythm, timed, layerIndex, chooseLayer, muted } = bench;
  const [slot, setSlot] = useState(0);
  const [lit, setLit] = useState<Lit>();
  const [folded, setFolded] = useState<ReadonlySet<number>>(NONE_FOLDED);
  const player = usePlayer();
  const playing = player.status === 'playing' && player.owner === loopOwner(rhythm);
  const layer = rhythm.layers[layerIndex];
  const slots = timed.ok ? (timed.timing.layers[layerIndex]?.starts.length ?? 0) : 0;
  const chosen: SlotRef = { layer: layerIndex, slot: Math.min(slot, Math.max(0, slots - 1)) };
  const choose = useCallback(
    (at: SlotRef) => {
      chooseLayer(at.layer);
      setSlot(at.slot);
      setLit(undefined);
    },
    [chooseLayer],
  );
  const line = useLine({ document, rhythm, timed, chosen, onChoose: choose });
  useChosen(bench, line.grid, line.ranges.get(layerIndex) ?? [chosen.slot, chosen.slot]);
  const { state: arrived } = useLocation() as { readonly state: { readonly begin?: true } | null };
  const isBegun = arrived?.begin === true;
  const firstSlot = slotElementId(rhythm.id, { layer: 0, slot: 0 });
  useEffect(() => {
    // A rhythm that was just begun takes strokes at once.
    if (isBegun) window.document.getElementById(firstSlot)?.focus();
  }, [isBegun, firstSlot]);
  const { pick, place, weigh, slide } = useSteady(line.commands);
  const { setMix, getState, edit } = bench;
  const editTurns = useCallback(
    (change: (before: Rhythm) => Rhythm) => edit(change, 'turns'),
    [edit],
  );
  const setOrder = useCallback((order: string) => setMix({ order }), [setMix]);
  const toggleMute = useCallback(
    (id: string) => {
      const silent = getState().mix.muted;
      setMix({
        muted: silent.includes(id) ? silent.filter((one) => one !== id) : [...silent, id],
      });
    },
    [getState, setMix],
  );
  const names = useSame(
    rhythm.layers.map((one) => ({
      id: one.id,
      name: one.name,
      instrument: instrumentOf(one)?.name ?? one.instrument,
      feel: one.feel?.name,
    })),
  );
  const label = useCallback(
    (index: number) => {
      const one = names[index];
      return one ? (
        <LayerLabel
          {...one}
          index={index}
          chosen={index === layerIndex}
          muted={muted.has(one.id)}
          onChoose={pick}
          onMute={toggleMute}
        />
      ) : null;
    },
    [names, layerIndex, muted, pick, toggleMute],
  );

  if (!timed.ok) return <Notice>{timed.message} Undo brings back what was there.</Notice>;
  const counting = countingOf(rhythm);
  return (
    <div className="grid flex-1 grid-cols-[minmax(0,1fr)_322px] content-start gap-[14px] max-lg:grid-cols-1">
      <Card
        aria-label="Stride line"
        className="flex flex-col justify-center py-3 pr-1 pl-4 lg:min-h-[440px]"
      >
        <LineContextMenu line={line}>
          <StrideLine
            rhythm={rhythm}
            timing={timed.timing}
            counting={counting}
            choice={{
              at: chosen,
              ranges: line.ranges,
              onChoose: pick,
              onKeyDown: (event) => {
                // While it plays a variation is called from here too.
                if (!playing || !callsVariation(rhythm, event)) onLineKey(line, event);
              },
              onWeigh: weigh,
              onSlide: slide,
            }}
            scale={scaleOf(rhythm.layers)}
            lit={lit}
            playing={playing}
            label={label}
            muted={muted}
            folded={folded}
          />
        </LineContextMenu>
        <div className="flex flex-wrap items-center justify-between gap-2 pr-3">
          <AddLayer count={rhythm.layers.length} />
          <VariationChips />
          <Turns
            count={drawnTurns(timed.timing)}
            turns={rhythm.turns}
            folded={folded}
            onFold={setFolded}
            onEdit={editTurns}
            order={bench.mix.order}
            onOrder={setOrder}
          />
        </div>
      </Card>
      <ReadingPanel
        rhythm={rhythm}
        timing={timed.timing}
        counting={countingOf(rhythm, layer)}
        chosen={chosen}
        lit={lit}
        onLight={setLit}
      />
      <div className="col-span-full flex flex-col gap-3">
        <div>
          {layer ? (
            <TypedLine
              key={layer.id}
              layer={layer}
              rhythm={rhythm}
              draft={draft.drafts[layer.id]}
              onType={(change, much) =>
                document.type(change, much ? undefined : `type:${layer.id}`)
              }
            />
          ) : null}
          <div className="mt-2">
            <StrokeBar line={line} rhythm={rhythm} onPlace={place} />
            <p role="status" className="min-h-6 text-note">
              {line.said}
            </p>
          </div>
        </div>
        <Variations />
      </div>
    </div>
  );
}

interface LayerLabelProps extends Pick<Layer, 'id' | 'name'> {
  readonly instrument: string;
  readonly feel: string | undefined;
  readonly index: number;
  readonly chosen: boolean;
  readonly muted: boolean;
  readonly onChoose: (at: SlotRef) => void;
  readonly onMute: (id: string) => void;
}

/** The name of a layer beside its line. It rests while strokes are written. */
const LayerLabel = memo(function LayerLabel(props: LayerLabelProps) {
  const { id, name, instrument, feel, index, chosen, muted, onChoose, onMute } = props;
  const Icon = muted ? VolumeX : Volume2;
  return (
    <div className="flex items-start gap-1">
      <button
        type="button"
        aria-pressed={chosen}
        className="min-w-0 flex-1 text-left"
        onClick={() => onChoose({ layer: index, slot: 0 })}
        title={`Type in ${name}`}
      >
        <span
          className={`line-clamp-2 font-title text-lead leading-tight font-bold break-words ${chosen ? 'underline decoration-mark decoration-[3px] underline-offset-4' : ''} ${muted ? 'text-quiet' : ''}`}
        >
          {name}
        </span>
        <span className="block truncate text-fine text-quiet">{instrument}</span>
        {feel === undefined ? null : (
          <span className="block truncate text-fine text-quiet italic">{feel}</span>
        )}
      </button>
      <span className="flex flex-col max-sm:flex-row">
        <button
          type="button"
          aria-pressed={muted}
          aria-label={`Mute ${name}`}
          title={muted ? `${name} is silent` : `Mute ${name}`}
          className={`flex size-7 items-center justify-center rounded-lg hover:bg-band ${muted ? 'text-warn' : 'text-quiet'}`}
          onClick={() => onMute(id)}
        >
          <Icon aria-hidden size={17} />
        </button>
        <LayerPanel id={id} name={name} />
      </span>
    </div>
  );
});
