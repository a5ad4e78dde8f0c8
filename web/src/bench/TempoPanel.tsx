import type { Rhythm } from '@stride/core/rhythm';
import { TEMPO_RANGE } from '@stride/core/time';
import { Popover } from 'radix-ui';
import { NumberField } from '../ui/NumberField.tsx';

interface TempoPanelProps {
  readonly rhythm: Pick<Rhythm, 'tempo' | 'target' | 'tags'>;
  readonly onChange: (change: Partial<Rhythm>) => void;
}

/** The tempo to reach, what beat is counted, and the rhythm's tags. */
export function TempoPanel({ rhythm, onChange }: TempoPanelProps) {
  const { tempo, target, tags } = rhythm;
  return (
    <Popover.Root>
      <Popover.Trigger
        title="Tempo to reach, counted beat, tags"
        className="h-9 rounded-lg px-2 text-[15px] text-quiet underline decoration-edge decoration-dotted underline-offset-4 hover:text-ink"
      >
        of {target}
        {tempo.per > 1 ? ` per ${tempo.per} pulses` : ' a minute'}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={10}
          className="z-20 flex w-80 flex-col gap-4 rounded-2xl border border-edge bg-card p-4 shadow-xl"
        >
          <div className="flex gap-4">
            <NumberField
              label="Tempo to reach"
              value={target}
              {...TEMPO_RANGE}
              onChange={(next) => onChange({ target: next })}
            />
            <NumberField
              label="Pulses a beat"
              value={tempo.per}
              min={1}
              max={64}
              onChange={(per) => onChange({ tempo: { ...tempo, per: Math.round(per) } })}
            />
          </div>
          <label className="flex flex-col gap-1 text-sm text-quiet">
            Tags, one word each
            <input
              defaultValue={tags.join(' ')}
              className="h-9 rounded-lg border border-edge bg-paper px-2 text-base text-ink"
              onBlur={(event) => {
                const words = event.target.value.split(/[\s,#"]+/u).filter(Boolean);
                const next = [...new Set(words.map((word) => word.slice(0, 40)))];
                if (next.join(' ') !== tags.join(' ')) onChange({ tags: next });
              }}
            />
          </label>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
