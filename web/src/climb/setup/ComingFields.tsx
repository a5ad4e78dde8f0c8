import type { Coming } from '@stride/core/sound';
import { NumberField } from '../../ui/NumberField.tsx';

interface ComingFieldsProps {
  /** What comes and goes: “the click”, “Bell”. */
  readonly what: string;
  readonly coming: Coming;
  readonly onChange: (coming: Coming) => void;
}

/** For how many turns something is heard, and for how many it is not. */
export function ComingFields({ what, coming, onChange }: ComingFieldsProps) {
  return (
    <span className="flex items-end gap-3">
      <NumberField
        large
        label="Turns heard"
        value={coming.on}
        min={1}
        max={16}
        onChange={(on) => onChange({ ...coming, on: Math.round(on) })}
      />
      <NumberField
        large
        label="Turns silent"
        value={coming.off}
        min={1}
        max={16}
        onChange={(off) => onChange({ ...coming, off: Math.round(off) })}
      />
      <label className="flex h-11 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-[var(--go)]"
          checked={coming.grows ?? false}
          aria-label={`The silence of ${what} grows`}
          onChange={(event) => {
            const { grows: _grows, ...plain } = coming;
            onChange(event.target.checked ? { ...plain, grows: true } : plain);
          }}
        />
        longer each time
      </label>
    </span>
  );
}
