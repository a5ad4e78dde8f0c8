import { type Finding, plain, touching } from './finding.ts';
import type { Subject } from './subject.ts';

const TOGETHER = { figure: 'together' } as const;

/** How many strokes fall with those of each other layer. */
export function togetherFindings({ rhythm, index, line, shared }: Subject): readonly Finding[] {
  const { slots } = line;
  if (slots.length === 0) return [];
  const findings: Finding[] = [];
  rhythm.layers.forEach((other, at) => {
    if (at === index || other.strokes.length === 0) return;
    const met = shared[at];
    findings.push(
      met && met.count > 0
        ? touching(
            `${met.count} of ${slots.length} strokes fall with ${other.name}.`,
            () => met.slots,
            TOGETHER,
          )
        : plain(`Never falls with ${other.name} the first time round.`),
    );
  });
  return findings;
}
