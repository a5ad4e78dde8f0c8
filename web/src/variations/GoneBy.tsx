import type { Variation } from '@stride/core/rhythm';
import type { TurnTag } from '../bench/play-variations.ts';

/** So many of the turns are shown. */
const SHOWN = 24;

interface GoneByProps {
  readonly variations: readonly Variation[];
  /** The last of them is the one that is heard, while it plays. */
  readonly gone: readonly TurnTag[];
  readonly playing: boolean;
}

/** The turns that went by, each with the key of its variation, or a low bar for home. */
export function GoneBy({ variations, gone, playing }: GoneByProps) {
  const shown = gone.slice(-SHOWN);
  return (
    <ol aria-label="Turns that went by" className="flex min-h-9 flex-wrap items-end gap-1">
      {shown.map(({ turn, variation: id }, at) => {
        const variation = variations.find((one) => one.id === id);
        const isNow = playing && at === shown.length - 1;
        return (
          <li
            key={turn}
            aria-label={`turn ${turn + 1}: ${variation?.name ?? 'home'}`}
            className={`flex w-7 items-center justify-center rounded-md border font-title font-bold ${variation ? 'h-9 border-ink bg-ink text-card' : 'h-4 border-edge bg-band'} ${isNow ? 'outline-2 outline-offset-1 outline-[var(--now)]' : ''}`}
          >
            {variation ? (variation.key ?? variation.name.slice(0, 1)) : ''}
          </li>
        );
      })}
    </ol>
  );
}
