import { Link } from 'react-router';
import { listSetups } from '../store/setups.ts';
import { useLive } from '../store/use-live.ts';

const SCREENS = { crossing: 'Crossing', landing: 'Landing' } as const;

/** Set-ups of Crossing and Landing that were kept under a name. */
export default function SetupList() {
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
