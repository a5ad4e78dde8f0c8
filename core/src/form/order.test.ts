import { describe, expect, it } from 'vitest';
import { formOf } from './fixture.testkit.ts';
import { playedOut } from './index.ts';

const section = (name: string) => `section ${name}\ncycle 3+3+2\nturns 2\nlevel plain`;
const ABCD = ['A', 'B', 'C', 'D'].map(section).join('\n');
const names = (order: string) =>
  playedOut(formOf(ABCD, order)).map(({ section: { name }, round }) => `${name}${round}`);

describe('sections in order', () => {
  it('are played as they stand, and again where they stand again', () => {
    expect(names('then A\nthen B\nthen A')).toEqual(['A1', 'B1', 'A1']);
    const played = playedOut(formOf(ABCD, 'then A\nthen B\nthen A'));
    expect(played.map(({ time, times }) => [time, times])).toEqual([
      [1, 2],
      [1, 1],
      [2, 2],
    ]);
  });

  it('in a repeat have first and second endings', () => {
    expect(names('repeat 2\nthen A\nthen B : 1\nthen C : 2\nend\nthen D')).toEqual([
      'A1',
      'B1',
      'A2',
      'C2',
      'D1',
    ]);
    expect(names('repeat 3\nthen A\nthen B : 1 2\nend')).toEqual(['A1', 'B1', 'A2', 'B2', 'A3']);
  });
});
