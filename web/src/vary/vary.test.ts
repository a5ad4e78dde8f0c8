import { timeRhythm } from '@stride/core/rhythm';
import { applyChain } from '@stride/core/vary';
import { describe, expect, it } from 'vitest';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { keptChains } from './chains.ts';
import { partsOf } from './parts.ts';

const rhythm = DEMO_RHYTHMS[0] as (typeof DEMO_RHYTHMS)[number];

describe('the parts of a line that are varied alone', () => {
  it('are all of it, its halves and its turns, each by its name', () => {
    const timed = timeRhythm(rhythm);
    const grid = timed.ok ? timed.timing.layers[1] : undefined;
    if (!grid) throw new Error('no grid');
    const parts = partsOf({ ...rhythm, turns: [{ turn: 1, mark: 'answer' }] }, grid);
    expect(parts.map(({ key, name }) => [key, name])).toEqual([
      ['all', 'all of it'],
      ['first', 'the first half'],
      ['second', 'the second half'],
      ['turn 1', 'turn 1'],
      ['turn 2', 'answer'],
    ]);
    // A move of the second turn leaves the first as it was.
    const second = applyChain(rhythm, 1, [{ move: 'swap', settings: {} }], parts[4]?.stretch);
    const first = (of: typeof rhythm) => of.layers[1]?.strokes.filter(({ slot }) => slot < 8);
    expect(second && first(second.rhythm)).toEqual(first(rhythm));
    expect(second?.layer.strokes).not.toEqual(rhythm.layers[1]?.strokes);
  });
});

describe('chains that the tab kept', () => {
  it('are taken where they are chains, and nothing where they are something else', () => {
    const chains = { 'a/b/all': [{ move: 'shift', settings: { by: 2 } }] };
    expect(keptChains(JSON.stringify(chains))).toEqual(chains);
    expect(keptChains(null)).toEqual({});
    expect(keptChains('{')).toEqual({});
    expect(keptChains('{"a":[{"move":"jump","settings":{}}]}')).toEqual({});
  });
});
