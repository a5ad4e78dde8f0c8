import { describe, expect, it } from 'vitest';
import { timeRhythm } from '../rhythm/index.ts';
import { scoreRhythm } from '../sound/index.ts';
import { drawOptional, homeTurns, keepLine, keepTurns } from './index.ts';
import { CALL, LIFT, read, STEPS, WALK } from './steps.testkit.ts';

/** A rhythm of one line of so many turns, each with its stroke at its beginning. */
const long = (turns: number) =>
  read(
    `rhythm A\ncycle 4\nlayer Drum : goblet drum\nplay ${Array(turns).fill('D . . .').join(' | ')}`,
  );

describe('where a variation stands', () => {
  it('is the turn it was kept from, among those of its line; anywhere where the line has one turn', () => {
    const placeOf = (turns: number, from: number) => {
      const kept = keepTurns(long(turns), ['layer-1'], from);
      return kept.ok ? kept.rhythm.variations?.at(-1)?.place : kept.message;
    };
    expect(placeOf(1, 0)).toBeUndefined();
    expect(placeOf(2, 1)).toEqual({ kind: 'turn', turn: 1, of: 2 });
    expect(placeOf(4, 2)).toEqual({ kind: 'turn', turn: 2, of: 4 });
    expect(placeOf(64, 63)).toEqual({ kind: 'turn', turn: 63, of: 64 });
    // A place is one among sixty-four turns at most.
    expect(placeOf(65, 3)).toBeUndefined();
  });

  it('is told by the turns of home that it takes', () => {
    expect(homeTurns(STEPS, LIFT)).toEqual([3]);
    expect(homeTurns(STEPS, WALK)).toEqual([0, 1]);
    expect(homeTurns(STEPS, CALL)).toEqual([0]);
    expect(homeTurns(STEPS, { ...LIFT, place: undefined })).toEqual([0]);
  });

  it('is nowhere for a line on another instrument', () => {
    const rhythm = long(2);
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    expect(keepLine(rhythm, { ...layer, instrument: 'hand-bell', strokes: [] }, 'A').ok).toBe(
      false,
    );
  });
});

describe('strokes that may be left out', () => {
  const rhythm = read('rhythm A\ncycle 4\nlayer Drum : goblet drum\nplay D T? T? D');
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const score = scoreRhythm(rhythm, timed.timing);
  const turn = { score, startTicks: 0, endTicks: score.lengthTicks } as Parameters<
    typeof drawOptional
  >[0];
  const played = (how: 'always' | 'never' | 'drawn', at = 0) =>
    drawOptional(turn, how, 7, at).score.events.filter(({ layer }) => layer === 'layer-1').length;

  it('are always played, never, or drawn anew in every turn', () => {
    expect(drawOptional(turn, 'always', 7, 0)).toBe(turn);
    expect([played('always'), played('never')]).toEqual([4, 2]);
    const drawn = Array.from({ length: 40 }, (_, at) => played('drawn', at));
    expect(new Set(drawn)).toEqual(new Set([2, 3, 4]));
    expect(drawn).toEqual(Array.from({ length: 40 }, (_, at) => played('drawn', at)));
  });
});
