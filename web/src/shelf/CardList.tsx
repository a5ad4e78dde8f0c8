import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useRef, useState } from 'react';
import type { Card } from '../store/cards.ts';
import { useWidth } from '../ui/use-width.ts';
import { ShelfCard } from './ShelfCard.tsx';

const TWO_COLUMNS = 900;
const GAP = 16;
/** What a card is taken to be high before it was seen. */
const USUAL_HEIGHT = 260;

/** Cards in one or two columns; only those in sight, and a few around them, are there. */
export function CardList({ cards }: { readonly cards: readonly Card[] }) {
  const list = useRef<HTMLUListElement>(null);
  const width = useWidth(list);
  const lanes = width >= TWO_COLUMNS ? 2 : 1;
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    const element = list.current;
    if (element) setTop(element.getBoundingClientRect().top + window.scrollY);
  });
  const virtualizer = useWindowVirtualizer({
    count: width > 0 ? cards.length : 0,
    lanes,
    estimateSize: () => USUAL_HEIGHT,
    gap: GAP,
    overscan: 2,
    scrollMargin: top,
    getItemKey: (index) => cards[index]?.id ?? index,
  });
  return (
    <ul ref={list} className="relative mt-4" style={{ height: virtualizer.getTotalSize() }}>
      {virtualizer.getVirtualItems().map((item) => {
        const card = cards[item.index];
        if (!card) return null;
        return (
          <li
            key={item.key}
            ref={virtualizer.measureElement}
            data-index={item.index}
            aria-setsize={cards.length}
            aria-posinset={item.index + 1}
            className="absolute top-0"
            style={{
              width: `calc((100% - ${(lanes - 1) * GAP}px) / ${lanes})`,
              left: item.lane === 0 ? 0 : `calc((100% + ${GAP}px) / 2)`,
              transform: `translateY(${item.start - top}px)`,
            }}
          >
            <ShelfCard card={card} />
          </li>
        );
      })}
    </ul>
  );
}
