import { type InputHTMLAttributes, useId, useState } from 'react';

interface NameFieldProps
  extends Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'onChange' | 'defaultValue'> {
  readonly label: string;
  /** Hides the label from sight, where the place says what it is. */
  readonly labelHidden?: boolean;
  readonly name: string;
  /** Told with every letter; an empty name is not told. */
  readonly onName: (name: string) => void;
  readonly mayBeEmpty?: boolean;
}

/**
 * A name that is kept as it is typed. Enter leaves the field; Escape puts back the name that was there
 * when one came to it.
 */
export function NameField(props: NameFieldProps) {
  const { label, labelHidden = false, name, onName, mayBeEmpty = false, ...rest } = props;
  /** While one types here: what stands in the field, blanks and all, and the name one came to. */
  const [typing, setTyping] = useState<{ readonly text: string; readonly before: string }>();
  const id = useId();
  return (
    <span className={labelHidden ? 'contents' : 'flex flex-col gap-1 text-sm text-quiet'}>
      <label htmlFor={id} className={labelHidden ? 'sr-only' : undefined}>
        {label}
      </label>
      <input
        id={id}
        maxLength={120}
        {...rest}
        value={typing?.text ?? name}
        onFocus={() => setTyping({ text: name, before: name })}
        onChange={(event) => {
          setTyping({ before: name, ...typing, text: event.target.value });
          if (mayBeEmpty || event.target.value.trim() !== '') onName(event.target.value);
        }}
        onBlur={() => setTyping(undefined)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key !== 'Escape' || !typing) return;
          event.stopPropagation();
          setTyping({ ...typing, text: typing.before });
          onName(typing.before);
          event.currentTarget.select();
        }}
      />
    </span>
  );
}
