import { useTitle } from '../ui/use-title.ts';
import { BackupCard } from './BackupCard.tsx';
import { StorageCard } from './StorageCard.tsx';
import { TrashCard } from './TrashCard.tsx';

/** Where the library lies, how it is backed up, and what was deleted. */
export function Safe() {
  useTitle('Safekeeping');
  return (
    <div className="mx-auto flex w-full max-w-[1240px] flex-col gap-4 px-[22px] py-4 max-sm:px-3">
      <h1 className="text-title">Safekeeping</h1>
      <div className="grid grid-cols-2 items-start gap-4 max-lg:grid-cols-1">
        <BackupCard />
        <StorageCard />
      </div>
      <TrashCard />
    </div>
  );
}
