import { type Finding, plain, touching } from './finding.ts';
import type { Subject } from './subject.ts';

/** How many strokes fall with those of each other layer. */
export function togetherFindings({ rhythm, index, line, shared }: Subject): readonly Finding[] {
  const { slots } = line;
  if (slots.length === 0) return [];
  return rhythm.layers.flatMap((other, at): Finding[] => {
    if (at === index || other.strokes.length === 0) return [];
    const met = shared[at];
    if (!met || met.count === 0)
      return [plain(`Never falls with ${other.name} the first time round.`)];
    return [
      touching(
        `${met.count} of ${slots.length} strokes fall with ${other.name}.`,
        () => met.slots,
        { figure: 'together' },
      ),
    ];
  });
}
