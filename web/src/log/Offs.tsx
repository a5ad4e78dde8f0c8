import { Card } from '../ui/Card.tsx';
import type { RunsView } from './views.ts';

/** What rushes and what drags, over all the runs that are looked at. */
export function Offs({ offs }: Pick<RunsView, 'offs'>) {
  return (
    <Card aria-label="What rushes, over all" className="p-4">
      <h2 className="text-lead">What rushes and what drags, over all</h2>
      {offs.length === 0 ? (
        <p className="text-note text-quiet">
          No stroke was off the same way in three runs and in every fourth of its line.
        </p>
      ) : (
        <ul className="mt-1 flex flex-col gap-0.5 text-note">
          {offs.map(({ line, name, bias, runs, of }) => (
            <li key={`${line} ${name}`}>
              {line}: the {name} comes {Math.round(Math.abs(bias) * 1000)} ms{' '}
              {bias < 0 ? 'early' : 'late'} in {runs} of {of} runs.
            </li>
          ))}
        </ul>
      )}
    </Card>
  );
}
