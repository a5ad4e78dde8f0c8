import { counted } from '@stride/core/wording';
import { format } from 'date-fns';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { database } from '../store/db.ts';
import { restore } from '../store/discard.ts';
import type { TrashKind } from '../store/records.ts';
import { storageSentence } from '../store/rhythms.ts';
import { daysLeft, emptyTrash, listTrash, TRASH_DAYS } from '../store/trash.ts';
import { useLive } from '../store/use-live.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { toast } from '../ui/toasts.ts';

const KINDS: Readonly<Record<TrashKind, string>> = {
  rhythm: 'rhythm',
  form: 'form',
  cycle: 'cycle',
  instrument: 'instrument',
  run: 'run',
  goal: 'goal',
  cadence: 'cadence',
  'set-up': 'set-up',
  log: 'log of somebody else',
};

/** What was deleted, each with a way back until its days are over. */
export function TrashCard() {
  const trash = useLive(listTrash);
  const [emptying, setEmptying] = useState(false);
  const now = Date.now();
  const empty = () => {
    setEmptying(false);
    emptyTrash(database).catch((error: unknown) => toast(storageSentence(error)));
  };
  return (
    <Card aria-label="Deleted" className="px-[18px] py-4">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="mr-auto text-xl">Deleted</h2>
        {emptying ? (
          <>
            <span>For good: {counted(trash?.length ?? 0, 'thing')}?</span>
            <Button onClick={empty}>Delete for good</Button>
            <Button look="quiet" onClick={() => setEmptying(false)}>
              Keep them
            </Button>
          </>
        ) : trash?.length ? (
          <Button look="quiet" onClick={() => setEmptying(true)}>
            <Trash2 aria-hidden size={16} /> Empty it
          </Button>
        ) : null}
      </div>
      {trash?.length === 0 ? (
        <p className="text-quiet">
          Nothing. What you delete, be it a rhythm, a form, a run or a cadence, stays here for{' '}
          {TRASH_DAYS} days and comes back with all that belonged to it.
        </p>
      ) : null}
      {trash?.length ? (
        <table className="mt-2 w-full">
          <thead className="text-left text-sm text-quiet">
            <tr>
              <th className="py-1 font-normal">Name</th>
              <th className="font-normal max-sm:hidden">What</th>
              <th className="font-normal max-sm:hidden">Deleted</th>
              <th className="font-normal">Left</th>
              <td />
            </tr>
          </thead>
          <tbody>
            {trash.map((one) => (
              <tr key={one.id} className="border-t border-edge">
                <th scope="row" className="py-1.5 pr-3 text-left font-semibold">
                  {one.name}
                </th>
                <td className="max-sm:hidden">{KINDS[one.kind]}</td>
                <td className="max-sm:hidden">{format(one.at, 'd MMMM, HH:mm')}</td>
                <td className="whitespace-nowrap">{counted(daysLeft(one, now), 'day')}</td>
                <td className="py-1.5 text-right">
                  <Button
                    aria-label={`Bring back ${one.name}`}
                    onClick={() => void restore(one.id, one.name)}
                  >
                    Bring back
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
    </Card>
  );
}
