import { describeCycle } from '@stride/core/cycle';
import { timeRhythm } from '@stride/core/rhythm';
import { FolderInput, Plus } from 'lucide-react';
import { memo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { database, type RhythmRecord } from '../store/db.ts';
import { storageSentence } from '../store/rhythms.ts';
import { useShelf } from '../store/use-store.ts';
import { StrideLine } from '../strideline/StrideLine.tsx';
import { Button } from '../ui/Button.tsx';
import { Notice } from '../ui/Notice.tsx';
import { type BroughtIn, bringIn } from './bring-in.ts';
import { NewRhythm } from './NewRhythm.tsx';

/** All rhythms, each as its own small stride lines. */
export function Shelf() {
  const shelf = useShelf();
  const [problem, setProblem] = useState<BroughtIn & { status: 'refused' }>();
  const [making, setMaking] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();

  async function onFiles(files: readonly File[]): Promise<void> {
    for (const one of files) {
      const result = await bringIn(database, one);
      if (result.status === 'refused') {
        setProblem(result);
        return;
      }
      setProblem(undefined);
      if (files.length === 1) navigate(`/bench/${result.id}/write`);
    }
  }

  return (
    <div className="mx-auto w-full max-w-[1240px] px-[22px] py-4 max-sm:px-3">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="mr-auto text-[30px]">Shelf</h1>
        <Button onClick={() => file.current?.click()}>
          <FolderInput aria-hidden size={17} /> Bring in a .stride file
        </Button>
        <Button look="go" aria-expanded={making} onClick={() => setMaking(!making)}>
          <Plus aria-hidden size={17} /> New rhythm
        </Button>
        <input
          ref={file}
          type="file"
          accept=".stride,text/plain"
          multiple
          hidden
          data-testid="bring-in"
          onChange={(event) => {
            void onFiles([...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
      </div>
      {making ? <NewRhythm onClose={() => setMaking(false)} /> : null}
      {problem ? (
        <div className="mt-3">
          <Notice actions={<Button onClick={() => setProblem(undefined)}>Close</Button>}>
            <p>
              <strong>{problem.file}</strong> was not brought in; nothing on the Shelf was changed.
            </p>
            <ul className="mt-1 list-disc pl-5">
              {problem.messages.map((message) => (
                <li key={message}>{message}</li>
              ))}
            </ul>
          </Notice>
        </div>
      ) : null}
      {shelf.isError ? (
        <div className="mt-3">
          <Notice>{storageSentence(shelf.error)}</Notice>
        </div>
      ) : null}
      {shelf.data?.length === 0 ? (
        <p className="mt-8 text-lg text-quiet">
          The Shelf is empty. Begin with <strong>New rhythm</strong>, or bring in a .stride file
          that somebody gave you.
        </p>
      ) : null}
      <ul className="mt-4 grid gap-4 lg:grid-cols-2">
        {shelf.data?.map((record) => (
          <ShelfCard key={record.id} record={record} />
        ))}
      </ul>
    </div>
  );
}

const ShelfCard = memo(function ShelfCard({ record }: { readonly record: RhythmRecord }) {
  const { rhythm } = record;
  const timed = timeRhythm(rhythm);
  const unfinished = Object.keys(record.drafts).length > 0;
  return (
    <li className="relative rounded-2xl border border-edge bg-card p-4 focus-within:border-faint hover:border-faint">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-[21px]">
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
        <p>{timed.message}</p>
      )}
      <p className="text-sm text-quiet">
        {rhythm.layers.map((layer) => layer.name).join(', ')}
        {unfinished ? ' · a typed line is not finished' : ''}
      </p>
    </li>
  );
});
