import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { judge } from '../ear/index.ts';
import { asking, FOURS } from '../ear/run.testkit.ts';
import { judgedOf } from './index.ts';

const { named, run, play } = asking(FOURS, 4);
const judgement = judge(run(play({ seed: 3 })));

/** What is kept of a run whose divisions came out so. */
function kept(...ratios: readonly (number | undefined)[]) {
  const { ratio: _, ...one } = nth(judgement.evenness, 0);
  const evenness = ratios.map((ratio) => (ratio === undefined ? one : { ...one, ratio }));
  return judgedOf({ ...judgement, evenness }, 80, 'up', [[], ['spread']], named);
}

describe('what is kept of a judged run', () => {
  it('is the division farthest from even, to whichever side', () => {
    expect(kept(1.1, 0.7, undefined, 1.3).evenness).toBe(0.7);
    expect(kept(0.9, 1.3, 0.8).evenness).toBe(1.3);
    expect(kept(undefined)).not.toHaveProperty('evenness');
  });

  it('is how many passes were clean', () => {
    expect(kept(1)).toMatchObject({ cleanPasses: 1, verdict: 'up', bpm: 80 });
  });
});
