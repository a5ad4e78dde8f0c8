import { describeCycle } from '@stride/core/cycle';
import { timeRhythm } from '@stride/core/rhythm';
import { Copy, Trash2 } from 'lucide-react';
import { memo, type ReactNode } from 'react';
import { Link } from 'react-router';
import { database, type RhythmRecord } from '../store/db.ts';
import { deleteRhythm, newRecord, storageSentence } from '../store/rhythms.ts';
import { StrideLine } from '../strideline/StrideLine.tsx';
import { toast } from '../ui/toasts.tsx';

/** One rhythm on the Shelf. */
export const ShelfCard = memo(function ShelfCard({ record }: { readonly record: RhythmRecord }) {
  const { rhythm } = record;
  const timed = timeRhythm(rhythm);
  const unfinished = Object.keys(record.drafts).length > 0;

  function onDelete(): void {
    void deleteRhythm(database, record.id).then(
      (restore) => toast(`${rhythm.name} was deleted.`, () => void restore()),
      (error: unknown) => toast(storageSentence(error)),
    );
  }
  function onDuplicate(): void {
    const copy = {
      ...rhythm,
      id: crypto.randomUUID(),
      name: `${rhythm.name} (copy)`.slice(0, 120),
    };
    void database.rhythms.put({ ...newRecord(copy), drafts: record.drafts }).then(
      () => toast(`${copy.name} stands beside it.`, () => void deleteRhythm(database, copy.id)),
      (error: unknown) => toast(storageSentence(error)),
    );
  }

  return (
    <li className="relative rounded-2xl border border-edge bg-card p-4 focus-within:border-faint hover:border-faint">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="min-w-0 text-[21px] [overflow-wrap:anywhere]">
          <Link
            to={`/bench/${encodeURIComponent(rhythm.id)}/write`}
            className="after:absolute after:inset-0 after:rounded-2xl after:content-['']"
          >
            {rhythm.name}
          </Link>
        </h2>
        <span className="text-quiet">{describeCycle(rhythm.cycle)}</span>
        <span className="ml-auto text-quiet">
          {rhythm.tempo.bpm === rhythm.target
            ? `${rhythm.target} a minute`
            : `${rhythm.tempo.bpm} now, ${rhythm.target} to reach`}
        </span>
      </div>
      {timed.ok ? (
        <StrideLine rhythm={rhythm} timing={timed.timing} scale={0.72} />
      ) : (
        <p className="text-warn">{timed.message}</p>
      )}
      <div className="flex items-center gap-1 text-sm text-quiet">
        <p className="mr-auto min-w-0">
          {rhythm.layers.map((layer) => layer.name).join(', ')}
          {unfinished ? ' · a typed line is not finished' : ''}
          {rhythm.tags.length > 0 ? ` · ${rhythm.tags.join(', ')}` : ''}
        </p>
        <CardButton label={`Duplicate ${rhythm.name}`} onClick={onDuplicate}>
          <Copy aria-hidden size={16} />
        </CardButton>
        <CardButton label={`Delete ${rhythm.name}`} onClick={onDelete}>
          <Trash2 aria-hidden size={16} />
        </CardButton>
      </div>
    </li>
  );
});

interface CardButtonProps {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

/** A button that lies over the link which covers the whole card. */
function CardButton({ label, onClick, children }: CardButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className="relative z-10 flex size-9 items-center justify-center rounded-lg hover:bg-band hover:text-ink"
      onClick={onClick}
    >
      {children}
    </button>
  );
}
