import { LIMITS, type Rhythm, setNotes, setTags } from '@stride/core/rhythm';
import { NotebookPen } from 'lucide-react';
import { Field } from '../ui/Field.tsx';
import { Panel } from '../ui/Panel.tsx';

interface NotesPanelProps {
  readonly notes: string;
  readonly tags: readonly string[];
  readonly onEdit: (change: (before: Rhythm) => Rhythm, stroke: string) => void;
}

/** What the player wants to remember of a rhythm, which is printed too, and the tags it is found by. */
export function NotesPanel({ notes, tags, onEdit }: NotesPanelProps) {
  return (
    <Panel
      label="Notes and tags"
      align="end"
      width={400}
      trigger={
        <button
          type="button"
          data-reach="notes"
          aria-label="Notes and tags"
          title={notes === '' ? 'Notes and tags' : notes}
          className="inline-flex h-9 items-center rounded-lg px-2 text-quiet hover:bg-band hover:text-ink"
        >
          <NotebookPen aria-hidden size={18} />
          {notes === '' ? null : (
            <span aria-hidden="true" className="-mt-3 size-2 rounded-full bg-mark" />
          )}
        </button>
      }
    >
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Notes; they stand on the sheet as well
        <textarea
          data-reach="notes-text"
          value={notes}
          rows={6}
          maxLength={LIMITS.notes}
          placeholder="Who plays what, where it speeds up, what the teacher said"
          className="rounded-lg border border-field bg-paper px-2 py-1.5 text-base text-ink"
          onChange={(event) => onEdit((before) => setNotes(before, event.target.value), 'notes')}
        />
      </label>
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Tags, one word each
        <Field
          key={tags.join(' ')}
          defaultValue={tags.join(' ')}
          onBlur={(event) => onEdit((before) => setTags(before, event.target.value), 'tags')}
          onKeyDown={(event) => {
            if (event.key === 'Enter') event.currentTarget.blur();
          }}
        />
      </label>
    </Panel>
  );
}
