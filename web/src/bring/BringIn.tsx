import type { Form } from '@stride/core/form';
import { counted } from '@stride/core/wording';
import { useQuery } from '@tanstack/react-query';
import { FolderInput, X } from 'lucide-react';
import { useRef } from 'react';
import { Link, useNavigate } from 'react-router';
import { database, openSafely } from '../store/db.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { useStore } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';
import { useTitle } from '../ui/use-title.ts';
import { ACCEPTED } from './accepted.ts';
import { type Given, give, given, letGo, MOST_FILES } from './given.ts';
import { Look } from './Look.tsx';
import { NotesItem } from './NotesItem.tsx';
import { bringWorker, type Found, readGiven } from './reading.ts';
import { type Coming, takeFormIn, takeIn } from './take-in.ts';

/** Files that were given, looked at before they are taken in. */
export function BringIn() {
  useTitle('Bring in');
  const files = useStore(given);
  const input = useRef<HTMLInputElement>(null);
  const choose = (
    <Button look={files.length === 0 ? 'go' : 'plain'} onClick={() => input.current?.click()}>
      <FolderInput aria-hidden size={17} /> Choose files
    </Button>
  );
  return (
    <div className="mx-auto flex w-full max-w-[1240px] flex-col gap-4 px-[22px] py-4 max-sm:px-3">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="mr-auto text-title">Bring in</h1>
        {files.length > 1 ? (
          <Button look="quiet" onClick={() => given.set([])}>
            Leave all
          </Button>
        ) : null}
        {files.length > 0 ? choose : null}
        <input
          ref={input}
          type="file"
          multiple
          hidden
          accept={ACCEPTED}
          data-testid="bring-files"
          onChange={(event) => {
            const over = give([...(event.target.files ?? [])]);
            if (over > 0) toast(`${MOST_FILES} files are looked at together; ${over} were left.`);
            event.target.value = '';
          }}
        />
      </div>
      {files.length === 0 ? (
        <Card className="flex max-w-3xl flex-col items-start gap-3 p-6">
          <p className="text-lg">
            Drop files on any screen, paste a text, or choose files here. Each is drawn and can be
            heard before it is taken in; nothing that is on the Shelf changes.
          </p>
          <ul className="list-disc pl-5 text-quiet">
            <li>rhythms and forms of this program: .stride, .json</li>
            <li>scores: MusicXML (.musicxml, .mxl), from programs that write notes</li>
            <li>MIDI files (.mid), from sequencers and drum machines</li>
            <li>
              recordings of one drum (.wav and what else this browser plays): strokes, tempo and
              turn are heard, and are a proposal
            </li>
          </ul>
          {choose}
        </Card>
      ) : null}
      {files.map((one) => (
        <Item key={one.key} of={one} />
      ))}
    </div>
  );
}

function Item({ of }: { readonly of: Given }) {
  const found = useQuery({
    queryKey: ['bring-read', of.key],
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
    queryFn: async () => {
      // A file may name instruments of one's own.
      await openSafely(database).catch(() => undefined);
      return readGiven(of);
    },
  });
  const leave = () => {
    void bringWorker.call((api) => api.close(of.key)).catch(() => undefined);
    letGo(of.key);
  };
  return (
    <Card aria-label={of.name} className="flex flex-col gap-3 px-[18px] py-4">
      <div className="flex items-start gap-2">
        <h2 className="mr-auto text-lg [overflow-wrap:anywhere]">{of.name}</h2>
        <IconButton label={`Leave ${of.name}`} onClick={leave}>
          <X aria-hidden size={18} />
        </IconButton>
      </div>
      {found.data ? (
        <What id={of.key} found={found.data} onLeave={leave} />
      ) : (
        <p className="text-quiet">Reading it …</p>
      )}
    </Card>
  );
}

interface WhatProps {
  readonly id: string;
  readonly found: Found;
  readonly onLeave: () => void;
}

function What({ id, found, onLeave }: WhatProps) {
  const navigate = useNavigate();
  /** The last file that waits leads on to what came of it; the others stay here. */
  const goOn = (to: string, isLast: boolean) => {
    const isAlone = given.now().length === 1;
    if (isLast) letGo(id);
    if (isLast && isAlone) navigate(to);
  };
  const take = async (coming: Coming, isLast = true): Promise<boolean> => {
    try {
      const [taken] = await takeIn([coming]);
      goOn(`/bench/${taken}/write`, isLast);
      return true;
    } catch (error) {
      toast(storageSentence(error));
      return false;
    }
  };
  switch (found.kind) {
    case 'refused':
      return (
        <div role="alert">
          <p>It was not brought in; nothing here was changed.</p>
          <ul className="list-disc pl-5">
            {found.messages.map((message) => (
              <li key={message}>{message}</li>
            ))}
          </ul>
        </div>
      );
    case 'library':
      return (
        <p>
          It is a whole library. Restore it on{' '}
          <Link to="/safe" className="underline">
            Safekeeping
          </Link>
          , which says before what would change.
        </p>
      );
    case 'rhythm':
      return (
        <>
          <h3 className="text-xl [overflow-wrap:anywhere]">{found.rhythm.name}</h3>
          {found.instruments.length > 0 ? (
            <p>It brings {found.instruments.map(({ name }) => name).join(', ')} with it.</p>
          ) : null}
          <Look rhythm={found.rhythm} onTake={() => void take(found)} onLeave={onLeave} />
        </>
      );
    case 'form':
      return (
        <FormLook
          {...found}
          onLeave={onLeave}
          onTake={() => {
            takeFormIn(found.form, found.rhythms, found.instruments).then(
              (form) => goOn(`/form/${form}`, true),
              (error: unknown) => toast(storageSentence(error)),
            );
          }}
        />
      );
    case 'notes':
      return <NotesItem id={id} about={found.about} onTake={take} onLeave={onLeave} />;
  }
}

interface FormLookProps extends Pick<Extract<Found, { kind: 'form' }>, 'rhythms' | 'notes'> {
  readonly form: Form;
  readonly onTake: () => void;
  readonly onLeave: () => void;
}

function FormLook({ form, rhythms, notes, onTake, onLeave }: FormLookProps) {
  return (
    <div className="flex flex-col gap-3">
      <p>
        <strong>{form.name}</strong>, a form: {counted(form.sections.length, 'section')},{' '}
        {counted(form.players.length, 'player')}
        {rhythms.length > 0
          ? `, with ${counted(rhythms.length, 'rhythm')}; those that are on the Shelf already stay as they are`
          : ''}
        .
      </p>
      <ol className="list-decimal pl-6">
        {form.sections.map(({ id, name, turns }) => (
          <li key={id}>
            {name}, {counted(turns, 'turn')}
          </li>
        ))}
      </ol>
      {notes.length > 0 ? (
        <ul className="list-disc pl-5">
          {notes.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      ) : null}
      <div className="flex flex-wrap gap-2">
        <Button look="go" onClick={onTake}>
          Put it among the forms
        </Button>
        <Button look="quiet" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </div>
  );
}
