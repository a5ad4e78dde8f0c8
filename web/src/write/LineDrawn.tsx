import { instrumentOf } from '@stride/core/instrument';
import { countingOf, handOf, type Layer } from '@stride/core/rhythm';
import { Volume2, VolumeX } from 'lucide-react';
import { memo, useCallback } from 'react';
import { useOpenBench } from '../bench/context.ts';
import type { SlotRef } from '../strideline/SlotGrid.tsx';
import { type Lit, StrideLine } from '../strideline/StrideLine.tsx';
import { useSame } from '../ui/use-same.ts';
import { LayerPanel } from './LayerPanel.tsx';
import type { OpenLine } from './open-line.ts';
import { useLineInHand } from './use-open-line.ts';

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

interface LineDrawnProps {
  readonly line: OpenLine;
  readonly lit: Lit | undefined;
  readonly folded: ReadonlySet<number>;
}

/** The line under the hand: all that is drawn for the frame of a stroke. */
export const LineDrawn = memo(function LineDrawn({ line: open, lit, folded }: LineDrawnProps) {
  const { setMix, getState } = useOpenBench();
  const { line, muted, playing, hand, choice } = useLineInHand(open);
  const { rhythm, timing, chosen } = line;
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
          chosen={index === chosen.layer}
          muted={muted.has(one.id)}
          onChoose={hand.onChoose}
          onMute={toggleMute}
        />
      ) : null;
    },
    [names, chosen.layer, muted, hand, toggleMute],
  );
  if (!timing) return null;
  return (
    <StrideLine
      rhythm={rhythm}
      timing={timing}
      counting={countingOf(rhythm)}
      choice={choice}
      scale={scaleOf(rhythm.layers)}
      lit={lit}
      playing={playing}
      label={label}
      muted={muted}
      folded={folded}
    />
  );
});

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
