import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { drawnTurns, type Geometry, layOut, pointAt } from './geometry.ts';

function laidOut(text: string, width: number): Geometry & { turns: number } {
  const { rhythm, problems } = readRhythm(text);
  expect(problems).toEqual([]);
  const result = timeRhythm(rhythm);
  if (!result.ok) throw new Error(result.message);
  return {
    ...layOut(rhythm, result.timing, { width, labels: 100 }),
    turns: drawnTurns(result.timing),
  };
}

const TURN = 'X . X . / X . X . / X . X . / X . X .';
const long = `rhythm A\ncycle 4x4\nlayer B : hand bell\n${Array(6).fill(`play ${TURN}`).join('\n')}`;

describe('layOut', () => {
  it('wraps turns that do not fit, each turn once and none cut', () => {
    const wide = laidOut(long, 1240);
    const narrow = laidOut(long, 390);
    expect(wide.systems.length).toBeLessThan(narrow.systems.length);
    for (const geometry of [wide, narrow]) {
      const turns = geometry.systems.flatMap((system) =>
        Array.from({ length: system.turns }, (_, index) => system.firstTurn + index),
      );
      expect(turns).toEqual([0, 1, 2, 3, 4, 5]);
    }
    expect(narrow.systems).toHaveLength(6);
  });

  it('keeps every slot inside the drawing, in order from left to right', () => {
    const geometry = laidOut(long, 800);
    let before = { top: -1, x: -1 };
    for (let ticks = 0; ticks < geometry.turns * geometry.turnTicks; ticks += 1) {
      const point = pointAt(geometry, ticks);
      expect(point).toBeDefined();
      if (!point) return;
      expect(point.x).toBeGreaterThanOrEqual(geometry.left);
      expect(point.x).toBeLessThan(geometry.width);
      if (point.system.top === before.top) expect(point.x).toBeGreaterThan(before.x);
      else expect(point.system.top).toBeGreaterThan(before.top);
      before = { top: point.system.top, x: point.x };
    }
  });

  it('gives room below the line only where a left hand or syllables need it', () => {
    const bell = laidOut(`rhythm A\ncycle 4x4\nlayer B : hand bell\nplay ${TURN}`, 900);
    const left = laidOut(
      `rhythm A\ncycle 4x4\nlayer B : hand bell\nplay ${TURN}\nhand each R L`,
      900,
    );
    expect(left.height).toBeGreaterThan(bell.height + 30);
  });
});

describe('folded turns, names and melodies', () => {
  const { rhythm } = readRhythm(
    `rhythm A\ncycle 4x2\nturn 2 answer\nlayer D : two-pitch bell\nplay ${Array(4).fill('L . H . / L . H H').join(' | ')}`,
  );
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const lay = (folded: readonly number[], width = 900) =>
    layOut(rhythm, timed.timing, { width, labels: 0, folded: new Set(folded) });
  const turnsOf = (folded: readonly number[], width?: number) =>
    lay(folded, width).systems.map(({ firstTurn, turns }) => [firstTurn, turns]);

  it('a folded turn is left out and ends its row', () => {
    expect(turnsOf([], 4000)).toEqual([[0, 4]]);
    expect(turnsOf([1], 4000)).toEqual([
      [0, 1],
      [2, 2],
    ]);
    expect(turnsOf([0], 300)).toEqual([
      [1, 1],
      [2, 1],
      [3, 1],
    ]);
  });

  it('has no point for a moment in a folded turn', () => {
    const geometry = lay([1], 4000);
    const { turnTicks } = geometry;
    expect(pointAt(geometry, turnTicks * 1.5)).toBeUndefined();
    expect(pointAt(geometry, turnTicks * 2.5)?.system.firstTurn).toBe(2);
  });

  it('something stays in sight when all are folded', () => {
    expect(turnsOf([0, 1, 2, 3])).toHaveLength(1);
  });

  it('leaves room for the names of turns and for the melody of several pitches', () => {
    const plain = layOut({ ...rhythm, turns: undefined } as never, timed.timing, {
      width: 900,
      labels: 0,
    });
    expect(lay([]).countHeight).toBeGreaterThan(plain.countHeight);
    expect(lay([]).bands[0]?.melody?.drums).toBe(2);
  });
});
