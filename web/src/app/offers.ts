import { useEffect } from 'react';
import { useLatest } from '../ui/use-latest.ts';

/** Something that can be done on the screen that is shown, for Find anything. */
export interface Offer {
  readonly label: string;
  /** Other words it is looked for by. */
  readonly also?: string;
  /** The key that does the same. */
  readonly keys?: string | undefined;
  readonly run: () => void;
}

export interface Offers {
  readonly group: string;
  readonly offers: readonly Offer[];
}

/** What the mounted parts of the screen offer; asked only when somebody looks. */
const offering = new Set<() => Offers>();

/** What can be done now, as long as the component is shown. */
export function useOffers(group: string, offers: () => readonly Offer[]): void {
  const latest = useLatest(offers);
  useEffect(() => {
    const now = () => ({ group, offers: latest.current() });
    offering.add(now);
    return () => {
      offering.delete(now);
    };
  }, [group, latest]);
}

export function offersNow(): readonly Offers[] {
  return [...offering].map((now) => now());
}
