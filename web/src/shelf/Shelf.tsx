import { FolderInput, Plus, Search } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { database } from '../store/db.ts';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { newRecord, storageSentence } from '../store/rhythms.ts';
import { useShelf } from '../store/use-store.ts';
import { Button } from '../ui/Button.tsx';
import { Notice } from '../ui/Notice.tsx';
import { arrange, SORTS, type SortKey, tagsOf } from './arrange.ts';
import { type BroughtIn, bringIn } from './bring-in.ts';
import { NewRhythm } from './NewRhythm.tsx';
import { ShelfCard } from './ShelfCard.tsx';

/** All rhythms, each as its own small stride lines. */
export function Shelf() {
  const shelf = useShelf();
  const [problem, setProblem] = useState<BroughtIn & { status: 'refused' }>();
  const [params, setParams] = useSearchParams();
  const making = params.has('new');
  const setMaking = (on: boolean) => setParams(on ? { new: '' } : {}, { replace: true });
  const [words, setWords] = useState('');
  const [sort, setSort] = useState<SortKey>('edited');
  const [tag, setTag] = useState<string>();
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const shown = useMemo(
    () => arrange(shelf.data ?? [], { words, sort, tag }),
    [shelf.data, words, sort, tag],
  );
  const tags = useMemo(() => tagsOf(shelf.data ?? []), [shelf.data]);

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
          <FolderInput aria-hidden size={17} /> Bring in a file
        </Button>
        <Button look="go" aria-expanded={making} onClick={() => setMaking(!making)}>
          <Plus aria-hidden size={17} /> New rhythm
        </Button>
        <input
          ref={file}
          type="file"
          accept=".stride,.json,text/plain,application/json"
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
      {shelf.data && shelf.data.length > 0 ? (
        <div className="mt-3 flex flex-wrap items-center gap-2">
          <label className="relative">
            <span className="sr-only">Search the Shelf</span>
            <Search aria-hidden size={16} className="absolute top-2.5 left-2.5 text-quiet" />
            <input
              type="search"
              value={words}
              placeholder="Name, layer, instrument, tag"
              className="h-9 w-64 rounded-lg border border-edge bg-card pr-2 pl-8"
              onChange={(event) => setWords(event.target.value)}
            />
          </label>
          <label>
            <span className="sr-only">Sort by</span>
            <select
              value={sort}
              className="h-9 rounded-lg border border-edge bg-card px-2"
              onChange={(event) => {
                const next = SORTS.find((one) => one.key === event.target.value);
                if (next) setSort(next.key);
              }}
            >
              {SORTS.map((one) => (
                <option key={one.key} value={one.key}>
                  {one.label}
                </option>
              ))}
            </select>
          </label>
          {tags.map((one) => (
            <Button
              key={one}
              look={tag === one ? 'on' : 'plain'}
              aria-pressed={tag === one}
              onClick={() => setTag(tag === one ? undefined : one)}
            >
              {one}
            </Button>
          ))}
        </div>
      ) : null}
      {shelf.data?.length === 0 ? <EmptyShelf onNew={() => setMaking(true)} /> : null}
      {shelf.data && shelf.data.length > 0 && shown.length === 0 ? (
        <p className="mt-8 text-lg text-quiet">
          Nothing on the Shelf fits. Search with fewer letters, or let the tag go.
        </p>
      ) : null}
      <ul className="mt-4 grid gap-4 lg:grid-cols-2">
        {shown.map((record) => (
          <ShelfCard key={record.id} record={record} />
        ))}
      </ul>
    </div>
  );
}

function EmptyShelf({ onNew }: { readonly onNew: () => void }) {
  return (
    <div className="mt-8 flex max-w-xl flex-col items-start gap-4 rounded-2xl border border-edge bg-card p-6">
      <p className="text-lg">
        The Shelf is empty. A rhythm begins with its cycle: the pulses of each beat, such as 4x4 for
        four beats of four, or 3+3+2 for an uneven three.
      </p>
      <div className="flex flex-wrap gap-3">
        <Button look="go" onClick={onNew}>
          Write the first one
        </Button>
        <Button
          onClick={() => {
            const now = Date.now();
            void database.rhythms.bulkPut(
              DEMO_RHYTHMS.map((rhythm, index) => newRecord(rhythm, now - index * 1000)),
            );
          }}
        >
          Bring the five examples back
        </Button>
      </div>
    </div>
  );
}
