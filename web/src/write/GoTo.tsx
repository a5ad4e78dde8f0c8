import { type FormEvent, memo, useState } from 'react';
import { Field } from '../ui/Field.tsx';
import type { Line } from './line.ts';

/** Goes to a place as it is counted: “& of 3 in bar 2”, “just before 2”. */
export const GoTo = memo(function GoTo({ now }: { readonly now: () => Line }) {
  const [text, setText] = useState('');
  function go(event: FormEvent): void {
    event.preventDefault();
    if (text.trim() !== '' && now().commands.goToPlace(text)) setText('');
  }
  return (
    <form onSubmit={go}>
      <Field
        value={text}
        aria-label="Go to a place"
        placeholder="go to: & of 2"
        title="A place as it is counted: 3, & of 2, just before 2, right after 1, a of 1 in bar 2, pulse 7"
        className="w-[104px] bg-card text-note"
        onChange={(event) => setText(event.target.value)}
      />
    </form>
  );
});
