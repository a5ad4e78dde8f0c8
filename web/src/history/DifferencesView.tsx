import type { Rhythm } from '@stride/core/rhythm';
import { useMemo } from 'react';
import { CompareLines } from '../read/CompareLines.tsx';
import { differencesOf } from './differences.ts';

interface DifferencesViewProps {
  readonly before: Rhythm;
  readonly after: Rhythm;
  /** What is said where there are none. */
  readonly none: string;
}

/** How a rhythm differs from what it was: in sentences, and line over line. */
export function DifferencesView({ before, after, none }: DifferencesViewProps) {
  const { said, lines } = useMemo(() => differencesOf(before, after), [before, after]);
  if (said.length + lines.length === 0) return <p>{none}</p>;
  return (
    <>
      <ul>
        {said.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      {lines.map(({ sides, comparison, said: told }) => (
        <figure key={sides[1].layer.id} className="mt-2">
          <figcaption>{told.join(' ')}</figcaption>
          <CompareLines sides={sides} comparison={comparison} lit={undefined} />
        </figure>
      ))}
    </>
  );
}
