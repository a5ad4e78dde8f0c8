import type { Rhythm } from '@stride/core/rhythm';
import { useEffect } from 'react';
import { Link, useMatch } from 'react-router';
import { storageInUse } from '../store/storage.ts';
import type { Unkept } from '../store/unkept.ts';
import { useUnkept } from '../store/use-open.ts';
import { Button } from '../ui/Button.tsx';
import { Notice } from '../ui/Notice.tsx';

/** What writes files is fetched when the first edit is not kept, and is there when it is asked for. */
const files = () => import('../takeaway/take-away.ts');
const take = async (rhythm: Rhythm) => (await files()).takeAway(rhythm);

const wayTo = (kind: Unkept['kind'], id: string) =>
  kind === 'rhythm' ? `/bench/${encodeURIComponent(id)}/write` : `/form/${encodeURIComponent(id)}`;

/** Says on every screen what is in this tab only, until it is kept. */
export default function UnkeptBar() {
  const unkept = useUnkept();
  const onBench = useMatch('/bench/:id/*')?.params.id;
  const onForm = useMatch('/form/:id')?.params.id;
  // The Bench says it of its own rhythm itself, and the page of a form of it, with the ways on.
  const others = unkept.filter(({ kind, id }) => id !== (kind === 'rhythm' ? onBench : onForm));
  const memory = storageInUse() === 'memory';
  const some = others.some(({ rhythm }) => rhythm);
  useEffect(() => {
    if (some) files().catch(() => undefined);
  }, [some]);
  if (others.length === 0 && !memory) return null;
  return (
    <div className="flex flex-col gap-2 px-[22px] pt-3 max-sm:px-3 print:hidden">
      {memory ? (
        <Notice>
          This browser keeps nothing here, or its storage does not answer. What you write stays
          until this tab is closed: take it away as a file before that.
        </Notice>
      ) : null}
      {others.map(({ kind, id, name, save, rhythm, tryAgain }) => (
        <Notice
          key={`${kind} ${id}`}
          actions={
            <>
              {save.status === 'failed' ? <Button onClick={tryAgain}>Try again now</Button> : null}
              {rhythm ? (
                <Button onClick={() => void take(rhythm())}>Take it away as a file</Button>
              ) : null}
              <Link className="underline" to={wayTo(kind, id)}>
                Open it
              </Link>
            </>
          }
        >
          <strong>{name}</strong> has edits that are in this tab only.{' '}
          {save.status === 'failed'
            ? 'It is tried again by itself.'
            : 'It was changed in another tab as well: open it to choose.'}
        </Notice>
      ))}
    </div>
  );
}
