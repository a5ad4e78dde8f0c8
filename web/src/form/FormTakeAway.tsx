import { performForm } from '@stride/core/form';
import type { Performance } from '@stride/core/sound';
import { DropdownMenu } from 'radix-ui';
import { lazy, Suspense, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { MENU, MENU_ITEM } from '../ui/menu.ts';
import { fileName, saveFile } from '../ui/save-file.ts';
import { toast } from '../ui/toasts.ts';
import type { OpenedForm } from './context.ts';
import { takeFormAway } from './files.ts';
import { formWorker } from './use-form.ts';

const PlayedDialog = lazy(() => import('../takeaway/PlayedDialog.tsx'));
const LostDialog = lazy(() => import('../takeaway/LostDialog.tsx'));

interface FormTakeAwayProps {
  readonly opened: Pick<OpenedForm, 'form' | 'laid' | 'rhythms'>;
  /** Opens it as text, to type on. */
  readonly onText: () => void;
}

/** What is taken away of a form: as files, as a score, as sound or notes, on paper. */
export function FormTakeAway({ opened, onText }: FormTakeAwayProps) {
  const { form, laid, rhythms } = opened;
  const [played, setPlayed] = useState<Performance>();
  const [isWriting, setWriting] = useState(false);
  const [lost, setLost] = useState<readonly string[]>([]);
  const takeScore = async () => {
    setWriting(true);
    try {
      const written = await formWorker.call((api) => api.score(form, [...rhythms.values()]));
      const name = `${fileName(form.name)}.musicxml`;
      saveFile(written.text, name, 'application/vnd.recordare.musicxml+xml');
      setLost(written.lost);
    } catch {
      toast('The score could not be written. Try it again, or take the form away as .json.');
    } finally {
      setWriting(false);
    }
  };
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button className="h-10!" disabled={isWriting}>
            {isWriting ? 'Writing …' : 'Take away'}
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" sideOffset={6} className={MENU}>
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => onText()}>
              As text, to type on …
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className={MENU_ITEM}
              onSelect={() => takeFormAway(form, rhythms, 'stride')}
            >
              .stride: the form as text
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className={MENU_ITEM}
              onSelect={() => takeFormAway(form, rhythms, 'json')}
            >
              .json: with the rhythms it plays from
            </DropdownMenu.Item>
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => void takeScore()}>
              A score (.musicxml), a part for each player
            </DropdownMenu.Item>
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => setPlayed(performForm(laid))}>
              As sound or notes (.wav, .mid) …
            </DropdownMenu.Item>
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => window.print()}>
              Print
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {played ? (
        <Suspense>
          <PlayedDialog
            title="As sound or notes"
            performance={played}
            onClose={() => setPlayed(undefined)}
          />
        </Suspense>
      ) : null}
      {lost.length > 0 ? (
        <Suspense>
          <LostDialog suffix="musicxml" lost={lost} onClose={() => setLost([])} />
        </Suspense>
      ) : null}
    </>
  );
}
