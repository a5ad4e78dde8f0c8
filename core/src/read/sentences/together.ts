import { type Finding, plain } from './finding.ts';
import type { Subject } from './subject.ts';

/** How many strokes fall with those of each other layer. */
export function togetherFindings({ rhythm, index, line, shared }: Subject): readonly Finding[] {
  const { slots } = line;
  if (slots.length === 0) return [];
  return rhythm.layers.flatMap((other, at): Finding[] => {
    if (at === index || other.strokes.length === 0) return [];
    const met = shared[at]?.slots ?? [];
    if (met.length === 0) return [plain(`Never falls with ${other.name} the first time round.`)];
    return [
      plain(`${met.length} of ${slots.length} strokes fall with ${other.name}.`, met, 'together'),
    ];
  });
}
