import { Bookmark, Link2, Trash2 } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { discard } from '../store/discard.ts';
import type { SetupRecord } from '../store/records.ts';
import { storageSentence } from '../store/rhythms.ts';
import { keepSetup, listSetups } from '../store/setups.ts';
import { useLive } from '../store/use-live.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { Panel } from '../ui/Panel.tsx';
import { toast } from '../ui/toasts.ts';
import { UNREADABLE_SETUP } from './use-opened-setup.ts';

const LinkDialog = lazy(() => import('../link/LinkDialog.tsx'));

interface SetupPanelProps<T> {
  readonly screen: SetupRecord['screen'];
  /** What the screen is set up as now. */
  readonly value: T;
  readonly usualName: string;
  readonly check: (value: unknown) => T | undefined;
  readonly onOpen: (value: T) => void;
}

/** What a screen is set up as: kept under a name, opened again. */
export function SetupPanel<T>({ screen, value, usualName, check, onOpen }: SetupPanelProps<T>) {
  const [open, setOpen] = useState(false);
  const [linking, setLinking] = useState(false);
  return (
    <>
      <Panel
        label="Set-ups"
        align="end"
        width={360}
        open={open}
        onOpenChange={setOpen}
        trigger={
          <Button look="quiet" title="Keep this set-up under a name, or open one">
            <Bookmark aria-hidden size={16} /> Set-ups
          </Button>
        }
      >
        <Setups
          screen={screen}
          value={value}
          usualName={usualName}
          onOpen={(given) => {
            const read = check(given);
            if (read) onOpen(read);
            else toast(UNREADABLE_SETUP);
            setOpen(false);
          }}
          onLink={() => {
            setOpen(false);
            setLinking(true);
          }}
        />
      </Panel>
      {linking ? (
        <Suspense>
          <LinkDialog
            what={{ kind: screen, name: usualName, setup: value }}
            onClose={() => setLinking(false)}
          />
        </Suspense>
      ) : null}
    </>
  );
}

interface SetupsProps extends Pick<SetupPanelProps<unknown>, 'screen' | 'value' | 'usualName'> {
  readonly onOpen: (value: unknown) => void;
  readonly onLink: () => void;
}

function Setups(props: SetupsProps) {
  const { screen, value, usualName, onOpen, onLink } = props;
  const kept = useLive((db) => listSetups(db, screen), screen);
  const [name, setName] = useState('');
  const keep = () => {
    keepSetup(screen, name.trim() || usualName, value).then(
      (said) => {
        setName('');
        toast(said);
      },
      (error: unknown) => toast(storageSentence(error)),
    );
  };
  return (
    <>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <label className="flex min-w-0 flex-1 flex-col gap-1 text-sm text-quiet">
          Keep what is set up here as
          <Field
            value={name}
            maxLength={80}
            placeholder={usualName}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <Button type="submit">Keep</Button>
      </form>
      <p>
        <Button look="quiet" onClick={onLink}>
          <Link2 aria-hidden size={16} /> What is set up here as a link
        </Button>
      </p>
      {kept?.length === 0 ? (
        <p className="text-sm text-quiet">
          None is kept yet. What is kept stands here and on the Shelf, with its sounds and words.
        </p>
      ) : null}
      <ul className="flex max-h-80 flex-col gap-1 overflow-y-auto">
        {kept?.map((one) => (
          <li key={one.id} className="flex items-center gap-2">
            <Button
              look="quiet"
              className="min-w-0 flex-1 justify-start!"
              onClick={() => onOpen(one.value)}
            >
              <span className="truncate">{one.name}</span>
            </Button>
            <IconButton
              label={`Delete ${one.name}`}
              onClick={() => void discard('set-up', one.id, one.name)}
            >
              <Trash2 aria-hidden size={16} />
            </IconButton>
          </li>
        ))}
      </ul>
    </>
  );
}
