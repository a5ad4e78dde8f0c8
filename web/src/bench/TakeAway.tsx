import { FORMATS } from '@stride/core/formats';
import type { Rhythm } from '@stride/core/rhythm';
import { Download } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { lazy, Suspense, useState } from 'react';
import type { RhythmDocument } from '../store/document.ts';
import { MENU } from '../ui/menu.ts';
import { screenElement } from '../ui/screen.ts';
import { takeAway } from './take-away.ts';

const LinkDialog = lazy(() => import('../link/LinkDialog.tsx'));

/** Gives the rhythm to the player as a file, or as a link. */
export function TakeAway({ document }: { readonly document: RhythmDocument }) {
  const [linking, setLinking] = useState<Rhythm>();
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
          <DropdownMenu.Content align="end" className={`${MENU} w-72`}>
            {FORMATS.map((format) => (
              <DropdownMenu.Item
                key={format.suffix}
                className="cursor-pointer rounded-lg px-3 py-2 outline-none data-highlighted:bg-band"
                onSelect={() => takeAway(document.getState().history.present.rhythm, format)}
              >
                <span className="font-mono font-semibold">.{format.suffix}</span>
                <span className="block text-sm text-quiet">{format.note}</span>
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Item
              className="cursor-pointer rounded-lg px-3 py-2 outline-none data-highlighted:bg-band"
              onSelect={() => setLinking(document.getState().history.present.rhythm)}
            >
              <span className="font-semibold">As a link</span>
              <span className="block text-sm text-quiet">
                All of it in an address, and as a drawing that a phone reads.
              </span>
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {linking ? (
        <Suspense>
          <LinkDialog
            what={{ kind: 'rhythm', rhythm: linking }}
            onClose={() => setLinking(undefined)}
          />
        </Suspense>
      ) : null}
    </>
  );
}
