import type { Rhythm } from '@stride/core/rhythm';
import { useEffect } from 'react';
import { Link, useMatch } from 'react-router';
import { storageInUse } from '../store/storage.ts';
import { useUnkept } from '../store/use-open.ts';
import { Button } from '../ui/Button.tsx';
import { Notice } from '../ui/Notice.tsx';

/** What writes files is fetched when the first edit is not kept, and is there when it is asked for. */
const files = () => import('../takeaway/take-away.ts');
const take = async (rhythm: Rhythm) => (await files()).takeAway(rhythm);

/** Says on every screen what is in this tab only, until it is kept. */
export default function UnkeptBar() {
  const unkept = useUnkept();
  const onBench = useMatch('/bench/:id/*')?.params.id;
  // The Bench says it of its own rhythm itself, with the ways on.
  const others = unkept.filter((one) => one.document.id !== onBench);
  const memory = storageInUse() === 'memory';
  const some = others.length > 0;
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
      {others.map(({ document, name, save }) => (
        <Notice
          key={document.id}
          actions={
            <>
              {save.status === 'failed' ? (
                <Button onClick={() => document.tryAgain()}>Try again now</Button>
              ) : null}
              <Button onClick={() => void take(document.getState().history.present.rhythm)}>
                Take it away as a file
              </Button>
              <Link className="underline" to={`/bench/${encodeURIComponent(document.id)}/write`}>
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
