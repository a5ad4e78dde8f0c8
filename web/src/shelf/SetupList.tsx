import { useEffect } from 'react';
import { Link } from 'react-router';
import { listSetups } from '../store/setups.ts';
import { useLive } from '../store/use-live.ts';
import { toast } from '../ui/toasts.ts';
import { useLatest } from '../ui/use-latest.ts';

const SCREENS = { crossing: 'Crossing', landing: 'Landing' } as const;

interface SetupListProps {
  /** Takes files in that the system hands over. */
  readonly onFiles: (files: readonly File[]) => void;
}

/** What some browsers hand to an installed program that the system opens files with. */
interface LaunchQueue {
  setConsumer(take: (given: { readonly files?: readonly FileSystemFileHandle[] }) => void): void;
}

/** Set-ups of Crossing and Landing that were kept under a name; and what the system opens comes in here. */
export default function SetupList({ onFiles }: SetupListProps) {
  const latest = useLatest(onFiles);
  useEffect(() => {
    const { launchQueue } = window as { launchQueue?: LaunchQueue };
    launchQueue?.setConsumer(({ files = [] }) => {
      if (files.length === 0) return;
      Promise.all(files.map((one) => one.getFile())).then(
        (given) => latest.current(given),
        () => toast('The file that was to be opened could not be read. Bring it in by the button.'),
      );
    });
  }, [latest]);
  const kept = useLive((db) => listSetups(db)) ?? [];
  if (kept.length === 0) return null;
  return (
    <section aria-label="Set-ups" className="mt-5">
      <h2 className="text-lg">Set-ups</h2>
      <ul className="mt-2 flex flex-wrap gap-2">
        {kept.map(({ id, screen, name, value }) => (
          <li key={id}>
            <Link
              to={`/${screen}`}
              state={{ setup: value }}
              className="card flex items-baseline gap-2 px-4 py-2 hover:border-faint"
            >
              <span className="font-semibold">{name}</span>
              <span className="text-sm text-quiet">{SCREENS[screen]}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
