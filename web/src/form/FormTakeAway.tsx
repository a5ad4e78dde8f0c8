import { performForm } from '@stride/core/form';
import type { Performance } from '@stride/core/sound';
import { DropdownMenu } from 'radix-ui';
import { lazy, Suspense, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { MENU, MENU_ITEM } from '../ui/menu.ts';
import { fileName, saveFile } from '../ui/save-file.ts';
import type { OpenedForm } from './context.ts';
import { takeFormAway } from './files.ts';

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
  const [lost, setLost] = useState<readonly string[]>([]);
  const takeScore = async () => {
    const { writeFormXml } = await import('@stride/core/musicxml');
    const written = writeFormXml(laid);
    saveFile(
      written.text,
      `${fileName(form.name)}.musicxml`,
      'application/vnd.recordare.musicxml+xml',
    );
    setLost(written.lost);
  };
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button className="h-10!">Take away</Button>
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
