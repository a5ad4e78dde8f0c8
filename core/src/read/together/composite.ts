import { type Lines, onsetsOnce, type Timing } from '../../rhythm/index.ts';
import type { Ticks } from '../../time/index.ts';
import { strides } from '../line/strides.ts';

/** One moment at which something sounds. */
export interface Meeting {
  readonly ticks: Ticks;
  /** Indices of the layers that sound there, ascending. */
  readonly layers: readonly number[];
}

/** All layers as one line. */
export interface Composite {
  readonly meetings: readonly Meeting[];
  readonly strides: readonly Ticks[];
}

/** The composite (the resultant) of a rhythm until it comes round, or of some of its layers. */
export function composite(
  lines: Lines,
  timing: Timing,
  include: (layer: number) => boolean = () => true,
): Composite {
  const at = new Map<Ticks, Set<number>>();
  for (const { ticks, layer } of onsetsOnce(lines, timing)) {
    if (!include(layer)) continue;
    const here = at.get(ticks);
    if (here) here.add(layer);
    else at.set(ticks, new Set([layer]));
  }
  const meetings = [...at]
    .map(([ticks, layers]) => ({ ticks, layers: [...layers].sort((a, b) => a - b) }))
    .sort((a, b) => a.ticks - b.ticks);
  return {
    meetings,
    strides: strides(
      meetings.map((meeting) => meeting.ticks),
      timing.fullTicks,
    ),
  };
}
