import { Copy, Trash2 } from 'lucide-react';
import { lazy, memo, type ReactNode, Suspense, useMemo } from 'react';
import { Link } from 'react-router';
import type { Card } from '../store/cards.ts';
import { database } from '../store/db.ts';
import { loadRhythm, newRecord, putRhythms, storageSentence } from '../store/rhythms.ts';
import { useRhythmOf, useShelf } from '../store/use-store.ts';
import { Boundary } from '../ui/Boundary.tsx';
import { toast } from '../ui/toasts.ts';
import { BrokenRhythm } from './BrokenRhythm.tsx';
import { descentOf } from './descent.ts';

/** Takes a rhythm from the Shelf; what knows the open ones is fetched when it is wanted. */
const take = async (id: string, name: string) =>
  (await import('../store/take-from-shelf.ts')).takeFromShelf(id, name);

/** The card is there before its drawing: what draws is fetched after what is read first. */
const CardLine = lazy(() => import('./CardLine.tsx'));
const Family = lazy(() => import('./Family.tsx'));

/** One rhythm on the Shelf. */
export const ShelfCard = memo(function ShelfCard({ card }: { readonly card: Card }) {
  const { id, name } = card;
  async function onDuplicate(): Promise<void> {
    try {
      const loaded = await loadRhythm(database, id);
      if (loaded.status !== 'found') {
        toast(`${name} cannot be opened, so it was not duplicated. Make a repaired copy of it.`);
        return;
      }
      const { rhythm, drafts } = loaded.record;
      const copy = { ...rhythm, id: crypto.randomUUID(), name: `${name.slice(0, 110)} (copy)` };
      await putRhythms(database, [{ ...newRecord(copy), drafts }]);
      toast(`${copy.name} stands beside it.`, () => {
        void take(copy.id, copy.name);
      });
    } catch (error) {
      toast(storageSentence(error));
    }
  }
  return (
    <article className="card relative p-4 focus-within:border-faint hover:border-faint">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="min-w-0 text-xl [overflow-wrap:anywhere]">
          <Link
            to={`/bench/${encodeURIComponent(id)}/write`}
            className="after:absolute after:inset-0 after:rounded-2xl after:content-['']"
          >
            {name}
          </Link>
        </h2>
        <span className="text-quiet">{card.cycle}</span>
        <span className="ml-auto text-quiet">
          {card.bpm === card.target
            ? `${card.target} a minute`
            : `${card.bpm} now, ${card.target} to reach`}
        </span>
      </div>
      <Boundary
        fallback={<p className="text-warn">This rhythm cannot be drawn.</p>}
        key={card.revision}
      >
        <Preview card={card} />
      </Boundary>
      <Descended card={card} />
      <div className="flex items-center gap-1 text-sm text-quiet">
        <p className="mr-auto min-w-0">
          {card.layers}
          {card.unfinished ? ' · a typed line is not finished' : ''}
          {card.tags.length > 0 ? ` · ${card.tags.join(', ')}` : ''}
        </p>
        <CardButton label={`Duplicate ${name}`} onClick={() => void onDuplicate()}>
          <Copy aria-hidden size={16} />
        </CardButton>
        <CardButton label={`Delete ${name}`} onClick={() => void take(id, name)}>
          <Trash2 aria-hidden size={16} />
        </CardButton>
      </div>
    </article>
  );
});

/** Its family, where it has one. */
function Descended({ card }: { readonly card: Card }) {
  const { cards } = useShelf();
  const tree = useMemo(() => cards && descentOf(cards, card.id), [cards, card.id]);
  if (!tree && !card.origin) return null;
  return (
    <Suspense fallback={null}>
      <Family card={card} tree={tree} />
    </Suspense>
  );
}

/** The first layers and rows of the rhythm, read when the card comes into sight. */
function Preview({ card }: { readonly card: Card }) {
  const loaded = useRhythmOf(card);
  const rhythm = loaded?.status === 'found' ? loaded.record.rhythm : undefined;
  if (loaded?.status === 'broken') {
    return <BrokenRhythm name={card.name} messages={loaded.messages} data={loaded.data} />;
  }
  const blank = <div className="h-40" />;
  if (!rhythm) return blank;
  return (
    <Suspense fallback={blank}>
      <CardLine rhythm={rhythm} />
    </Suspense>
  );
}

interface CardButtonProps {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

/** A button that lies over the link which covers the whole card. */
function CardButton({ label, onClick, children }: CardButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className="relative z-10 flex size-9 items-center justify-center rounded-lg hover:bg-band hover:text-ink"
      onClick={onClick}
    >
      {children}
    </button>
  );
}
