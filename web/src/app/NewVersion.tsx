import { useState } from 'react';
import { player } from '../audio/the-player.ts';
import { usePlayer } from '../audio/use-player.ts';
import { somethingIsAtStake } from '../store/at-stake.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/toasts.ts';
import { isQuiet } from './is-quiet.ts';
import { takeNewVersion, useNewVersion } from './offline.ts';

/** Says that a new version waits, and offers it while nothing plays. */
export default function NewVersion() {
  const worker = useNewVersion();
  const { status } = usePlayer();
  const [isTaking, setTaking] = useState(false);

  async function take(newer: ServiceWorker) {
    if (somethingIsAtStake()) {
      toast('Something here is not kept yet: keep it first, or let it go.');
      return;
    }
    setTaking(true);
    await takeNewVersion(newer, () => isQuiet(player));
    setTaking(false);
  }

  if (!worker || status !== 'idle') return null;
  return (
    <section
      aria-label="New version"
      className="mx-[22px] mt-3 flex flex-wrap items-center gap-3 rounded-xl border border-edge bg-card px-4 py-2 print:hidden"
    >
      <p className="min-w-0 flex-1 basis-60">
        A new version of the program is here. It is taken when you close this one and start it
        again.
      </p>
      <Button disabled={isTaking} onClick={() => void take(worker)}>
        {isTaking ? 'Taking it …' : 'Take it now'}
      </Button>
    </section>
  );
}
