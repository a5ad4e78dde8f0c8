import { usualCounting } from '@stride/core/counting';
import { findInstrument } from '@stride/core/instrument';
import { Volume2, VolumeX } from 'lucide-react';
import { useCallback, useState } from 'react';
import { usePlayer } from '../audio/use-player.ts';
import { useBench } from '../bench/context.ts';
import { loopOwner } from '../bench/PlayButton.tsx';
import type { SlotRef } from '../strideline/SlotGrid.tsx';
import { StrideLine } from '../strideline/StrideLine.tsx';
import { Notice } from '../ui/Notice.tsx';
import { KeysHelp } from './KeysHelp.tsx';
import { ReadingPanel } from './ReadingPanel.tsx';
import { TypedLine } from './TypedLine.tsx';
import { useLineKeys } from './use-line-keys.ts';

/** Few layers are drawn larger, so that they are read from further away. */
const SCALE_BY_LAYERS: Readonly<Record<number, number>> = { 1: 1.4, 2: 1.3, 3: 1.1 };

/** The stage where a rhythm is written: the line, the typed rows of one layer, and what they say. */
export function Write() {
  const { document, draft, rhythm, timed, layerIndex, chooseLayer, muted, toggleMuted } =
    useBench();
  const [slot, setSlot] = useState(0);
  const [lit, setLit] = useState<ReadonlySet<number>>();
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
  const keys = useLineKeys({ document, rhythm, timed, chosen, onChoose: choose });
  const label = useCallback(
    (index: number) => {
      const one = rhythm.layers[index];
      if (!one) return null;
      return (
        <LayerLabel
          name={one.name}
          instrument={findInstrument(one.instrument)?.name ?? one.instrument}
          chosen={index === layerIndex}
          muted={muted.has(one.id)}
          onChoose={() => choose({ layer: index, slot: 0 })}
          onMute={() => toggleMuted(one.id)}
        />
      );
    },
    [rhythm.layers, layerIndex, muted, choose, toggleMuted],
  );

  if (!timed.ok) return <Notice>{timed.message} Undo brings back what was there.</Notice>;
  const counting = rhythm.counting ?? usualCounting(rhythm.cycle);
  return (
    <div className="grid flex-1 grid-cols-[minmax(0,1fr)_322px] content-start gap-[14px] max-lg:grid-cols-1">
      <section
        aria-label="Stride line"
        className="flex flex-col justify-center rounded-2xl border border-edge bg-card py-3 pr-1 pl-4 lg:min-h-[440px]"
      >
        <StrideLine
          rhythm={rhythm}
          timing={timed.timing}
          counting={counting}
          choice={{ at: chosen, onChoose: choose, onKeyDown: keys.onKeyDown }}
          scale={SCALE_BY_LAYERS[rhythm.layers.length] ?? 1}
          lit={lit ? { layer: layerIndex, slots: lit } : undefined}
          playing={playing}
          label={label}
          muted={muted}
        />
      </section>
      <ReadingPanel
        rhythm={rhythm}
        timing={timed.timing}
        counting={counting}
        chosen={chosen}
        lit={lit}
        onLight={setLit}
      />
      <div className="col-span-full">
        {layer ? (
          <TypedLine
            key={layer.id}
            layer={layer}
            cycle={rhythm.cycle}
            draft={draft.drafts[layer.id]}
            onType={(change, much) => document.edit(change, much ? undefined : `type:${layer.id}`)}
          />
        ) : null}
        <p
          role="status"
          className={`mt-1.5 min-h-6 text-[15px] ${keys.said ? 'text-ink' : 'text-quiet'}`}
        >
          {keys.said ?? <KeysHelp instrument={layer?.instrument} />}
        </p>
      </div>
    </div>
  );
}

interface LayerLabelProps {
  readonly name: string;
  readonly instrument: string;
  readonly chosen: boolean;
  readonly muted: boolean;
  readonly onChoose: () => void;
  readonly onMute: () => void;
}

function LayerLabel(props: LayerLabelProps) {
  const { name, instrument, chosen, muted, onChoose, onMute } = props;
  const Icon = muted ? VolumeX : Volume2;
  return (
    <div className="flex items-start gap-1">
      <button
        type="button"
        aria-pressed={chosen}
        className="min-w-0 flex-1 text-left"
        onClick={onChoose}
        title={`Type in ${name}`}
      >
        <span
          className={`block truncate font-title text-[17px] font-bold ${chosen ? 'underline decoration-mark decoration-[3px] underline-offset-4' : ''} ${muted ? 'text-quiet' : ''}`}
        >
          {name}
        </span>
        <span className="block truncate text-[13px] text-quiet">{instrument}</span>
      </button>
      <button
        type="button"
        aria-pressed={muted}
        aria-label={`Mute ${name}`}
        title={muted ? `${name} is silent` : `Mute ${name}`}
        className={`flex size-8 items-center justify-center rounded-lg hover:bg-band ${muted ? 'text-warn' : 'text-quiet'}`}
        onClick={onMute}
      >
        <Icon aria-hidden size={17} />
      </button>
    </div>
  );
}
