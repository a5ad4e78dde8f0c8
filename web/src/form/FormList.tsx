import { playedOut, rhythmsOf } from '@stride/core/form';
import { counted } from '@stride/core/wording';
import { FolderInput, Plus, Trash2 } from 'lucide-react';
import { useRef } from 'react';
import { Link, useNavigate } from 'react-router';
import { useOffers } from '../app/offers.ts';
import { give } from '../bring/given.ts';
import { database } from '../store/db.ts';
import { discard } from '../store/discard.ts';
import { bringSet, putForm } from '../store/forms.ts';
import { forms } from '../store/open-forms.ts';
import { storageSentence } from '../store/rhythms.ts';
import { useRecentRhythms } from '../store/use-store.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { Select } from '../ui/Select.tsx';
import { useStore } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';
import { useTitle } from '../ui/use-title.ts';
import { formFromRhythm } from './new-form.ts';

const failed = (error: unknown) => toast(storageSentence(error));

/** All forms, and ways to begin one. */
export function FormList() {
  useTitle('Form');
  const navigate = useNavigate();
  const all = useStore(forms);
  const rhythms = useRecentRhythms();
  const file = useRef<HTMLInputElement>(null);
  const begin = (rhythmId: string) => {
    const rhythm = rhythms.find(({ id }) => id === rhythmId)?.rhythm;
    if (!rhythm) return;
    const form = formFromRhythm(rhythm, crypto.randomUUID());
    putForm(database, form).then(() => navigate(`/form/${form.id}`), failed);
  };
  const look = () => {
    bringSet(database).then((id) => navigate(`/form/${id}`), failed);
  };
  useOffers('Form', () => [
    { label: 'The set of the Lantern Street Players', also: 'demo example form', run: look },
    { label: 'Bring in a form', also: 'open import file', run: () => file.current?.click() },
  ]);
  const isEmpty = all?.length === 0;
  return (
    <div className="mx-auto flex w-full max-w-[1000px] flex-1 flex-col gap-4 px-[22px] py-4 max-sm:px-3">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="mr-2 text-title">Form</h1>
        <label className="flex min-w-0 flex-wrap items-center gap-2 text-note">
          <Plus aria-hidden size={17} /> Begin one from
          <Select
            aria-label="Begin a form from a rhythm"
            value=""
            className="max-w-56 min-w-0 bg-card"
            onChange={(event) => begin(event.target.value)}
          >
            <option value="">a rhythm …</option>
            {rhythms.map(({ id, rhythm }) => (
              <option key={id} value={id}>
                {rhythm.name}
              </option>
            ))}
          </Select>
        </label>
        <Button onClick={() => file.current?.click()}>
          <FolderInput aria-hidden size={17} /> Bring in
        </Button>
        <input
          ref={file}
          type="file"
          multiple
          hidden
          aria-label="Form file"
          accept=".stride,.json,text/plain,application/json"
          onChange={(event) => {
            give([...(event.target.files ?? [])]);
            navigate('/bring');
            event.target.value = '';
          }}
        />
      </div>
      {isEmpty ? (
        <Card className="flex flex-col items-start gap-3 p-5">
          <p className="max-w-[60ch]">
            A form says what is played when: which pattern goes under which part of a piece, who
            enters where, who calls, how one tempo becomes the next. It is drawn like a page of
            music, checked while you write it, played, and printed as a cue sheet for each player.
          </p>
          <Button look="go" className="h-auto! min-h-9 py-1 whitespace-normal!" onClick={look}>
            Look at the set of the Lantern Street Players
          </Button>
        </Card>
      ) : null}
      <ul className="flex flex-col gap-2">
        {all?.map(({ id, form }) => (
          <li key={id}>
            <Card className="flex items-center gap-3 px-4 py-3">
              <Link to={`/form/${id}`} className="min-w-0 flex-1 hover:text-go">
                <span className="block truncate font-title text-lead font-bold">{form.name}</span>
                <span className="block truncate text-note text-quiet">
                  {counted(playedOut(form).length, 'section')},{' '}
                  {counted(form.players.length, 'player')}, from{' '}
                  {counted(rhythmsOf(form).length, 'rhythm')}
                </span>
              </Link>
              <IconButton
                label={`Take ${form.name} away`}
                onClick={() => void discard('form', id, form.name)}
              >
                <Trash2 aria-hidden size={18} />
              </IconButton>
            </Card>
          </li>
        ))}
      </ul>
      {all && all.length > 0 && !all.some(({ id }) => id === 'lantern-set') ? (
        <p>
          <Button look="quiet" onClick={look}>
            Look at the set of the Lantern Street Players
          </Button>
        </p>
      ) : null}
    </div>
  );
}
