import {
  EXACT,
  type Flaw,
  type Judgement,
  keepRun,
  type Named,
  type Verdict,
} from '../ear/index.ts';
import { sayStroke } from '../read/index.ts';
import type { Bpm } from '../time/index.ts';
import type { Judged } from './run.ts';

/** Strokes that are kept as off: at most so many. */
const MOST_OFF = 3;

/** What the log keeps of a judged run. @param flaws of each pass */
export function judgedOf(
  judgement: Judgement,
  bpm: Bpm,
  verdict: Verdict,
  flaws: readonly (readonly Flaw[])[],
  named: Named,
): Judged {
  const cleanPasses = flaws.filter((found) => found.length === 0).length;
  const off = judgement.slots
    .flatMap(({ slot, bias, sameWay, asked, missed }) => {
      const isSteady = sameWay * 2 > asked - missed;
      return bias !== undefined && Math.abs(bias) > EXACT && isSteady ? [{ slot, bias }] : [];
    })
    .sort((a, b) => Math.abs(b.bias) - Math.abs(a.bias))
    .slice(0, MOST_OFF)
    .map((one) => ({ ...one, name: sayStroke(named, one.slot) }));
  const ratios = judgement.evenness.flatMap(({ ratio }) => ratio ?? []);
  const [evenness] = ratios.sort((a, b) => Math.abs(Math.log(b)) - Math.abs(Math.log(a)));
  return {
    ...keepRun(judgement, bpm, cleanPasses === flaws.length),
    verdict,
    cleanPasses,
    ...(evenness === undefined ? {} : { evenness }),
    off,
  };
}
