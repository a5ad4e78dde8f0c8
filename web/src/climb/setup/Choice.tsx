import { Select } from '../../ui/Select.tsx';

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  /** What can be chosen, with how it is called; where `among` is given, of these. */
  readonly of: Readonly<Record<T, string>>;
  readonly among?: readonly T[];
  readonly reach?: string;
  readonly onChange: (value: T) => void;
}

/** One of a few, as large as a field that is used with a drum on the knee. */
export function Choice<T extends string>(props: ChoiceProps<T>) {
  const { label, value, of, reach, onChange } = props;
  const keys = props.among ?? (Object.keys(of) as T[]);
  return (
    <label className="flex flex-col">
      <span className="mb-1 text-sm text-quiet">{label}</span>
      <Select
        value={value}
        className="h-11 max-w-[17rem] bg-card"
        {...(reach ? { 'data-reach': reach } : {})}
        onChange={(event) => {
          const next = keys.find((key) => key === event.target.value);
          if (next !== undefined) onChange(next);
        }}
      >
        {keys.map((key) => (
          <option key={key} value={key}>
            {of[key]}
          </option>
        ))}
      </Select>
    </label>
  );
}
