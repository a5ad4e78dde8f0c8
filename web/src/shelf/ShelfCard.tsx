import { type Rhythm, type Timing, timeRhythm } from '@stride/core/rhythm';
import { counted } from '@stride/core/wording';
import { Copy, Trash2 } from 'lucide-react';
import { memo, type ReactNode, useMemo } from 'react';
import { Link } from 'react-router';
import type { Card } from '../store/cards.ts';
import { database } from '../store/db.ts';
import { takeFromShelf } from '../store/deleted.ts';
import {
  deleteRhythm,
  loadRhythm,
  newRecord,
  putRhythms,
  storageSentence,
} from '../store/rhythms.ts';
import { useRhythmOf } from '../store/use-store.ts';
import { drawnTurns } from '../strideline/geometry.ts';
import { StrideLine } from '../strideline/StrideLine.tsx';
import { Boundary } from '../ui/Boundary.tsx';
import { toast } from '../ui/toasts.tsx';
import { BrokenRhythm } from './BrokenRhythm.tsx';

/** Layers and rows that a card draws; the rest is said. */
const LAYERS_DRAWN = 4;
const ROWS_DRAWN = 2;

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
        deleteRhythm(database, copy.id).catch((error: unknown) => toast(storageSentence(error)));
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
      <div className="flex items-center gap-1 text-sm text-quiet">
        <p className="mr-auto min-w-0">
          {card.layers}
          {card.unfinished ? ' · a typed line is not finished' : ''}
          {card.tags.length > 0 ? ` · ${card.tags.join(', ')}` : ''}
        </p>
        <CardButton label={`Duplicate ${name}`} onClick={() => void onDuplicate()}>
          <Copy aria-hidden size={16} />
        </CardButton>
        <CardButton label={`Delete ${name}`} onClick={() => void takeFromShelf(id, name)}>
          <Trash2 aria-hidden size={16} />
        </CardButton>
      </div>
    </article>
  );
});

/** The first layers and rows of the rhythm, read when the card comes into sight. */
function Preview({ card }: { readonly card: Card }) {
  const loaded = useRhythmOf(card);
  const rhythm = loaded?.status === 'found' ? loaded.record.rhythm : undefined;
  const shown = useMemo(() => rhythm && excerpt(rhythm), [rhythm]);
  if (loaded?.status === 'broken') {
    return <BrokenRhythm name={card.name} messages={loaded.messages} data={loaded.data} />;
  }
  if (!rhythm || !shown) return <div className="h-40" />;
  const more = [
    ...(shown.layers > 0 ? [counted(shown.layers, 'more layer')] : []),
    ...(shown.turns > ROWS_DRAWN * 2 ? [`${shown.turns} turns in all`] : []),
  ];
  return (
    <>
      <StrideLine rhythm={shown.rhythm} timing={shown.timing} scale={0.72} mostRows={ROWS_DRAWN} />
      {more.length > 0 ? <p className="text-sm text-quiet">{more.join(', ')}</p> : null}
    </>
  );
}

interface Excerpt {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  /** Layers that are not drawn. */
  readonly layers: number;
  readonly turns: number;
}

function excerpt(rhythm: Rhythm): Excerpt | undefined {
  const layers = rhythm.layers.slice(0, LAYERS_DRAWN);
  const few = layers.length === rhythm.layers.length ? rhythm : { ...rhythm, layers };
  const timed = timeRhythm(few);
  if (!timed.ok) return undefined;
  return {
    rhythm: few,
    timing: timed.timing,
    layers: rhythm.layers.length - layers.length,
    turns: drawnTurns(timed.timing),
  };
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
