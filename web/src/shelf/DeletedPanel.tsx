import { Trash2 } from 'lucide-react';
import { bringBack, useDeleted } from '../store/deleted.ts';
import { Button } from '../ui/Button.tsx';
import { Panel } from '../ui/Panel.tsx';

/** What was deleted since the program was started in this tab, each with a way back. */
export function DeletedPanel() {
  const deleted = useDeleted();
  if (deleted.length === 0) return null;
  return (
    <Panel
      label="Deleted"
      align="end"
      width={380}
      trigger={
        <Button look="quiet">
          <Trash2 aria-hidden size={16} /> {deleted.length} deleted
        </Button>
      }
    >
      <p className="text-sm text-quiet">
        These can be brought back until this page is closed or loaded anew.
      </p>
      <ul className="flex flex-col gap-1">
        {deleted.map((one) => (
          <li key={one.id} className="flex items-center gap-2">
            <span className="min-w-0 flex-1 truncate">{one.name}</span>
            <Button aria-label={`Bring back ${one.name}`} onClick={() => void bringBack(one)}>
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
