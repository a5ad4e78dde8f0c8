import { Minus, Plus } from 'lucide-react';
import { type ReactNode, useId, useState } from 'react';
import { useHeldButton } from './use-held-button.ts';
import { useTyped } from './use-typed.ts';

interface NumberFieldProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step?: number;
  /** Hides the label from sight, where the words around it say it. */
  readonly labelHidden?: boolean;
  readonly large?: boolean;
  readonly onChange: (value: number) => void;
}

/**
 * A number with a step down and up. What is typed is taken as soon as it lies in its range; until
 * then a sentence says the range and the old value stays in force.
 */
export function NumberField(props: NumberFieldProps) {
  const { label, value, min, max, step = 1, labelHidden, large, onChange } = props;
  const id = useId();
  const [text, setText] = useTyped(String(value));
  /** Enter in a number that cannot be taken says again why. */
  const [asked, setAsked] = useState(0);
  const typed = /^\d{1,6}(\.\d{1,3})?$/.test(text.trim()) ? Number(text) : Number.NaN;
  const good = typed >= min && typed <= max;
  const move = (by: number) => onChange(Math.min(max, Math.max(min, value + by)));
  const size = large ? 'h-11 w-11' : 'h-9 w-8';
  return (
    <span className="relative inline-flex flex-col items-start">
      <label htmlFor={id} className={labelHidden ? 'sr-only' : 'mb-1 text-sm text-quiet'}>
        {label}
      </label>
      <span
        className={`inline-flex items-center rounded-lg border bg-card ${good ? 'border-field' : 'border-warn'}`}
      >
        <StepButton
          label={`${label}: less`}
          size={size}
          disabled={value <= min}
          onClick={() => move(-step)}
        >
          <Minus aria-hidden size={15} />
        </StepButton>
        <input
          id={id}
          inputMode="decimal"
          value={text}
          aria-invalid={!good}
          aria-describedby={good ? undefined : `${id}-problem`}
          className={`${large ? 'h-11 w-14 text-lg' : 'h-9 w-11'} bg-transparent text-center font-semibold outline-offset-0`}
          onChange={(event) => {
            setText(event.target.value);
            const next = Number(event.target.value);
            if (
              /^\d{1,6}(\.\d{1,3})?$/.test(event.target.value.trim()) &&
              next >= min &&
              next <= max
            ) {
              onChange(next);
            }
          }}
          onBlur={() => setText(String(value))}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              event.preventDefault();
              if (good) event.currentTarget.select();
              else setAsked(asked + 1);
            }
            if (event.key === 'Escape' && text !== String(value)) {
              event.stopPropagation();
              setText(String(value));
            }
            if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
            event.preventDefault();
            move(event.key === 'ArrowUp' ? step : -step);
          }}
        />
        <StepButton
          label={`${label}: more`}
          size={size}
          disabled={value >= max}
          onClick={() => move(step)}
        >
          <Plus aria-hidden size={15} />
        </StepButton>
      </span>
      {good ? null : (
        <span
          id={`${id}-problem`}
          key={asked}
          role="alert"
          className="absolute top-full left-0 z-10 mt-1 w-56 rounded-lg border border-warn bg-card p-2 text-sm text-warn"
        >
          {label} lies between {min} and {max}; {value} stays in force.
        </span>
      )}
    </span>
  );
}

interface StepButtonProps {
  readonly label: string;
  readonly size: string;
  readonly disabled: boolean;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

/** One step less, or more. */
function StepButton({ label, size, disabled, onClick, children }: StepButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      className={`${size} flex items-center justify-center text-quiet hover:text-ink disabled:opacity-40 aria-disabled:opacity-40`}
      {...useHeldButton({ disabled, onClick })}
    >
      {children}
    </button>
  );
}
