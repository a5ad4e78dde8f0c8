import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { judge, STRICTNESS } from '../ear/index.ts';
import { asking, FOURS } from '../ear/run.testkit.ts';
import { type Piece, type Stone, WAYS, type Way, wayThrough } from '../passage/index.ts';
import {
  changeRung,
  failingPiece,
  LADDER_SHAPES,
  type Ladder,
  type LadderShape,
  ladderMinutes,
  ladderTempos,
  leaveOutRung,
  nextClimb,
  type Path,
  passesAt,
  pathSeconds,
  planFrom,
  planPath,
  practiseFirst,
  STUBBORN,
  startingRung,
  USUAL_PLAN,
} from './index.ts';

const { rhythm, layer, grid, timing, run, play } = asking(FOURS, 4);
const pieces: readonly Piece[] = [
  { from: 0, to: 8, reason: 'beginning' },
  { from: 8, to: 16, reason: 'own' },
];
const stones = (way: Way): readonly Stone[] =>
  wayThrough(way, { rhythm, layer, grid, ticksPerPulse: timing.ticksPerPulse, pieces });
const LADDER: Ladder = { from: 60, to: 80, step: { kind: 'bpm', value: 5 }, passes: 2 };
const rungs = (path: Path) =>
  path.rungs.map(({ stone, bpm }) => `${nth(path.stones, stone).name} ${bpm}`);

describe('the shapes of a ladder', () => {
  const shaped = (shape: LadderShape, change: Partial<Ladder> = {}) =>
    ladderTempos({ ...LADDER, shape, ...change });

  it('are as they are called', () => {
    expect(shaped('straight')).toEqual([60, 65, 70, 75, 80]);
    expect(shaped('over')).toEqual([60, 65, 70, 75, 80, 86, 80]);
    expect(shaped('over', { from: 400, to: 400 })).toEqual([400]);
    expect(shaped('two up')).toEqual([60, 70, 65, 75, 70, 80, 75, 80]);
    expect(shaped('half')).toEqual([60, 65, 70, 75, 80, 40, 80]);
    expect(shaped('steady')).toEqual([60, 62.2, 64.5, 66.8, 69.3, 71.8, 74.4, 77.2, 80]);
    expect(shaped('two up', { from: 80 })).toEqual([80]);
    expect(shaped('steady', { from: 80 })).toEqual([80]);
  });

  it('draw within the range, the same for the same number', () => {
    const drawn = shaped('drawn', { seed: 4 });
    expect(drawn).toHaveLength(8);
    expect(shaped('drawn', { seed: 4 })).toEqual(drawn);
    expect(shaped('drawn', { seed: 5 })).not.toEqual(drawn);
    expect(drawn.every((bpm) => bpm >= 60 && bpm <= 80)).toBe(true);
  });

  it('end on the target', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(LADDER_SHAPES) as LadderShape[])),
        fc.integer({ min: 20, max: 200 }),
        fc.integer({ min: 0, max: 200 }),
        fc.integer({ min: 1, max: 25 }),
        (shape, from, more, value) => {
          const to = from + more;
          const tempos = shaped(shape, { from, to, step: { kind: 'percent', value } });
          expect(tempos.at(-1)).toBe(to);
          expect(tempos.every((bpm) => bpm >= 10 && bpm <= 400)).toBe(true);
        },
      ),
    );
  });

  it('are played by passes or by seconds', () => {
    expect(passesAt(LADDER, 4)).toBe(2);
    expect(passesAt({ ...LADDER, seconds: 30 }, 4)).toBe(8);
    expect(passesAt({ ...LADDER, seconds: 30 }, 100)).toBe(1);
    expect(passesAt({ ...LADDER, seconds: 600 }, 1)).toBe(32);
    expect(passesAt({ ...LADDER, shape: 'steady' }, 4)).toBe(1);
  });
});

describe('a path', () => {
  it('of the whole is the ladder, and lasts as long', () => {
    const path = planPath(stones('whole'), LADDER, 4);
    expect(rungs(path)).toEqual([60, 65, 70, 75, 80].map((bpm) => `all of it ${bpm}`));
    expect(rungs(planPath(stones('whole'), { ...LADDER, from: 20 }, 4))[0]).toBe('all of it 20');
    expect(pathSeconds(path, 4, 16) / 60).toBeCloseTo(ladderMinutes(LADDER, timing.full, 4, 16), 9);
  });

  it('of a steady rise goes on in each pass where the one before ended, and is at its tempo in the last', () => {
    const path = planPath(stones('whole'), { ...LADDER, shape: 'steady' }, 4);
    const last = path.rungs.at(-1);
    expect([last?.bpm, last?.rise]).toEqual([80, undefined]);
    path.rungs.slice(0, -1).forEach(({ bpm, rise = 1 }, at) => {
      expect(bpm * rise).toBeCloseTo(nth(path.rungs, at + 1).bpm, 9);
    });
    // Eight passes of 4 s at 60 to 3 s at 80, and the last: each as long as its tempo in the middle, nearly.
    const middle = path.rungs.map(({ bpm, rise = 1 }) => 240 / (bpm * Math.sqrt(rise)));
    expect(pathSeconds(path, 4)).toBeCloseTo(
      middle.reduce((sum, one) => sum + one, 0),
      2,
    );
    // Changed by hand it still rises into what comes next; more than one pass of it stays at its tempo.
    const quicker = changeRung(path, 1, { bpm: 63 });
    expect(60 * (quicker.rungs[0]?.rise ?? 0)).toBeCloseTo(63, 9);
    expect(63 * (quicker.rungs[1]?.rise ?? 0)).toBeCloseTo(64.5, 9);
    expect(changeRung(path, 1, { passes: 2 }).rungs[1]?.rise).toBeUndefined();
    expect(60 * (leaveOutRung(path, 1).rungs[0]?.rise ?? 0)).toBeCloseTo(64.5, 9);
    expect(planPath(stones('whole'), LADDER, 4).rungs.every(({ rise }) => rise === undefined)).toBe(
      true,
    );
    const pieces = planPath(stones('one by one'), { ...LADDER, shape: 'steady' }, 4);
    const rising = pieces.rungs.map(({ rise, stone }) => rise !== undefined && stone);
    const whole = pieces.stones.length - 1;
    expect(nth(pieces.stones, whole).size).toBe('whole');
    // Only the whole at the end rises, and all of it but its last pass.
    expect(new Set(rising.slice(0, -1).filter((stone) => stone !== false))).toEqual(
      new Set([whole]),
    );
    expect(rising.filter((stone) => stone === whole)).toHaveLength(
      pieces.rungs.filter(({ stone }) => stone === whole).length - 1,
    );
  });

  it('takes each piece up to the comfortable rung, joins them lower, and ends with the whole', () => {
    const path = planPath(stones('one by one'), LADDER, 4, 90);
    expect(rungs(path)).toEqual([
      'piece 1 60',
      'piece 1 65',
      'piece 1 72',
      'piece 2 60',
      'piece 2 65',
      'piece 2 72',
      'all of it 60',
      'all of it 65',
      'all of it 70',
      'all of it 75',
      'all of it 80',
    ]);
    // Two turns of 8 pulses at 60 for 4: 4 s, and a turn counted in before: 4 s.
    expect(pathSeconds({ ...path, rungs: path.rungs.slice(0, 1) }, 4, 16)).toBeCloseTo(8, 9);
    const joined = planPath(stones('add the next'), { ...LADDER, from: 40 }, 4, 100);
    expect(
      joined.rungs.filter(({ stone }) => nth(joined.stones, stone).size === 'whole')[0]?.bpm,
    ).toBe(70);
  });

  it('mixes pieces: each once a round, never one twice running, and slower pieces stay at their last tempo', () => {
    const path = planPath(stones('mixed'), LADDER, 4, 90);
    const [first, second] = rungs(path)[0] === 'piece 1 60' ? [1, 2] : [2, 1];
    expect(rungs(path).slice(0, 7)).toEqual([
      `piece ${first} 60`,
      `piece ${second} 60`,
      `piece ${first} 65`,
      `piece ${second} 65`,
      `piece ${first} 72`,
      `piece ${second} 72`,
      'all of it 60',
    ]);
    // Where nothing is comfortable above the beginning there are three rounds all the same.
    expect(rungs(planPath(stones('mixed'), { ...LADDER, from: 78 }, 4, 50)).slice(0, 6)).toEqual(
      [first, second, first, second, first, second].map((piece) => `piece ${piece} 78`),
    );
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 16 }), (count) => {
        const many = Array.from({ length: count }, (_, at) => ({ from: at, to: at + 1 }));
        const cut = many.map((piece): Piece => ({ ...piece, reason: 'own' }));
        const ticksPerPulse = timing.ticksPerPulse;
        const all = { rhythm, layer, grid, ticksPerPulse, pieces: cut };
        const mixed = planPath(wayThrough('mixed', all), LADDER, 4);
        const order = mixed.rungs.slice(0, count * 3).map(({ stone }) => stone);
        for (let round = 0; round < 3; round += 1) {
          const here = order.slice(round * count, (round + 1) * count);
          expect([...here].sort((a, b) => a - b)).toEqual(many.map(({ from }) => from));
        }
        expect(order.every((stone, at) => stone !== order[at + 1])).toBe(true);
        if (count > 3) expect(order.slice(0, count)).not.toEqual(order.slice(count, 2 * count));
        expect(planPath(wayThrough('mixed', all), LADDER, 4)).toEqual(mixed);
      }),
    );
  });

  it('ends on the whole at its tempo, whatever the way and the ladder', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(WAYS) as Way[])),
        fc.constantFrom(...(Object.keys(LADDER_SHAPES) as LadderShape[])),
        fc.integer({ min: 30, max: 100 }),
        (way, shape, comfort) => {
          const path = planPath(stones(way), { ...LADDER, shape }, 4, comfort);
          const last = path.rungs.at(-1);
          expect(last?.bpm).toBe(80);
          expect(nth(path.stones, last?.stone ?? -1).size).toBe('whole');
        },
      ),
    );
  });

  it('is changed at any rung but loses not its end', () => {
    const path = planPath(stones('whole'), LADDER, 4);
    expect(changeRung(path, 1, { bpm: 62 }).rungs[1]).toEqual({ stone: 0, bpm: 62, passes: 2 });
    expect(leaveOutRung(path, 1).rungs).toHaveLength(4);
    expect(leaveOutRung(path, 4)).toBe(path);
  });

  it('takes the piece that fails before the rung it fails at, slower and then as fast', () => {
    const path = planPath(stones('whole'), LADDER, 4);
    const [piece] = stones('one by one');
    const more = practiseFirst(path, 2, piece as Stone);
    expect(rungs(more).slice(1, 6)).toEqual([
      'all of it 65',
      'piece 1 62',
      'piece 1 70',
      'all of it 70',
      'all of it 75',
    ]);
    const again = practiseFirst(more, 4, piece as Stone);
    expect(again.stones).toHaveLength(2);
  });

  it('begins at the best clean tempo, and never at the target', () => {
    const path = planPath(stones('whole'), LADDER, 4);
    expect([undefined, 50, 64, 65, 72, 80, 400].map((best) => startingRung(path, best))).toEqual([
      0, 0, 0, 1, 2, 3, 3,
    ]);
    expect(startingRung(planPath(stones('hands'), LADDER, 4), 80)).toBe(0);
    expect(startingRung(planPath(stones('one by one'), LADDER, 4), 80)).toBe(0);
    expect(startingRung(planPath(stones('whole'), { ...LADDER, shape: 'two up' }, 4), 80)).toBe(1);
  });
});

describe('the piece that fails', () => {
  const failing = (habits: Partial<Parameters<typeof play>[0]>) =>
    failingPiece(judge(run(play({ seed: 3, ...habits }))), pieces, STRICTNESS.usual);

  it('is the one with the strokes that are missed, wrong or off', () => {
    expect(failing({ spread: 0.005 })).toBeUndefined();
    expect(failing({ off: [{ slot: 12, by: 0.06 }] })).toBe(1);
    expect(failing({ wrong: [{ slot: 4, kind: 'O' }] })).toBe(0);
    const hits = play({ seed: 3 }).filter((_, index) => index % 16 !== 10);
    expect(failingPiece(judge(run(hits)), pieces, STRICTNESS.usual)).toBe(1);
    const alike = play({ seed: 3 }).filter((_, index) => index % 8 !== 2);
    expect(failingPiece(judge(run(alike)), pieces, STRICTNESS.usual)).toBeUndefined();
    expect(failingPiece(judge(run(hits)), pieces.slice(0, 1), STRICTNESS.usual)).toBeUndefined();
  });
});

describe('a climb that listens', () => {
  const plan = { passes: [1, 1, 1], listens: true };
  const judged = (rung: number, verdict: 'up' | 'stay' | 'down', tries = 0) => {
    const playing = { status: 'playing', rung, pass: 1, staying: false, tries } as const;
    const listening = nextClimb(playing, { type: 'pass-ended' }, plan);
    expect(listening).toEqual({ status: 'listening', rung, tries });
    return nextClimb(listening, { type: 'judged', verdict }, plan);
  };

  it('waits for a verdict and a sign, and follows it', () => {
    const goOn = (...given: Parameters<typeof judged>) =>
      nextClimb(judged(...given), { type: 'go-on' }, plan);
    expect(goOn(0, 'up')).toMatchObject({ status: 'counting-in', rung: 1, tries: 0 });
    expect(goOn(1, 'stay')).toMatchObject({ status: 'counting-in', rung: 1, tries: 1 });
    expect(goOn(1, 'stay', 1)).toMatchObject({ rung: 1, tries: 2 });
    expect(goOn(1, 'down')).toMatchObject({ status: 'counting-in', rung: 0, tries: 0 });
    expect(goOn(0, 'down')).toMatchObject({ status: 'counting-in', rung: 0, tries: 1 });
    expect(goOn(2, 'up')).toEqual({ status: 'reached', rung: 2 });
    expect(goOn(1, 'stay', STUBBORN - 1)).toMatchObject({ tries: STUBBORN });
  });

  it('is overruled by one key', () => {
    const held = judged(1, 'stay');
    expect(nextClimb(held, { type: 'up' }, plan)).toMatchObject({ status: 'counting-in', rung: 2 });
    expect(nextClimb(held, { type: 'down' }, plan)).toMatchObject({ rung: 0 });
    const up = judged(1, 'up');
    expect(nextClimb(up, { type: 'stay' }, plan)).toMatchObject({ status: 'counting-in', rung: 1 });
    expect(nextClimb(up, { type: 'again' }, plan)).toMatchObject({
      status: 'counting-in',
      rung: 1,
    });
    expect(nextClimb(judged(2, 'down'), { type: 'up' }, plan)).toEqual({
      status: 'reached',
      rung: 2,
    });
    expect(nextClimb(up, { type: 'stop' }, plan)).toEqual({ status: 'stopped', rung: 1 });
  });

  it('runs on without counting in where it rises steadily, and is judged at the end', () => {
    const steady = { ...plan, runsOn: true };
    const playing = { status: 'playing', rung: 0, pass: 1, staying: false, tries: 0 } as const;
    const second = nextClimb(playing, { type: 'pass-ended' }, steady);
    expect(second).toEqual({ ...playing, rung: 1 });
    const third = nextClimb(second, { type: 'pass-ended' }, steady);
    expect(nextClimb(third, { type: 'pass-ended' }, steady)).toMatchObject({ status: 'listening' });
  });

  it('takes no verdict and no sign at another time', () => {
    const counting = { status: 'counting-in', rung: 0, staying: false, tries: 0 } as const;
    for (const type of ['go-on', 'again'] as const) {
      expect(nextClimb(counting, { type }, plan)).toBe(counting);
    }
    expect(nextClimb(counting, { type: 'judged', verdict: 'up' }, plan)).toBe(counting);
    const listening = { status: 'listening', rung: 0, tries: 0 } as const;
    expect(nextClimb(listening, { type: 'stay' }, plan)).toBe(listening);
  });
});

describe('a practice plan', () => {
  it('is taken from what is kept where it can be used', () => {
    const plan = { ...USUAL_PLAN, way: 'seams', turns: [0, 2], pieces: { a: pieces } };
    expect(planFrom(JSON.parse(JSON.stringify(plan)))).toEqual(plan);
    expect(planFrom({ ...plan, way: 'sideways' })).toBe(USUAL_PLAN);
    expect(planFrom({ ...plan, turns: [2, 2] })).toBe(USUAL_PLAN);
    expect(planFrom(undefined)).toBe(USUAL_PLAN);
  });
});
