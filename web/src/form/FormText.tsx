import { type Form, readForm, writeForm } from '@stride/core/form';
import type { Rhythm } from '@stride/core/rhythm';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';
import type { OpenedForm } from './context.ts';
import { shelfRhythms } from './files.ts';

interface FormTextProps {
  readonly opened: OpenedForm;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** A form as text, to read and to type on: what reads takes the form’s place as one step of undo. */
export function FormText(props: FormTextProps) {
  return (
    <Modal title="The form as text" open={props.open} onOpenChange={props.onOpenChange}>
      <Typed {...props} />
    </Modal>
  );
}

function Typed({ opened, onOpenChange }: FormTextProps) {
  const { form, rhythms, edit } = opened;
  const shelf = useQuery({
    queryKey: ['form-shelf'],
    gcTime: 0,
    queryFn: shelfRhythms,
  });
  const known = useMemo(() => both(rhythms, shelf.data ?? []), [rhythms, shelf.data]);
  const [text, setText] = useState(() => writeForm(form, known));
  const read = useMemo(() => readForm(text, known, form.id), [text, known, form.id]);
  const take = () => {
    if (edit(() => withIds(read.form, form))) onOpenChange(false);
  };
  return (
    <div className="flex flex-col gap-3">
      <textarea
        aria-label="Form as text"
        value={text}
        rows={20}
        spellCheck={false}
        className="field h-auto! w-full min-w-[min(70vw,620px)] py-2 font-mono text-sm"
        onChange={(event) => setText(event.target.value)}
      />
      <ul role="status" className="max-h-32 overflow-y-auto text-note">
        {read.problems.slice(0, 8).map(({ line, column, message, severity }) => (
          <li
            key={`${line} ${column} ${message}`}
            className={severity === 'error' ? 'text-warn' : 'text-quiet'}
          >
            Line {line}, column {column}: {message}
          </li>
        ))}
      </ul>
      <div className="flex gap-2">
        <Button look="go" disabled={!read.usable} onClick={take}>
          Take it
        </Button>
        <Button onClick={() => onOpenChange(false)}>Leave it as it was</Button>
      </div>
    </div>
  );
}

/** The rhythms of the form first, since its names mean those where two are called alike. */
function both(own: ReadonlyMap<string, Rhythm>, shelf: readonly Rhythm[]): readonly Rhythm[] {
  return [...own.values(), ...shelf.filter(({ id }) => !own.has(id))];
}

/** The form that was read with the id of the one whose place it takes. */
function withIds(read: Form, { id }: Form): Form {
  return { ...read, id };
}
