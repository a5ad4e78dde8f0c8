import { GitFork } from 'lucide-react';
import { Link } from 'react-router';
import type { Card } from '../store/cards.ts';
import { useShelf } from '../store/use-store.ts';
import { Panel } from '../ui/Panel.tsx';
import type { Descent } from './descent.ts';

interface FamilyProps {
  readonly card: Card;
  readonly tree: Descent | undefined;
}

/** Which rhythm this one was varied from and which from it, as a tree. */
export default function Family({ card, tree }: FamilyProps) {
  const { id, name, origin } = card;
  const parent = useShelf().cards?.find((one) => one.id === origin?.rhythm);
  return (
    <>
      {origin ? (
        <p className="text-sm text-quiet">
          from {parent?.name ?? 'a rhythm that is gone'}
          {origin.by ? `: ${origin.by}` : ''}
        </p>
      ) : null}
      {tree ? (
        <Panel
          label={`Family of ${name}`}
          align="start"
          width={380}
          trigger={
            <button
              type="button"
              className="relative z-10 inline-flex items-center gap-1.5 rounded-lg px-1.5 py-1 text-sm text-quiet hover:bg-band hover:text-ink"
            >
              <GitFork aria-hidden size={15} /> Family of {sizeOf(tree)}
            </button>
          }
        >
          <ul className="text-note">
            <Branch tree={tree} here={id} />
          </ul>
        </Panel>
      ) : null}
    </>
  );
}

function sizeOf({ children }: Descent): number {
  return children.reduce((sum, one) => sum + sizeOf(one), 1);
}

function Branch({ tree, here }: { readonly tree: Descent; readonly here: string }) {
  const { card, children } = tree;
  return (
    <li>
      {card.id === here ? (
        <b aria-current="true">{card.name}</b>
      ) : (
        <Link to={`/bench/${encodeURIComponent(card.id)}/write`} className="underline">
          {card.name}
        </Link>
      )}
      {card.origin?.by ? <span className="text-quiet"> {card.origin.by}</span> : null}
      {children.length > 0 ? (
        <ul className="ml-2 border-l border-edge pl-3">
          {children.map((one) => (
            <Branch key={one.card.id} tree={one} here={here} />
          ))}
        </ul>
      ) : null}
    </li>
  );
}
