import { type InputHTMLAttributes, useEffect, useId, useRef, useState } from 'react';

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
  const [text, setText] = useState(name);
  const before = useRef<string>(undefined);
  useEffect(() => {
    // While one types here, blanks at the end and an empty field are left as they are.
    if (before.current === undefined) setText(name);
  }, [name]);
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
        value={text}
        onFocus={() => {
          before.current = name;
        }}
        onChange={(event) => {
          setText(event.target.value);
          if (mayBeEmpty || event.target.value.trim() !== '') onName(event.target.value);
        }}
        onBlur={() => {
          before.current = undefined;
          setText(name);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key !== 'Escape' || before.current === undefined) return;
          event.stopPropagation();
          setText(before.current);
          onName(before.current);
          event.currentTarget.select();
        }}
      />
    </span>
  );
}
