import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import {
  drawnTurns,
  type Geometry,
  layOut,
  pointAt,
  roundsIn,
  sayStretch,
  turnsIn,
  xIn,
} from './geometry.ts';

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
    const narrow = laidOut(long, 450);
    expect(wide.systems.length).toBeLessThan(narrow.systems.length);
    for (const geometry of [wide, narrow]) {
      const turns = geometry.systems.flatMap((system) => turnsIn(geometry, system));
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

describe('a turn too long for a row', () => {
  /** The beats with which the rows of a turn begin, from 1. */
  const begins = (cycle: string, beat: string, beats: number, width: number, turns = 1) => {
    const turn = Array(beats).fill(beat).join(' / ');
    const geometry = laidOut(
      `rhythm A\ncycle ${cycle}\nlayer B : hand bell\nplay ${Array(turns).fill(turn).join(' | ')}`,
      width,
    );
    const perBeat = geometry.turnTicks / beats;
    return { geometry, beats: geometry.systems.map(({ from }) => from / perBeat + 1) };
  };

  it('is cut between its groups, and every slot has room', () => {
    const { geometry, beats } = begins('4x4, 4x4, 4x4, 4x4', 'X X X X', 16, 900);
    expect(beats).toEqual([1, 9]);
    expect(geometry.pxPerTick).toBeGreaterThan(18);
    const phone = begins('4x4, 4x4, 4x4, 4x4', 'X X X X', 16, 390);
    expect(phone.beats).toEqual([1, 5, 9, 13]);
    // The first group of a laghu and two pairs is as long as both pairs.
    expect(begins('4x4, 4x2, 4x2', 'X X X X X', 8, 700).beats).toEqual([1, 5]);
  });

  it('is cut between beats where it has one group, and not at all where it has one beat', () => {
    expect(begins('4x6', 'X X X X X X X X', 6, 700).beats).toEqual([1, 4]);
    expect(begins('24', 'X*24', 1, 390).beats).toEqual([1]);
  });

  it('begins each turn on a row of its own, said by its part', () => {
    const { geometry, beats } = begins('4x4, 4x4', 'X X X X', 8, 390, 2);
    expect(beats).toEqual([1, 5, 9, 13]);
    expect(geometry.systems.map((system) => sayStretch(geometry, system))).toEqual([
      'turn 1, part 1 of 2',
      'turn 1, part 2 of 2',
      'turn 2, part 1 of 2',
      'turn 2, part 2 of 2',
    ]);
  });

  it('keeps the longest part within the row where parts differ', () => {
    const { geometry } = begins('4x5, 4x3, 4x4', 'X X X X', 12, 520);
    for (const system of geometry.systems) {
      expect(xIn(geometry, system, system.to)).toBeLessThanOrEqual(520);
    }
    expect(geometry.systems.at(-1)?.to).toBe(geometry.turnTicks);
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
  const turnsOf = (folded: readonly number[], width?: number) => {
    const geometry = lay(folded, width);
    return geometry.systems.map((system) => {
      const turns = turnsIn(geometry, system);
      return [turns[0], turns.length];
    });
  };

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
    expect(pointAt(geometry, turnTicks * 2.5)?.system.from).toBe(2 * turnTicks);
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

describe('roundsIn', () => {
  it('has each time through a layer that shows in a row, those that go over its ends too', () => {
    expect(roundsIn({ from: 0, to: 12 }, 12)).toEqual([0]);
    expect(roundsIn({ from: 0, to: 12 }, 3)).toEqual([0, 1, 2, 3]);
    expect(roundsIn({ from: 12, to: 24 }, 5)).toEqual([2, 3, 4]);
    expect(roundsIn({ from: 12, to: 24 }, 12)).toEqual([1]);
    expect(roundsIn({ from: 12, to: 24 }, 30)).toEqual([0]);
  });

  it('has none of a layer without length', () => {
    expect(roundsIn({ from: 0, to: 12 }, 0)).toEqual([]);
  });
});
