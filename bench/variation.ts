import { readRhythm } from '@stride/core/text';
import { sharesOf, turnsByPlan, USUAL_PLAN } from '@stride/core/variation';
import { combinationsOf } from '@stride/core/vary';
import type { Figure } from './figure.ts';

const LINE = Array(4).fill('X X? X? X?').join(' / ');
const PLAIN = Array(4).fill('X . X .').join(' / ');

/** A line of which a dozen strokes may be left out, and three variations with shares and places. */
const { rhythm } = readRhythm(`rhythm A
cycle 4x4
layer X : claves
play ${LINE}
variation A
share 1/16
on 4 of 4
in X
play ${PLAIN}
variation B
share 1/8
in X
play ${PLAIN} | ${PLAIN}
variation C
share 3/16
in X
play ${PLAIN}
`);
const TURNS = 10_000;
const SEEDS = 20;

/** Every set of what may be left out, and how well mixes keep what was set. */
export function variationFigures(): Figure[] {
  const start = performance.now();
  const first = combinationsOf(rhythm, 0).length;
  const cold = performance.now() - start;
  const mixes = performance.now();
  let off = 0;
  let broken = 0;
  for (let seed = 1; seed <= SEEDS; seed += 1) {
    const turns = turnsByPlan(rhythm, { ...USUAL_PLAN, way: 'mixed', seed }, TURNS);
    const { variations = [] } = rhythm;
    sharesOf(variations).forEach((share, at) => {
      const had = turns.filter(({ variation }) => variation === variations[at]).length / TURNS;
      off = Math.max(off, Math.abs(had - share));
    });
    broken += turns.filter(
      ({ turn, variation, part }, at) =>
        (part === 0 && variation !== undefined && turns[at - 1]?.variation !== undefined) ||
        (variation?.name === 'A' && turn % 4 !== 3),
    ).length;
  }
  const each = (performance.now() - mixes) / SEEDS;
  return [
    {
      what: `every set of twelve strokes that may be left out (${first.toLocaleString('en')}), made, read and sorted, the first time`,
      value: `${cold.toFixed(0)} ms`,
      limit: '300 ms',
      ok: cold < 300 && first === 4096,
    },
    {
      what: `${SEEDS} mixes of ${TURNS.toLocaleString('en')} turns: farthest from a share; turns against the rules`,
      value: `${(off * 100).toFixed(2)} %; ${broken} (${each.toFixed(0)} ms a mix)`,
      limit: '1 %, none',
      ok: off < 0.01 && broken === 0,
    },
  ];
}
