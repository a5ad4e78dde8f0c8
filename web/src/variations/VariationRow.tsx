import {
  changeVariation,
  moveVariation,
  type Rhythm,
  removeVariation,
  type Variation,
} from '@stride/core/rhythm';
import { changesOf, sayPlace, sayShare } from '@stride/core/variation';
import { Play, SlidersHorizontal } from 'lucide-react';
import { memo, useMemo } from 'react';
import { MiniLine } from '../strideline/MiniLine.tsx';
import { Button } from '../ui/Button.tsx';
import { NameField } from '../ui/NameField.tsx';
import { Panel } from '../ui/Panel.tsx';
import { toast } from '../ui/toasts.ts';
import { VariationSettings } from './VariationSettings.tsx';

interface VariationRowProps {
  readonly rhythm: Rhythm;
  readonly variation: Variation;
  /** Whether it is heard now, or comes next. */
  readonly state: 'heard' | 'called' | undefined;
  readonly onCall: (id: string) => void;
  readonly onEdit: (change: (before: Rhythm) => Rhythm, stroke?: string) => boolean;
}

/** A variation: its lines small, with wedges under what is not as in home, and when it comes. */
export const VariationRow = memo(function VariationRow(props: VariationRowProps) {
  const { rhythm, variation, state, onCall, onEdit } = props;
  const changes = useMemo(() => changesOf(rhythm, variation), [rhythm, variation]);
  const { id, name, key, place, share } = variation;
  const takeOut = () => {
    let before: Rhythm['variations'];
    onEdit((now) => {
      before = now.variations;
      return removeVariation(now, id);
    });
    toast(`${name} is taken out.`, () =>
      onEdit((now) => (before ? { ...now, variations: before } : now)),
    );
  };
  return (
    <li
      aria-label={name}
      aria-current={state === 'heard'}
      className={`flex flex-wrap items-center gap-x-3 gap-y-1 rounded-xl border px-3 py-2 ${state === 'heard' ? 'border-[var(--now)] bg-choice' : 'border-edge'}`}
    >
      <kbd
        className={`w-9 text-center font-title text-title font-bold ${key === undefined ? 'text-quiet' : ''}`}
        title={key === undefined ? 'No key calls it' : `The key ${key} calls it`}
      >
        {key ?? '–'}
      </kbd>
      <span className="flex min-w-0 flex-1 basis-32 flex-col">
        <NameField
          label="Name of the variation"
          labelHidden
          name={name}
          className="w-full rounded-lg bg-transparent font-title text-lead font-bold hover:bg-band"
          onName={(next) =>
            onEdit(
              (now) => changeVariation(now, id, (one) => ({ ...one, name: next })),
              `variation ${id}`,
            )
          }
        />
        <span className="text-note text-quiet">
          {sayPlace(place)}; {sayShare(share)}
        </span>
        <span role="status" className="text-note font-semibold">
          {state === 'heard' ? 'heard now' : state === 'called' ? 'comes next' : ''}
        </span>
      </span>
      <span className="min-w-0 flex-[2] basis-72 max-sm:basis-full">
        {changes.map(({ layer, grid, marked, said }) => (
          <span key={layer.id} className="block max-w-md">
            <MiniLine layer={layer} grid={grid} marked={marked} />
            <span className="block text-note text-quiet">
              {layer.name}: {said}
            </span>
          </span>
        ))}
      </span>
      <span className="flex gap-1">
        <Button
          look={state === 'called' ? 'on' : 'plain'}
          aria-pressed={state === 'called'}
          aria-label={`Play ${name} next`}
          title="It comes when this turn ends; pressed once more before that, it does not"
          onClick={() => onCall(id)}
        >
          <Play aria-hidden size={15} /> Next
        </Button>
        <Panel
          label={`Settings of ${name}`}
          align="end"
          width={400}
          trigger={
            <Button icon look="quiet" aria-label={`Set ${name}`} title="Key, place, share, strokes">
              <SlidersHorizontal aria-hidden size={17} />
            </Button>
          }
        >
          <VariationSettings
            rhythm={rhythm}
            variation={variation}
            onEdit={onEdit}
            onMove={(step) => onEdit((now) => moveVariation(now, id, step))}
            onTakeOut={takeOut}
          />
        </Panel>
      </span>
    </li>
  );
});
