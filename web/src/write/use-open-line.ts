import { useLayoutEffect, useMemo, useState } from 'react';
import { usePlayer } from '../audio/use-player.ts';
import { useBenchPart, useOpenBench } from '../bench/context.ts';
import type { BenchState, OpenBench } from '../bench/open-bench.ts';
import { callsVariation } from '../bench/play-variations.ts';
import { loopOwner } from '../bench/use-playing.ts';
import { useRecut } from '../store/recut.ts';
import { slotElementId } from '../strideline/SlotGrid.tsx';
import type { StrideLineProps } from '../strideline/StrideLine.tsx';
import { useStoreInHand } from '../ui/store.ts';
import { afterPaint } from '../ui/use-after-paint.ts';
import { useFocusKept } from '../ui/use-focus-kept.ts';
import { useLatest } from '../ui/use-latest.ts';
import type { Line } from './line.ts';
import { onLineKey } from './line-keys.ts';
import { handOn, type OpenLine, openLine } from './open-line.ts';
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

/** The line under the hand: all that is drawn for the frame of a stroke hangs on it. The component follows it. */
export function useLineInHand(open: OpenLine) {
  const { muted } = useBenchPart(useOpenBench(), mutedOf);
  const line = useStoreInHand(open);
  useSlotFocus(line);
  const { rhythm, chosen, ranges } = line;
  const player = usePlayer();
  const playing = player.status === 'playing' && player.owner === loopOwner(rhythm);
  const hand = useMemo(() => handOn(open), [open]);
  const choice: StrideLineProps['choice'] = {
    ...hand,
    at: chosen,
    ranges,
    onKeyDown: (event) => {
      // While it plays a variation is called from here too.
      if (!playing || !callsVariation(rhythm, event)) onLineKey(open.now(), event);
    },
  };
  return { line, muted, playing, hand, choice };
}

const mutedOf = ({ muted }: BenchState) => ({ muted });

/**
 * The chosen slot takes the focus after a command: from another slot when its frame has been painted, since the browser looks
 * through the page for it, and else at once, as from a slot that an undo took away. A click has focused it already.
 */
function useSlotFocus({ rhythm, chosen, asked }: Line): void {
  const slotElement = () => document.getElementById(slotElementId(rhythm.id, chosen));
  const latest = useLatest(slotElement);
  useLayoutEffect(() => {
    if (asked === 0) return;
    const from = document.activeElement;
    const take = () => latest.current()?.focus();
    if (!from || !isSlot(from)) return queueMicrotask(take);
    return afterPaint(() => {
      // Something else may have been asked for in the meantime.
      if (document.activeElement === from) take();
    });
  }, [asked, latest]);
  useFocusKept(isSlot, slotElement);
}

const isSlot = (element: Element) => element.matches('[data-slot]');
