import { lazy, Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import type { RhythmDocument, SaveStatus } from '../store/document.ts';
import { storageSentence } from '../store/rhythms.ts';
import { useDocument } from '../store/use-open.ts';
import { takeAway } from '../takeaway/take-away.ts';
import { Button } from '../ui/Button.tsx';
import { Notice } from '../ui/Notice.tsx';
import { toast } from '../ui/toasts.ts';

const ConflictDialog = lazy(() => import('../history/ConflictDialog.tsx'));

/** Nothing is said of what is kept, or is about to be. */
function isKept(save: SaveStatus): save is Extract<SaveStatus, { status: 'saved' | 'saving' }> {
  return save.status === 'saved' || save.status === 'saving';
}

/** Says where an edit was not kept, and offers the ways on. */
export function SaveNotice({ document }: { readonly document: RhythmDocument }) {
  const save = useDocument(document, ({ save }) => (isKept(save) ? undefined : save));
  const [comparing, setComparing] = useState(false);
  const navigate = useNavigate();
  if (!save) return null;
  if (save.status === 'failed') {
    return (
      <div className="mb-3">
        <Notice
          actions={
            <>
              <Button onClick={() => document.tryAgain()}>Try again now</Button>
              <Button onClick={() => takeAway(document.getState().history.present.rhythm)}>
                Take it away as a file
              </Button>
            </>
          }
        >
          {save.message}
        </Notice>
      </div>
    );
  }
  return (
    <div className="mb-3">
      <Notice
        actions={
          <>
            <Button onClick={() => setComparing(true)}>See what differs</Button>
            <Button onClick={() => document.takeTheirs()}>Take the newer one</Button>
            <Button
              onClick={() => {
                document
                  .keepAsCopy(crypto.randomUUID())
                  .then((copy) => navigate(`/bench/${copy}/write`))
                  .catch((error: unknown) => toast(storageSentence(error)));
              }}
            >
              Keep mine as a copy
            </Button>
          </>
        }
      >
        This rhythm was changed in another tab. What you do here is not kept until you choose.
      </Notice>
      {comparing ? (
        <Suspense>
          <ConflictDialog
            theirs={save.theirs.rhythm}
            mine={document.getState().history.present.rhythm}
            onClose={() => setComparing(false)}
          />
        </Suspense>
      ) : null}
    </div>
  );
}
