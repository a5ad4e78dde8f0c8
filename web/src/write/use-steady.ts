import { useMemo } from 'react';
import type { SlotRef } from '../strideline/SlotGrid.tsx';
import { useLatest } from '../ui/use-latest.ts';
import type { LineCommands } from './line.ts';

/** What the pointer does on the line, as functions that stay the same while the line changes. */
export function useSteady(commands: LineCommands) {
  const latest = useLatest(commands);
  return useMemo(
    () => ({
      pick: (at: SlotRef, extend = false) => latest.current.choose(at.layer, at.slot, extend),
      place: (code: string) => latest.current.place(code),
      weigh: (...given: Parameters<LineCommands['weigh']>) => latest.current.weigh(...given),
      slide: (...given: Parameters<LineCommands['slide']>) => latest.current.slide(...given),
    }),
    [latest],
  );
}
