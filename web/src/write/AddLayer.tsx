import { addLayer, LIMITS } from '@stride/core/rhythm';
import { Plus } from 'lucide-react';
import { memo, useState } from 'react';
import { useOpenBench } from '../bench/context.ts';
import { InstrumentPicker } from './InstrumentPicker.tsx';

interface AddLayerProps {
  /** How many layers there are. */
  readonly count: number;
}

/** Adds a player to the rhythm: one touch, then the instrument. It rests while strokes are written. */
export const AddLayer = memo(function AddLayer({ count }: AddLayerProps) {
  const { edit, chooseLayer } = useOpenBench();
  const [open, setOpen] = useState(false);
  const full = count >= LIMITS.layers;
  return (
    <InstrumentPicker
      label="Add a layer"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          disabled={full}
          title={full ? `A rhythm has at most ${LIMITS.layers} layers` : 'Add a layer'}
          className="inline-flex h-9 items-center gap-1.5 self-start rounded-lg px-2 text-note text-quiet hover:bg-band hover:text-ink disabled:opacity-45"
        >
          <Plus aria-hidden size={16} /> Add a layer
        </button>
      }
      onPick={(instrument) => {
        if (edit((before) => addLayer(before, instrument))) chooseLayer(count);
      }}
    />
  );
});
