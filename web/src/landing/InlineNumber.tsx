import { useTyped } from '../ui/use-typed.ts';

/** How a choice looks as a word of a sentence. */
export const WORD_SELECT = 'max-w-[230px] px-1.5 font-semibold';

interface InlineNumberProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly onChange: (value: number) => void;
  /** Says what is wrong with what was typed, or nothing any more. */
  readonly onProblem: (problem: string | undefined) => void;
}

/** A whole number as a word of a sentence. What is out of range is said, and the old value stays. */
export function InlineNumber({ label, value, min, max, onChange, onProblem }: InlineNumberProps) {
  const [text, setText] = useTyped(String(value));
  const isGood = (typed: string) =>
    /^\d{1,3}$/.test(typed.trim()) && Number(typed) >= min && Number(typed) <= max;
  const good = isGood(text);
  return (
    <input
      aria-label={label}
      aria-invalid={!good}
      inputMode="numeric"
      value={text}
      title={`${label}: ${min} to ${max}`}
      className={`h-9 w-12 rounded-lg border bg-paper text-center font-semibold ${good ? 'border-field' : 'border-warn'}`}
      onChange={(event) => {
        const typed = event.target.value;
        setText(typed);
        if (isGood(typed)) {
          onProblem(undefined);
          onChange(Number(typed));
        } else {
          onProblem(`${label}: between ${min} and ${max}; ${value} stays in force.`);
        }
      }}
      onBlur={() => {
        setText(String(value));
        onProblem(undefined);
      }}
      onKeyDown={(event) => {
        const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
        if (by === 0) return;
        event.preventDefault();
        onProblem(undefined);
        onChange(Math.min(max, Math.max(min, value + by)));
      }}
    />
  );
}
