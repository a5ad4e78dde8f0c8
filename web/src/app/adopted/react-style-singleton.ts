/** In place of the package of this name, which what keeps a page behind a dialog from scrolling is made with. */
import { useEffect } from 'react';
import { adopt } from './adopt.ts';

interface SheetProps {
  readonly styles: string;
  /** Others are followed only where that is asked for. */
  readonly dynamic?: boolean;
}

/** A component that brings styles, once for all who show it, as long as any of them is there. */
export function styleSingleton() {
  let count = 0;
  let leave: (() => void) | undefined;
  // biome-ignore lint/correctness/noComponentHookFactories: it is what the package makes
  return function Sheet({ styles, dynamic }: SheetProps) {
    // biome-ignore lint/correctness/useExhaustiveDependencies: see `dynamic`
    useEffect(() => {
      if (count === 0) leave = adopt(styles);
      count += 1;
      return () => {
        count -= 1;
        if (count === 0) leave?.();
      };
    }, [styles && dynamic]);
    return null;
  };
}
