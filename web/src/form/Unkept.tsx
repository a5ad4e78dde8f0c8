import { useNavigate } from 'react-router';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { announce } from '../ui/live.tsx';
import { Notice } from '../ui/Notice.tsx';
import type { OpenedForm } from './context.ts';
import { takeFormAway } from './files.ts';
import { useFormState } from './use-form.ts';

/** What could not be kept, with the ways on. */
export function Unkept({ opened }: { readonly opened: OpenedForm }) {
  const { document, form, rhythms } = opened;
  const navigate = useNavigate();
  const { save } = useFormState(document);
  if (save.status === 'failed')
    return (
      <Notice
        actions={
          <>
            <Button onClick={() => document.tryAgain()}>Try again now</Button>
            <Button onClick={() => takeFormAway(form, rhythms, 'json')}>
              Take it away as a file
            </Button>
          </>
        }
      >
        {save.message.replaceAll('rhythm', 'form')}
      </Notice>
    );
  if (save.status !== 'elsewhere') return null;
  return (
    <Notice
      actions={
        <>
          <Button onClick={() => document.takeTheirs()}>Take the newer one</Button>
          <Button
            onClick={() => {
              const id = crypto.randomUUID();
              document.keepAsCopy(id).then(
                () => navigate(`/form/${id}`),
                (error: unknown) => announce(storageSentence(error)),
              );
            }}
          >
            Keep mine as a copy
          </Button>
        </>
      }
    >
      This form was changed in another tab. What you do here is not kept until you choose.
    </Notice>
  );
}
