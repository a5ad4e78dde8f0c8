import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { nth } from '@stride/core/bounds';
import type { Layer } from '@stride/core/rhythm';
import { MOVES, type Step, sayStep } from '@stride/core/vary';
import { GripVertical, X } from 'lucide-react';
import { ownInstruments } from '../store/known-instruments.ts';
import { Button } from '../ui/Button.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { announce } from '../ui/live.tsx';
import { Panel } from '../ui/Panel.tsx';
import { StepSettings } from './StepSettings.tsx';

interface ChainProps {
  readonly steps: readonly Step[];
  readonly told: readonly (readonly string[])[];
  readonly layer: Layer;
  readonly onChange: (steps: readonly Step[]) => void;
}

/** The space bar plays, wherever the focus is: a move is lifted and put down with Enter. */
const KEYS = { start: ['Enter'], cancel: ['Escape'], end: ['Enter'] };
const HOW = {
  draggable:
    'Press Enter to lift the move, the arrow keys to bring it to another place, and Enter again to put it down.',
};

/** The moves one after another: dragged into another order, set, switched off, taken out. */
export function Chain({ steps, told, layer, onChange }: ChainProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: sortableKeyboardCoordinates,
      keyboardCodes: KEYS,
    }),
  );
  const ids = steps.map((_, at) => String(at));
  const change = (at: number, change: Partial<Step>) =>
    onChange(steps.map((step, index) => (index === at ? { ...step, ...change } : step)));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{ screenReaderInstructions: HOW }}
      onDragEnd={({ active, over }) => {
        if (!over || active.id === over.id) return;
        onChange(arrayMove([...steps], Number(active.id), Number(over.id)));
        announce(`Move ${Number(active.id) + 1} is now move ${Number(over.id) + 1}`);
      }}
    >
      <SortableContext items={ids}>
        <ol className="flex flex-col gap-2" aria-label="Moves in their order">
          {steps.map((step, at) => (
            <Link
              // biome-ignore lint/suspicious/noArrayIndexKey: a move has no other name than its place
              key={at}
              id={String(at)}
              step={step}
              told={nth(told, at)}
              layer={layer}
              isFirst={at === 0}
              onSet={(settings) => change(at, { settings })}
              onOff={() =>
                onChange(
                  steps.map((one, index) => {
                    if (index !== at) return one;
                    const { off, ...on } = one;
                    return off ? on : { ...on, off: true };
                  }),
                )
              }
              onOut={() => onChange(steps.filter((_, index) => index !== at))}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

interface LinkProps {
  readonly id: string;
  readonly step: Step;
  readonly told: readonly string[];
  readonly layer: Layer;
  readonly isFirst: boolean;
  readonly onSet: (settings: Step['settings']) => void;
  readonly onOff: () => void;
  readonly onOut: () => void;
}

function Link({ id, step, told, layer, isFirst, onSet, onOff, onOut }: LinkProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  const said = sayStep(step, ownInstruments.now());
  const isOff = step.off === true;
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`flex flex-wrap items-center gap-x-2 ${isDragging ? 'z-10' : ''}`}
    >
      <span className="w-14 text-right text-note text-quiet">{isFirst ? 'This is' : 'then'}</span>
      <span
        className={`inline-flex items-center rounded-lg border border-edge ${isOff ? 'bg-card' : 'bg-choice'}`}
      >
        <button
          type="button"
          {...attributes}
          {...listeners}
          aria-label={`Move ${said} to another place`}
          className="flex h-9 w-8 cursor-grab touch-none items-center justify-center rounded-lg text-quiet"
        >
          <GripVertical aria-hidden size={16} />
        </button>
        <Panel
          label={`Set ${MOVES[step.move].name}`}
          align="start"
          trigger={
            <button
              type="button"
              className={`h-9 rounded-lg px-1.5 text-note font-semibold underline decoration-dotted underline-offset-4 ${isOff ? 'line-through opacity-60' : ''}`}
            >
              {said}
            </button>
          }
        >
          <StepSettings step={step} layer={layer} onChange={onSet} />
        </Panel>
        <Button look="quiet" aria-pressed={!isOff} aria-label={`${said} is on`} onClick={onOff}>
          {isOff ? 'off' : 'on'}
        </Button>
        <IconButton label={`Take out ${said}`} onClick={onOut}>
          <X aria-hidden size={16} />
        </IconButton>
      </span>
      {told.length > 0 ? (
        <span className="basis-full pl-16 text-note text-warn">{told.join(' ')}</span>
      ) : null}
    </li>
  );
}
