import { type KeyboardEvent, useId } from 'react';
import { Field } from './Field.tsx';
import { useTyped } from './use-typed.ts';

interface WrittenFieldProps<Value> {
  readonly label: string;
  /** The value as it is written; empty where there is none. */
  readonly written: string;
  readonly placeholder: string;
  /** What a text means, or the sentence that says what is wrong with it. */
  readonly read: (text: string) => { readonly value: Value } | { readonly message: string };
  readonly onValue: (value: Value) => void;
  /** What stands under the field while nothing is wrong. */
  readonly note?: string | undefined;
  /** Texts that are offered while one types. */
  readonly offered?: readonly string[];
  /** Rows to type in; one where it is not given. Then Enter begins a row, and it is taken when one goes on. */
  readonly rows?: number;
}

/** A value that is typed as a short text: looked at as one types, taken with Enter or when one goes on. */
export function WrittenField<Value>(props: WrittenFieldProps<Value>) {
  const { label, written, placeholder, read, onValue, note, offered, rows = 1 } = props;
  const id = useId();
  const [text, setText] = useTyped(written);
  const result = text === written ? undefined : read(text);
  const take = () => {
    if (result && 'value' in result) onValue(result.value);
  };
  const problem = result && 'message' in result ? result.message : undefined;
  const typed = {
    id,
    value: text,
    placeholder,
    'aria-describedby': `${id}-said`,
    'aria-invalid': problem !== undefined,
    onBlur: take,
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key === 'Enter' && rows === 1) take();
      if (event.key === 'Escape' && text !== written) {
        event.stopPropagation();
        setText(written);
      }
    },
  };
  return (
    <div>
      <label htmlFor={id} className="text-sm text-quiet">
        {label}
      </label>
      {rows > 1 ? (
        <textarea
          {...typed}
          rows={rows}
          spellCheck={false}
          className="field mt-1 h-auto! w-full py-1.5 font-mono text-sm"
          onChange={(event) => setText(event.target.value)}
        />
      ) : (
        <Field
          {...typed}
          list={offered ? `${id}-offered` : undefined}
          className="mt-1 w-full text-note"
          onChange={(event) => setText(event.target.value)}
        />
      )}
      {offered ? (
        <datalist id={`${id}-offered`}>
          {offered.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      ) : null}
      <p id={`${id}-said`} role="status" className="min-h-5 text-sm text-quiet">
        {problem ? <span className="text-warn">{problem}</span> : note}
      </p>
    </div>
  );
}
