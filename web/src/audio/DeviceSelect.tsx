import { Select } from '../ui/Select.tsx';

interface DeviceSelectProps {
  readonly label: string;
  /** Devices that were found; nothing until one has looked. */
  readonly names: readonly string[] | undefined;
  /** The one that is chosen, there or not. */
  readonly chosen: string | undefined;
  readonly onChoose: (name: string | undefined) => void;
}

/** One of the devices on a cable, or none; nothing is there before one has looked for them. */
export function DeviceSelect({ label, names = [], chosen, onChoose }: DeviceSelectProps) {
  const all = [...new Set([...names, ...(chosen === undefined ? [] : [chosen])])];
  if (all.length === 0) return null;
  return (
    <label className="flex flex-col gap-1 text-sm text-quiet">
      {label}
      <Select
        value={chosen ?? ''}
        onChange={({ target }) => onChoose(target.value === '' ? undefined : target.value)}
      >
        <option value="">none</option>
        {all.map((name) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
      </Select>
    </label>
  );
}
