import type { Passage } from '@stride/core/passage';
import type { Rhythm } from '@stride/core/rhythm';
import { Download } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { lazy, Suspense, useState } from 'react';
import type { Mix } from '../store/db.ts';
import { MENU } from '../ui/menu.ts';
import { screenElement } from '../ui/screen.ts';

const Forms = lazy(() => import('./Forms.tsx'));
const LinkDialog = lazy(() => import('../link/LinkDialog.tsx'));
const SoundDialog = lazy(() => import('./SoundDialog.tsx'));
const LostDialog = lazy(() => import('./LostDialog.tsx'));
const LinePicture = lazy(() => import('./LinePicture.tsx'));

/** What lies over the page after something was chosen. */
type Over =
  | { readonly what: 'link' | 'picture'; readonly rhythm: Rhythm }
  | { readonly what: 'sound'; readonly rhythm: Rhythm; readonly chosen: Passage | undefined }
  | { readonly what: 'lost'; readonly suffix: string; readonly lost: readonly string[] };

const ITEM = 'cursor-pointer rounded-lg px-3 py-2 outline-none data-highlighted:bg-band';

interface TakeAwayProps {
  /** What is taken away, as it is when it is asked for. */
  readonly rhythm: () => Rhythm;
  /** What is chosen in it, where something can be. */
  readonly chosen?: () => Passage | undefined;
  /** How it is heard where it comes from. */
  readonly mix: Mix;
}

/** Gives the rhythm to the player as a file, as sound, or as a link. */
export function TakeAway({ rhythm, chosen, mix }: TakeAwayProps) {
  const [over, setOver] = useState<Over>();
  const close = () => setOver(undefined);
  return (
    <>
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger
          data-reach="take-away"
          aria-label="Take away as a file"
          title="Take away as a file"
          className="inline-flex h-9 items-center rounded-lg px-2 text-quiet hover:bg-band hover:text-ink"
        >
          <Download aria-hidden size={18} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal container={screenElement()}>
          <DropdownMenu.Content
            align="end"
            // Where it is higher than the screen, the keyboard scrolls it before an item is chosen.
            tabIndex={0}
            className={`${MENU} max-h-[var(--radix-dropdown-menu-content-available-height)] w-80 overflow-y-auto`}
          >
            <Suspense fallback={<p className="px-3 py-2 text-quiet">Opening …</p>}>
              <Forms
                itemLook={ITEM}
                rhythm={rhythm}
                onLost={(suffix, lost) => setOver({ what: 'lost', suffix, lost })}
              />
            </Suspense>
            <DropdownMenu.Item
              className={ITEM}
              onSelect={() => setOver({ what: 'sound', rhythm: rhythm(), chosen: chosen?.() })}
            >
              <span className="font-semibold">As sound or notes</span>{' '}
              <span className="font-mono text-sm">.wav .mid</span>
              <span className="block text-sm text-quiet">
                To play along with: a stretch of it or all, without a player, or climbing by itself.
              </span>
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className={ITEM}
              onSelect={() => setOver({ what: 'picture', rhythm: rhythm() })}
            >
              <span className="font-semibold">The line as a picture</span>{' '}
              <span className="font-mono text-sm">.svg</span>
              <span className="block text-sm text-quiet">
                Sharp at any size. Whole pages, also as PNG, are made by Sheet.
              </span>
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className={ITEM}
              onSelect={() => setOver({ what: 'link', rhythm: rhythm() })}
            >
              <span className="font-semibold">As a link</span>
              <span className="block text-sm text-quiet">
                All of it in an address, and as a drawing that a phone reads.
              </span>
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Suspense>
        {over?.what === 'link' ? (
          <LinkDialog what={{ kind: 'rhythm', rhythm: over.rhythm }} onClose={close} />
        ) : over?.what === 'sound' ? (
          <SoundDialog rhythm={over.rhythm} chosen={over.chosen} mix={mix} onClose={close} />
        ) : over?.what === 'picture' ? (
          <LinePicture rhythm={over.rhythm} onDone={close} />
        ) : over?.what === 'lost' ? (
          <LostDialog suffix={over.suffix} lost={over.lost} onClose={close} />
        ) : null}
      </Suspense>
    </>
  );
}
