import { Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { restore } from '../store/discard.ts';
import { listTrash, TRASH_DAYS } from '../store/trash.ts';
import { useLive } from '../store/use-live.ts';
import { Button } from '../ui/Button.tsx';
import { Panel } from '../ui/Panel.tsx';

/** The most that are listed here; all are under Safekeeping. */
const MOST = 8;

/** What was deleted last, each with a way back. */
export function DeletedPanel({ count }: { readonly count: number }) {
  return (
    <Panel
      label="Deleted"
      align="end"
      width={380}
      trigger={
        <Button look="quiet">
          <Trash2 aria-hidden size={16} /> {count} deleted
        </Button>
      }
    >
      <Last />
    </Panel>
  );
}

function Last() {
  const trash = useLive(listTrash) ?? [];
  return (
    <>
      <p className="text-sm text-quiet">
        What is deleted can be brought back for {TRASH_DAYS} days.
      </p>
      <ul className="flex flex-col gap-1">
        {trash.slice(0, MOST).map(({ id, name }) => (
          <li key={id} className="flex items-center gap-2">
            <span className="min-w-0 flex-1 truncate">{name}</span>
            <Button aria-label={`Bring back ${name}`} onClick={() => void restore(id, name)}>
              Bring back
            </Button>
          </li>
        ))}
      </ul>
      <Link to="/safe" className="text-go underline underline-offset-4">
        All that was deleted
      </Link>
    </>
  );
}
