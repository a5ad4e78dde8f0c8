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
