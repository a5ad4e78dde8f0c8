import type { Rhythm } from '@stride/core/rhythm';
import { Link } from 'react-router';
import { useShelf } from '../store/use-store.ts';

/** So many of those that came from a rhythm are named. */
const MOST = 8;

/** Which rhythm this one came from, and which came from it: the way up and down its tree. */
export function Lineage({ rhythm }: { readonly rhythm: Rhythm }) {
  const { cards = [] } = useShelf();
  const { origin } = rhythm;
  const parent = cards.find(({ id }) => id === origin?.rhythm);
  const children = cards.filter((card) => card.origin?.rhythm === rhythm.id);
  if (!origin && children.length === 0) return null;
  return (
    <p className="text-note text-quiet">
      {origin ? (
        <>
          From {parent ? <To id={parent.id} name={parent.name} /> : 'a rhythm that is gone'}
          {origin.by ? `: ${origin.by}` : ''}.{' '}
        </>
      ) : null}
      {children.length > 0 ? (
        <>
          From it came{' '}
          {children.slice(0, MOST).map(({ id, name }, at) => (
            <span key={id}>
              {at > 0 ? ', ' : ''}
              <To id={id} name={name} />
            </span>
          ))}
          {children.length > MOST ? ` and ${children.length - MOST} more` : ''}.
        </>
      ) : null}
    </p>
  );
}

function To({ id, name }: { readonly id: string; readonly name: string }) {
  return (
    <Link to={`/bench/${encodeURIComponent(id)}/vary`} className="text-ink underline">
      {name}
    </Link>
  );
}
