import { allInstruments } from '@stride/core/instrument';
import { addLayer, LIMITS } from '@stride/core/rhythm';
import { Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useBench } from '../bench/context.ts';

/** Adds a player to the rhythm: one touch, then the instrument. */
export function AddLayer() {
  const { document, rhythm, chooseLayer } = useBench();
  const full = rhythm.layers.length >= LIMITS.layers;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        disabled={full}
        title={full ? `A rhythm has at most ${LIMITS.layers} layers` : 'Add a layer'}
        className="inline-flex h-9 items-center gap-1.5 self-start rounded-lg px-2 text-[15px] text-quiet hover:bg-band hover:text-ink disabled:opacity-45"
      >
        <Plus aria-hidden size={16} /> Add a layer
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          collisionPadding={8}
          className="z-20 max-h-[70vh] overflow-y-auto rounded-xl border border-edge bg-card p-1.5 shadow-xl"
        >
          {allInstruments().map((instrument) => (
            <DropdownMenu.Item
              key={instrument.id}
              className="max-w-96 cursor-pointer rounded-lg px-3 py-2 outline-none data-highlighted:bg-band"
              onSelect={() => {
                document.edit((draft) => {
                  const after = addLayer(draft.rhythm, instrument);
                  return after === draft.rhythm ? draft : { ...draft, rhythm: after };
                });
                chooseLayer(rhythm.layers.length);
              }}
            >
              <span className="font-semibold">{instrument.name}</span>
              <span className="block text-sm text-quiet">{instrument.note}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
