import { checkRhythm, type Rhythm } from '@stride/core/rhythm';
import { canonical } from '@stride/core/safekeeping';
import { format, isToday, isYesterday } from 'date-fns';
import { Tag, Trash2 } from 'lucide-react';
import { useId, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { HearRhythm } from '../audio/HearRhythm.tsx';
import { keepAsNew } from '../bench/keep-as-new.ts';
import CardLine from '../shelf/CardLine.tsx';
import { database } from '../store/db.ts';
import type { RhythmDocument } from '../store/document.ts';
import { dropVersion, keepVersion, listHistory, nameVersion } from '../store/history.ts';
import type { HistoryRecord } from '../store/records.ts';
import { storageSentence } from '../store/rhythms.ts';
import { useLive } from '../store/use-live.ts';
import { useDocument } from '../store/use-open.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { Modal } from '../ui/Modal.tsx';
import { toast } from '../ui/toasts.ts';
import { DifferencesView } from './DifferencesView.tsx';

interface HistoryDialogProps {
  readonly document: RhythmDocument;
  readonly onClose: () => void;
}

const failed = (error: unknown) => toast(storageSentence(error));

/** Earlier versions of a rhythm: looked at, heard, compared, taken back. */
export default function HistoryDialog({ document, onClose }: HistoryDialogProps) {
  const now = useDocument(document, (state) => state.history.present.rhythm);
  const versions = useLive((db) => listHistory(db, document.id), document.id);
  const [chosen, setChosen] = useState<number>();
  const version = versions?.find(({ at }) => at === chosen) ?? versions?.[0];
  // What is kept may be anything, as ever.
  const rhythm = useMemo(() => {
    const checked = version && checkRhythm(version.rhythm);
    return checked?.ok ? checked.rhythm : undefined;
  }, [version]);
  return (
    <Modal title="Earlier versions" open onOpenChange={(open) => !open && onClose()}>
      <NameNow onName={(name) => keepVersion(database, { id: document.id, rhythm: now }, name)} />
      {versions?.length === 0 ? (
        <p className="mt-3 text-lg text-quiet">
          There is none yet. The rhythm as it stood is kept before an edit, at most once a minute;
          older ones are thinned. One with a name stays.
        </p>
      ) : null}
      {versions && version ? (
        <div className="mt-3 grid grid-cols-[230px_minmax(0,1fr)] gap-5 max-md:grid-cols-1">
          <VersionList versions={versions} chosen={version.at} onChoose={setChosen} />
          {rhythm ? (
            <Looked
              key={version.at}
              version={version}
              rhythm={rhythm}
              now={now}
              onBack={() => {
                const kept = document.edit(() => ({ ...rhythm, id: document.id }));
                if (!kept) return;
                onClose();
                toast('The rhythm is as it was then.', () => document.undo());
              }}
            />
          ) : (
            <p>This version cannot be read: the program that kept it was another one.</p>
          )}
        </div>
      ) : null}
    </Modal>
  );
}

/** When a version was made, as a player says it. */
function sayWhen(at: number): string {
  const time = format(at, 'HH:mm:ss');
  if (isToday(at)) return `Today, ${time}`;
  if (isYesterday(at)) return `Yesterday, ${time}`;
  return format(at, 'd MMMM yyyy, HH:mm');
}

function NameNow({ onName }: { readonly onName: (name: string) => Promise<void> }) {
  const [name, setName] = useState('');
  const id = useId();
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() === '') return;
        onName(name.trim()).then(() => setName(''), failed);
      }}
    >
      <label htmlFor={id} className="flex min-w-0 flex-col gap-1 text-sm text-quiet">
        Keep it as it is now, under a name
        <Field
          id={id}
          value={name}
          maxLength={80}
          placeholder="Before the lantern walk"
          className="w-72 max-w-full"
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <Button type="submit" disabled={name.trim() === ''}>
        Keep
      </Button>
    </form>
  );
}

interface VersionListProps {
  readonly versions: readonly HistoryRecord[];
  readonly chosen: number;
  readonly onChoose: (at: number) => void;
}

function VersionList({ versions, chosen, onChoose }: VersionListProps) {
  return (
    <ul
      aria-label="Versions"
      className="flex max-h-[60vh] flex-col gap-1 overflow-y-auto pr-1 max-md:max-h-40"
    >
      {versions.map(({ at, name }) => (
        <li key={at}>
          <button
            type="button"
            aria-pressed={at === chosen}
            className="w-full rounded-lg px-3 py-2 text-left hover:bg-band aria-pressed:bg-choice"
            onClick={() => onChoose(at)}
          >
            {name ? <span className="block truncate font-semibold">{name}</span> : null}
            <span className={name ? 'text-sm text-quiet' : ''}>{sayWhen(at)}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

interface LookedProps {
  readonly version: HistoryRecord;
  readonly rhythm: Rhythm;
  readonly now: Rhythm;
  readonly onBack: () => void;
}

function Looked({ version, rhythm, now, onBack }: LookedProps) {
  const navigate = useNavigate();
  const isSame = useMemo(() => canonical(rhythm) === canonical(now), [rhythm, now]);
  return (
    <section aria-label={version.name ?? sayWhen(version.at)} className="min-w-0">
      <div className="flex flex-wrap items-center gap-2">
        <HearRhythm owner={`version:${rhythm.id}`} rhythm={rhythm} />
        <Button disabled={isSame} onClick={onBack}>
          Take it back
        </Button>
        <Button
          onClick={() =>
            void keepAsNew(
              rhythm,
              rhythm,
              {
                what: `as of ${format(version.at, 'd MMMM')}`,
                by: 'an earlier version',
                stage: 'write',
              },
              navigate,
            )
          }
        >
          As a rhythm beside it
        </Button>
        <VersionName version={version} />
        <IconButton
          label="Delete this version"
          onClick={() => {
            dropVersion(database, version).then(
              (back) => toast('The version was deleted.', () => void back().catch(failed)),
              failed,
            );
          }}
        >
          <Trash2 aria-hidden size={17} />
        </IconButton>
      </div>
      <div className="mt-3">
        <CardLine rhythm={rhythm} />
      </div>
      <h3 className="mt-3 text-lg">What is otherwise now</h3>
      <DifferencesView
        before={rhythm}
        after={now}
        none="Nothing: this is the rhythm as it is now."
      />
    </section>
  );
}

/** The name of a version; without one it goes when its time comes. */
function VersionName({ version }: { readonly version: HistoryRecord }) {
  const [naming, setNaming] = useState(false);
  if (!naming) {
    return (
      <Button look="quiet" onClick={() => setNaming(true)}>
        <Tag aria-hidden size={15} /> {version.name ? 'Another name' : 'Name it'}
      </Button>
    );
  }
  return (
    <Field
      aria-label="Name of this version"
      autoFocus
      defaultValue={version.name ?? ''}
      maxLength={80}
      className="w-48"
      onBlur={(event) => {
        setNaming(false);
        nameVersion(database, version, event.target.value.trim()).catch(failed);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
      }}
    />
  );
}
