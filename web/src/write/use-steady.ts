import { useMemo, useRef } from 'react';
import type { SlotRef } from '../strideline/SlotGrid.tsx';
import type { LineCommands } from './line.ts';

/** What the pointer does on the line, as functions that stay the same while the line changes. */
export function useSteady(commands: LineCommands) {
  const latest = useRef(commands);
  latest.current = commands;
  return useMemo(
    () => ({
      pick: (at: SlotRef, extend = false) => latest.current.choose(at.layer, at.slot, extend),
      weigh: (...given: Parameters<LineCommands['weigh']>) => latest.current.weigh(...given),
      slide: (...given: Parameters<LineCommands['slide']>) => latest.current.slide(...given),
    }),
    [],
  );
}
