import { useEffect, useState } from 'react';
import type { OpenBench } from '../bench/open-bench.ts';
import { useRecut } from '../store/recut.ts';
import { slotElementId } from '../strideline/SlotGrid.tsx';
import { useFocusKept } from '../ui/use-focus-kept.ts';
import { useLatest } from '../ui/use-latest.ts';
import type { Line } from './line.ts';
import { type OpenLine, openLine } from './open-line.ts';
import { usePaste } from './use-paste.ts';

/** The line of the open rhythm, as long as the stage is shown. The component does not follow it. */
export function useOpenLine(bench: OpenBench, onChoose?: () => void): OpenLine {
  const [recut] = useRecut();
  const latest = useLatest({ recut, onChoose });
  const [line] = useState(() =>
    openLine({
      bench,
      recut: () => latest.current.recut,
      onChoose: () => latest.current.onChoose?.(),
    }),
  );
  usePaste(line);
  return line;
}

/** The chosen slot takes the focus after a command, and from a slot that an undo took away; a click has focused it already. */
export function useSlotFocus({ rhythm, chosen, asked }: Line): void {
  const slotElement = () => document.getElementById(slotElementId(rhythm.id, chosen));
  const latest = useLatest(slotElement);
  useEffect(() => {
    if (asked > 0) latest.current()?.focus();
  }, [asked, latest]);
  useFocusKept((element) => element.matches('[data-slot]'), slotElement);
}
