import { FolderInput, Play, Plus, Search, ShieldCheck } from 'lucide-react';
import { lazy, Suspense, useCallback, useDeferredValue, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { ACCEPTED } from '../bring/accepted.ts';
import { database } from '../store/db.ts';
import { bringDemo, storageSentence } from '../store/rhythms.ts';
import { useLive } from '../store/use-live.ts';
import { useShelf } from '../store/use-store.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toasts.ts';
import { useTitle } from '../ui/use-title.ts';
import { arrange, SORTS, type SortKey, tagsOf } from './arrange.ts';
import { CardList } from './CardList.tsx';

const DeletedPanel = lazy(async () => ({
  default: (await import('./DeletedPanel.tsx')).DeletedPanel,
}));
const BackupReminder = lazy(() => import('../safe/BackupReminder.tsx'));
const SetupList = lazy(() => import('./SetupList.tsx'));
const NewRhythm = lazy(async () => ({ default: (await import('./NewRhythm.tsx')).NewRhythm }));

/** More tags than these are found by the search. */
const MOST_TAGS = 24;

/** All rhythms, each as its own small stride lines. */
export function Shelf() {
  useTitle('Shelf');
  const { cards, status, error } = useShelf();
  const deleted = useLive((db) => db.trash.count()) ?? 0;
  const [params, setParams] = useSearchParams();
  const making = params.has('new');
  const setMaking = (on: boolean) => setParams(on ? { new: '' } : {}, { replace: true });
  const [words, setWords] = useState('');
  const [sort, setSort] = useState<SortKey>('edited');
  const [tag, setTag] = useState<string>();
  const file = useRef<HTMLInputElement>(null);
  const newButton = useRef<HTMLButtonElement>(null);
  const navigate = useNavigate();
  // The letters are there at once; the cards follow.
  const wanted = useDeferredValue(words);
  const shown = useMemo(
    () => arrange(cards ?? [], { words: wanted, sort, tag }),
    [cards, wanted, sort, tag],
  );
  const tags = useMemo(() => tagsOf(cards ?? []), [cards]);
  const closeNew = useCallback(() => {
    setParams({}, { replace: true });
    newButton.current?.focus();
  }, [setParams]);

  const bring = async (files: readonly File[]) => {
    if (files.length === 0) return;
    const { give } = await import('../bring/given.ts');
    give(files);
    navigate('/bring');
  };

  return (
    <div className="mx-auto w-full max-w-[1240px] px-[22px] py-4 max-sm:px-3">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="text-title">Shelf</h1>
        <Link
          to="/safe"
          title="Backup, what was deleted, room in this browser"
          className="mr-auto inline-flex h-9 items-center gap-1.5 rounded-lg px-2 text-quiet hover:bg-band hover:text-ink"
        >
          <ShieldCheck aria-hidden size={17} /> Safekeeping
        </Link>
        {deleted > 0 ? (
          <Suspense>
            <DeletedPanel count={deleted} />
          </Suspense>
        ) : null}
        {cards && cards.length > 0 ? (
          <Button
            title="What to practise today: begins at once"
            onClick={() => navigate('/log?begin')}
          >
            <Play aria-hidden size={16} /> Practise today
          </Button>
        ) : null}
        <Button onClick={() => file.current?.click()}>
          <FolderInput aria-hidden size={17} /> Bring in a file
        </Button>
        <Button ref={newButton} look="go" aria-expanded={making} onClick={() => setMaking(!making)}>
          <Plus aria-hidden size={17} /> New rhythm
        </Button>
        <input
          ref={file}
          type="file"
          accept={ACCEPTED}
          multiple
          hidden
          data-testid="bring-in"
          onChange={(event) => {
            void bring([...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
      </div>
      {making ? (
        <Suspense>
          <NewRhythm
            key={params.get('cycle')}
            named={params.get('cycle') ?? undefined}
            onClose={closeNew}
          />
        </Suspense>
      ) : null}
      {cards && cards.length > 0 ? (
        <Suspense>
          <BackupReminder />
        </Suspense>
      ) : null}
      {status === 'failed' ? (
        <div className="mt-3">
          <Notice>{storageSentence(error)}</Notice>
        </div>
      ) : null}
      {cards && cards.length > 0 ? (
        <div className="mt-3 flex flex-wrap items-center gap-2">
          <label className="relative">
            <span className="sr-only">Search the Shelf</span>
            <Search aria-hidden size={16} className="absolute top-2.5 left-2.5 text-quiet" />
            <Field
              type="search"
              value={words}
              placeholder="Name, layer, instrument, tag"
              className="w-64 bg-card pr-2 pl-8"
              onChange={(event) => setWords(event.target.value)}
            />
          </label>
          <label>
            <span className="sr-only">Sort by</span>
            <Select
              value={sort}
              className="bg-card"
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
            </Select>
          </label>
          {tags.slice(0, MOST_TAGS).map((one) => (
            <Button
              key={one}
              look={tag === one ? 'on' : 'plain'}
              aria-pressed={tag === one}
              onClick={() => setTag(tag === one ? undefined : one)}
            >
              {one}
            </Button>
          ))}
          {cards.length > 20 ? (
            <span role="status" className="ml-auto text-quiet">
              {shown.length === cards.length
                ? `${cards.length} rhythms`
                : `${shown.length} of ${cards.length}`}
            </span>
          ) : null}
        </div>
      ) : null}
      {cards?.length === 0 ? <EmptyShelf onNew={() => setMaking(true)} /> : null}
      {cards && cards.length > 0 && shown.length === 0 ? (
        <p className="mt-8 text-lg text-quiet">
          Nothing on the Shelf fits. Search with fewer letters, or let the tag go.
        </p>
      ) : null}
      <CardList cards={shown} />
      {cards ? (
        <Suspense>
          <SetupList />
        </Suspense>
      ) : null}
    </div>
  );
}

function EmptyShelf({ onNew }: { readonly onNew: () => void }) {
  return (
    <div className="card mt-8 flex max-w-xl flex-col items-start gap-4 p-6">
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
            bringDemo(database).catch((error: unknown) => toast(storageSentence(error)));
          }}
        >
          Bring the five examples back
        </Button>
      </div>
    </div>
  );
}
