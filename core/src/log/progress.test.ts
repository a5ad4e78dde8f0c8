import { describe, expect, it } from 'vitest';
import {
  bestSoFar,
  dueAfter,
  lateness,
  offOverAll,
  plateauOf,
  type Session,
  sessionsOf,
  whatToTry,
} from './index.ts';
import { day, judged, run } from './log.testkit.ts';

describe('sessions', () => {
  it('are the days of a line: the quickest clean tempo, and whether it held', () => {
    const sessions = sessionsOf([
      run(0, 80),
      run(0, 92),
      run(0, 96, { judged: judged('stay') }),
      run(2, 87),
      run(2, 100, { brokenOff: true }),
      run(3, 90, { judged: undefined, heardBy: 'none' }),
    ]);
    expect(sessions.map(({ day: on, best, held, runs }) => [on, best, held, runs])).toEqual([
      [day(0), 92, true, 3],
      [day(2), 87, false, 2],
      [day(3), undefined, undefined, 1],
    ]);
    expect(sessions.map(({ seconds, spread }) => [seconds, spread])).toEqual([
      [90, 0.008],
      [60, 0.008],
      [30, undefined],
    ]);
    expect(bestSoFar(sessions).map(({ bpm }) => bpm)).toEqual([92, 92, 92]);
  });

  it('have the middle of what was heard, the lower of the two in the middle, and none where there is none', () => {
    const heard = [1.3, undefined, 1.1, 1.6, 1.2].map((evenness, at) =>
      run(0, 80, {
        judged: judged('stay', {
          spread: [0.02, 0.01, 0.04, 0.03, 0.05][at] ?? 0,
          ...(evenness === undefined ? {} : { evenness }),
        }),
      }),
    );
    expect(sessionsOf(heard)).toMatchObject([{ evenness: 1.2, spread: 0.03 }]);
    expect(sessionsOf([run(0, 80)])[0]?.evenness).toBeUndefined();
  });

  it('do not hang on the order in which runs are given', () => {
    const runs = [run(0, 70), run(1, 72), run(1, 74, { judged: judged('down') }), run(4, 76)];
    expect(sessionsOf([...runs].reverse())).toEqual(sessionsOf(runs));
  });
});

describe('a plateau', () => {
  const flat = (days: readonly number[]) =>
    sessionsOf([run(0, 88), run(1, 92), ...days.map((at) => run(at, 90))]);

  it('is no gain over at least five sessions and ten days', () => {
    expect(plateauOf(flat([3, 5, 7, 9, 11]))).toEqual({
      bpm: 92,
      since: day(1),
      sessions: 5,
      days: 10,
    });
    // Four sessions, or nine days, are none yet.
    expect(plateauOf(flat([3, 5, 7, 11]))).toBeUndefined();
    expect(plateauOf(flat([3, 5, 7, 9, 10]))).toBeUndefined();
    // Nor is what was never clean.
    const never = [0, 2, 4, 6, 8, 10, 12].map((at) => run(at, 80, { judged: judged('stay') }));
    expect(plateauOf(sessionsOf(never))).toBeUndefined();
    expect(plateauOf([])).toBeUndefined();
  });

  it('ends with a gain, and there is none where nothing was ever clean', () => {
    expect(
      plateauOf(sessionsOf([...[0, 3, 5, 7, 9, 11].map((at) => run(at, 92)), run(12, 93)])),
    ).toBeUndefined();
    const never = [0, 3, 5, 7, 9, 14].map((at) => run(at, 92, { judged: judged('down') }));
    expect(plateauOf(sessionsOf(never))).toBeUndefined();
    expect(plateauOf([])).toBeUndefined();
  });

  it('comes with two ways through to try, those first that the runs speak for', () => {
    const rushing = judged('stay', { missed: 0, off: [{ slot: 3, name: 'ka on 2', bias: -0.02 }] });
    const tries = whatToTry([
      run(0, 90, { judged: rushing }),
      run(1, 90, { judged: rushing }),
      run(2, 90, { judged: judged('stay', { missed: 0 }) }),
    ]);
    expect(tries.map(({ way }) => way)).toEqual(['stroke after', 'from the end']);
    expect(tries[0]?.why).toBe(
      'The ka on 2 comes early in 2 of 3 runs: play up to the stroke after it, and stop.',
    );
    expect(
      whatToTry([run(0, 90, { judged: judged('down', { drift: 3 }) })]).map(({ way }) => way),
    ).toEqual(['add the next', 'clap']);
    // The stroke that is off most often is the one that is spoken of.
    const off = (...names: readonly string[]) =>
      run(0, 90, {
        judged: judged('stay', {
          missed: 0,
          off: names.map((name, slot) => ({ slot, name, bias: 0.02 })),
        }),
      });
    expect(whatToTry([off('Dum on 1', 'ka on 2'), off('ka on 2')])[0]?.why).toBe(
      'The ka on 2 comes late in 2 of 2 runs: play up to the stroke after it, and stop.',
    );
    // In half of the runs is often enough, in fewer not; and where nothing was heard nothing is wrong.
    const wrong = (count: number) =>
      whatToTry(
        Array.from({ length: 4 }, (_, at) =>
          run(at, 90, { judged: judged('stay', { missed: at < count ? 1 : 0 }) }),
        ),
      ).map(({ way }) => way);
    expect(wrong(2)).toEqual(['add the next', 'from the end']);
    expect(wrong(1)).toEqual(['from the end', 'accents']);
    expect(whatToTry([])).toEqual([
      { way: 'from the end', why: 'What comes last is practised least: begin with the end.' },
      { way: 'accents', why: 'The accents alone show the frame that all else hangs on.' },
    ]);
  });
});

describe('what rushes, over all', () => {
  it('names strokes that were off in at least three runs, with how many of how many', () => {
    const off = (bias: number) => judged('up', { off: [{ slot: 3, name: 'ka on 2', bias }] });
    const runs = [
      run(0, 80, { judged: off(-0.02) }),
      run(1, 80, { judged: off(-0.01) }),
      run(2, 80, { judged: off(-0.03) }),
      run(3, 80),
    ];
    const [found, ...others] = offOverAll(runs);
    expect(others).toEqual([]);
    expect(found).toMatchObject({ line: 'Lamp, Drum', name: 'ka on 2', runs: 3, of: 4 });
    expect(found?.bias).toBeCloseTo(-0.02, 9);
    expect(offOverAll(runs.slice(1))).toEqual([]);
  });
});

describe('when a line is due', () => {
  const ended = (...clean: readonly (boolean | undefined)[]): readonly Session[] =>
    sessionsOf(
      clean.map((one, at) =>
        run(
          at,
          80,
          one === undefined ? { judged: undefined } : { judged: judged(one ? 'up' : 'down') },
        ),
      ),
    );

  it('is later each time it was clean: 2, 4, 8 days, up to 32; and the next day where it was shaky', () => {
    expect(
      [1, 2, 3, 4, 5, 6].map((times) => dueAfter(ended(...Array(times).fill(true)))?.every),
    ).toEqual([2, 4, 8, 16, 32, 32]);
    expect(dueAfter(ended(true, true, false))).toEqual({ every: 1, on: day(3) });
    expect(dueAfter(ended(true, true, false, true))).toEqual({ every: 2, on: day(5) });
    expect(dueAfter(ended(true, undefined))).toEqual({ every: 2, on: day(3) });
    expect(dueAfter([])).toBeUndefined();
  });

  it('is late in what it rests between', () => {
    const due = { every: 4, on: day(10) };
    expect([8, 10, 12, 18].map((at) => lateness(due, day(at)))).toEqual([-0.5, 0, 0.5, 2]);
  });
});
