import { useQuery, useQueryClient } from '@tanstack/react-query';
import { formatDistance } from 'date-fns';
import { ArchiveRestore, Download, FolderSync } from 'lucide-react';
import { useRef, useState } from 'react';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Notice } from '../ui/Notice.tsx';
import { toast } from '../ui/toasts.ts';
import { askLibrary } from './ask-library.ts';
import { backUpToFile, backUpToFolder, lastBackup } from './backup.ts';
import { canUseFolder, chooseFolder, folderInUse, forgetFolder, mayWrite } from './folder.ts';
import type { Looked } from './library-api.ts';
import { Rehearsal } from './Rehearsal.tsx';

/** The largest file that is read as a backup, in bytes. */
const MOST = 1_500_000_000;

/** The whole library as one file: taken away, kept in a folder, brought back. */
export function BackupCard() {
  const client = useQueryClient();
  const last = useQuery({ queryKey: ['backup', 'last'], queryFn: lastBackup });
  const folder = useQuery({
    queryKey: ['backup', 'folder'],
    queryFn: async () => {
      const used = await folderInUse();
      return used ? { name: used.name, allowed: await mayWrite(used, false) } : null;
    },
  });
  const [busy, setBusy] = useState<string>();
  const [looked, setLooked] = useState<Extract<Looked, { ok: true }>>();
  const [refused, setRefused] = useState<string>();
  const file = useRef<HTMLInputElement>(null);

  const run = (what: string, work: () => Promise<unknown>) => {
    setBusy(what);
    work()
      .catch((error: unknown) => toast(storageSentence(error)))
      .finally(() => {
        setBusy(undefined);
        void client.invalidateQueries({ queryKey: ['backup'] });
      });
  };
  const intoFolder = async () => {
    if (await backUpToFolder(true)) toast('The backup is in the folder.');
    else toast('The browser was not allowed to write into the folder: choose it once more.');
  };
  const look = async (given: File) => {
    setRefused(undefined);
    if (given.size > MOST) {
      setRefused(`${given.name} is larger than any backup: it was not read.`);
      return;
    }
    const bytes = new Uint8Array(await given.arrayBuffer());
    const answer = await askLibrary((api) => api.look(bytes));
    if (answer.ok) setLooked(answer);
    else setRefused(`${given.name} was not restored. ${answer.message}`);
  };
  const at = last.data?.at;
  const hasFolder = folder.data !== undefined && folder.data !== null;
  return (
    <Card aria-label="Backup" className="flex flex-col gap-3 px-[18px] py-4">
      <h2 className="text-xl">Backup</h2>
      <p>
        One file holds the whole library: rhythms as text to read, and everything as data: versions,
        forms, the log with its recordings, settings, what was deleted.
      </p>
      <p role="status">
        {busy ??
          (at === undefined
            ? 'There is no backup yet.'
            : `The last one was made ${formatDistance(at, Date.now(), { addSuffix: true })}${last.data?.where === 'folder' ? ', in the folder' : ''}.`)}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button
          look="go"
          disabled={busy !== undefined}
          onClick={() => run('Backing up …', () => backUpToFile())}
        >
          <Download aria-hidden size={17} /> Back up now
        </Button>
        <Button disabled={busy !== undefined} onClick={() => file.current?.click()}>
          <ArchiveRestore aria-hidden size={17} /> Restore from a file
        </Button>
        <input
          ref={file}
          type="file"
          accept=".zip,application/zip"
          hidden
          data-testid="restore"
          onChange={(event) => {
            const [given] = event.target.files ?? [];
            event.target.value = '';
            if (given) run('Looking at it …', () => look(given));
          }}
        />
      </div>
      {refused ? (
        <Notice actions={<Button onClick={() => setRefused(undefined)}>Close</Button>}>
          {refused} Nothing here was changed.
        </Notice>
      ) : null}
      {canUseFolder() ? (
        <div className="flex flex-wrap items-center gap-2 border-t border-edge pt-3">
          <p className="min-w-0 flex-1 basis-60">
            {folder.data
              ? folder.data.allowed
                ? `Each day you change something, a backup is written into the folder “${folder.data.name}”; the last ten stay.`
                : `The browser wants to be asked again before it writes into the folder “${folder.data.name}”: put one into it now.`
              : 'A folder of your choice, such as one that is copied to another machine, can have a backup each day by itself.'}
          </p>
          {hasFolder ? (
            <>
              <Button disabled={busy !== undefined} onClick={() => run('Backing up …', intoFolder)}>
                <FolderSync aria-hidden size={17} /> Into it now
              </Button>
              <Button look="quiet" onClick={() => run('', forgetFolder)}>
                No folder any more
              </Button>
            </>
          ) : (
            <Button
              disabled={busy !== undefined}
              onClick={() =>
                run('Backing up …', async () => {
                  if (await chooseFolder()) await intoFolder();
                })
              }
            >
              <FolderSync aria-hidden size={17} /> Choose a folder
            </Button>
          )}
        </div>
      ) : (
        <p className="border-t border-edge pt-3 text-sm text-quiet">
          This browser cannot write into a folder by itself; you are reminded on the Shelf when the
          last backup is two weeks old.
        </p>
      )}
      {looked ? <Rehearsal looked={looked} onClose={() => setLooked(undefined)} /> : null}
    </Card>
  );
}
