import { Link, Navigate } from 'react-router';
import { useShelf } from '../store/use-store.ts';

/** The Bench without a rhythm named: the one that was edited last. */
export function LastBench() {
  const { cards, status } = useShelf();
  if (status === 'reading') return <p className="p-6 text-quiet">Opening …</p>;
  const last = cards?.[0];
  if (last) return <Navigate to={`/bench/${encodeURIComponent(last.id)}/write`} replace />;
  return (
    <p className="p-6 text-lg text-quiet">
      There is nothing on the Bench. Take a rhythm from the{' '}
      <Link to="/" className="underline">
        Shelf
      </Link>
      .
    </p>
  );
}
