import { timeRhythm } from '@stride/core/rhythm';
import { applyChain } from '@stride/core/vary';
import { describe, expect, it } from 'vitest';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { newRecord } from '../store/rhythms.ts';
import { keptChains } from './chains.ts';
import { beatsOfLine, beatsPart, partsOf } from './parts.ts';
import { ownPhrases } from './phrases.ts';

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
    expect(parts.map(({ turns }) => turns)).toEqual([
      undefined,
      { from: 0, count: 1 },
      { from: 1, count: 1 },
      { from: 0, count: 1 },
      { from: 1, count: 1 },
    ]);
  });

  it('are some beats too, over the turns, never beyond the line', () => {
    const timed = timeRhythm(rhythm);
    const grid = timed.ok ? timed.timing.layers[1] : undefined;
    if (!grid) throw new Error('no grid');
    expect(beatsOfLine(grid)).toBe(6);
    // 3+3+2 twice: beats 3 and 4 are pulses 6 to 11.
    expect(beatsPart(rhythm, grid, { from: 2, to: 4 })).toMatchObject({
      name: 'beats 3 to 4',
      stretch: { from: { num: 6, den: 1 }, to: { num: 11, den: 1 } },
    });
    expect(beatsPart(rhythm, grid, { from: 9, to: 20 })).toMatchObject({ name: 'beat 6' });
  });
});

describe('phrases of one’s own', () => {
  it('are the turns of lines on the same instrument, variations and other rhythms with them', () => {
    const cobbles = DEMO_RHYTHMS.find(({ id }) => id === 'wet-cobbles');
    const [, line] = cobbles?.layers ?? [];
    if (!cobbles || !line) throw new Error('no cobbles');
    const copy = { ...cobbles, id: 'copy', name: 'Copy' };
    const shelf = [copy, rhythm].map((one) => newRecord(one, 1));
    const phrases = ownPhrases(cobbles, line, shelf);
    expect(phrases.map(({ name }) => name)).toEqual([
      'Cobbles, turn 1',
      'Cobbles, turn 2',
      'Round the corner, turn 1',
      'Stones held, turn 1',
      'Stones held, turn 2',
      'Cobbles of Copy, turn 1',
      'Cobbles of Copy, turn 2',
      'Round the corner of Copy, turn 1',
      'Stones held of Copy, turn 1',
      'Stones held of Copy, turn 2',
    ]);
    const [, , corner] = phrases;
    expect(corner?.rows).toBe('B! (t) / S S / S O S!');
    // It is what the move takes.
    const made = applyChain(
      cobbles,
      1,
      [{ move: 'phrase', settings: { rows: corner?.rows ?? '' } }],
      { from: { num: 0, den: 1 }, to: { num: 7, den: 1 } },
    );
    expect(made?.told).toEqual([[]]);
    expect(
      made?.layer.strokes
        .slice(0, 7)
        .map(({ kind }) => kind)
        .join(''),
    ).toBe('BtSSSOS');
  });
});

describe('chains that the tab kept', () => {
  it('are taken where they are chains, and nothing where they are something else', () => {
    const chains = { 'a/b/all': [{ move: 'shift', settings: { by: 2 } }] };
    expect(keptChains(JSON.stringify(chains))).toEqual(chains);
    expect(keptChains(undefined)).toEqual({});
    expect(keptChains('{')).toEqual({});
    expect(keptChains('{"a":[{"move":"jump","settings":{}}]}')).toEqual({});
  });
});
