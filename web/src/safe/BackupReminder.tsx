import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/toasts.ts';
import { backUpToFile, reminder, remindLater } from './backup.ts';

/** Says when the last backup is old; nothing where it is not. */
export default function BackupReminder() {
  const client = useQueryClient();
  const said = useQuery({
    queryKey: ['backup', 'reminder'],
    queryFn: async () => (await reminder()) ?? null,
  });
  if (!said.data) return null;
  const then = (work: Promise<void>) =>
    void work
      .catch((error: unknown) => toast(storageSentence(error)))
      .finally(() => client.invalidateQueries({ queryKey: ['backup'] }));
  return (
    <section aria-label="Backup" className="card mt-3 flex flex-wrap items-center gap-3 px-4 py-3">
      <p className="min-w-0 flex-1 basis-60">
        {said.data}{' '}
        <Link to="/safe" className="underline underline-offset-4">
          How it is kept
        </Link>
      </p>
      <Button look="go" onClick={() => then(backUpToFile())}>
        Back up now
      </Button>
      <Button onClick={() => then(remindLater())}>Not this week</Button>
    </section>
  );
}
