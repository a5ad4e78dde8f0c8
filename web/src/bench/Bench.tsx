import { liveQuery } from 'dexie';
import { useEffect, useState } from 'react';
import { Link, Outlet, useParams } from 'react-router';
import { KEYS } from '../app/keys.ts';
import { player } from '../audio/the-player.ts';
import { BrokenRhythm } from '../shelf/BrokenRhythm.tsx';
import { database } from '../store/db.ts';
import type { RhythmDocument } from '../store/document.ts';
import { noticeRevision } from '../store/open-documents.ts';
import { storageSentence, storedRevision } from '../store/rhythms.ts';
import { useOpenRhythm } from '../store/use-open.ts';
import { Notice } from '../ui/Notice.tsx';
import { useKeys } from '../ui/use-keys.ts';
import { BenchHeader } from './BenchHeader.tsx';
import { openBench } from './open-bench.ts';
import { SaveNotice } from './SaveNotice.tsx';
import { redoIn, undoIn } from './undo.ts';

/** Undo is the rhythm's own, in the typed rows and the fields as on the line. */
const EVERYWHERE = { inFields: true, repeat: true } as const;

/** One rhythm and its stages. */
export function Bench() {
  const { id = '' } = useParams();
  const opened = useOpenRhythm(id);
  if (opened.isPending) return <p className="p-6 text-quiet">Opening …</p>;
  const result = opened.data;
  if (result?.status === 'open') return <BenchOf key={id} document={result.document} />;
  return (
    <div className="p-6">
      <h1 className="sr-only">Bench</h1>
      <Notice
        actions={
          <Link to="/" className="underline">
            To the Shelf
          </Link>
        }
      >
        {opened.isError ? (
          <p>{storageSentence(opened.error)}</p>
        ) : result?.status === 'broken' ? (
          <BrokenRhythm name="rhythm" messages={result.messages} data={result.data} />
        ) : (
          <p>There is no rhythm at this address in this browser.</p>
        )}
      </Notice>
    </div>
  );
}

function BenchOf({ document }: { readonly document: RhythmDocument }) {
  const [bench] = useState(() => openBench(document));
  useEffect(() => () => player.stop(), []);
  useEffect(() => {
    const watching = liveQuery(() => storedRevision(database, document.id)).subscribe({
      next: (revision) => {
        if (revision !== undefined) noticeRevision(document, revision).catch(() => undefined);
      },
      // What cannot be read now is said when it is to be saved.
      error: () => undefined,
    });
    return () => watching.unsubscribe();
  }, [document]);
  useKeys(KEYS.undo.keys, () => undoIn(document), EVERYWHERE);
  useKeys(KEYS.redo.keys, () => redoIn(document), EVERYWHERE);
  return (
    <div className="flex flex-1 flex-col px-[22px] pb-5 max-sm:px-3 max-sm:pb-20">
      <BenchHeader bench={bench} />
      <SaveNotice document={document} />
      <Outlet context={bench} />
    </div>
  );
}
