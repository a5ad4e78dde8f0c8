import { describe, expect, it } from 'vitest';
import { filterRuns, indexLog, minutesBy, type RunFilter, weekdayOf, weekOf } from './index.ts';
import { day, run } from './log.testkit.ts';

const RUNS = [
  run(0, 60, { seconds: 120 }),
  run(6, 62, { seconds: 60, part: 'piece 2', whole: false, heardBy: 'none', instrument: 'bell' }),
  run(7, 64, { seconds: 90, rhythm: { id: 'stairs', name: 'Stairs' } }),
  run(7, 66, { seconds: 30 }),
];

describe('which runs are looked at', () => {
  const found = (filter: RunFilter, today = day(7)) =>
    filterRuns(RUNS, filter, today).map(({ bpm }) => bpm);

  it('are all of them, or those of a line, a part, an instrument, an input, the last days', () => {
    expect(found({})).toEqual([60, 62, 64, 66]);
    expect(found({ line: 'lamp/drum' })).toEqual([60, 62, 66]);
    expect(found({ part: 'piece 2' })).toEqual([62]);
    expect(found({ instrument: 'bell' })).toEqual([62]);
    expect(found({ heardBy: 'keys' })).toEqual([60, 64, 66]);
    // A week is seven days, today among them.
    expect(found({ days: 7 })).toEqual([62, 64, 66]);
    expect(found({ days: 8 })).toEqual([60, 62, 64, 66]);
    expect(found({ line: 'lamp/drum', days: 2, heardBy: 'keys' })).toEqual([66]);
  });
});

describe('minutes played', () => {
  it('are counted by day and by week in time, by instrument the most first', () => {
    // Day 0 is a Monday.
    expect(minutesBy(RUNS, 'day')).toEqual([
      { of: day(0), minutes: 2 },
      { of: day(6), minutes: 1 },
      { of: day(7), minutes: 2 },
    ]);
    expect(minutesBy([...RUNS].reverse(), 'week')).toEqual([
      { of: day(0), minutes: 3 },
      { of: day(7), minutes: 2 },
    ]);
    expect(minutesBy(RUNS, 'instrument')).toEqual([
      { of: 'darbuka', minutes: 4 },
      { of: 'bell', minutes: 1 },
    ]);
    expect([0, 3, 6].map((after) => weekOf(day(after)))).toEqual([day(0), day(0), day(0)]);
    expect([0, 3, 6, 7].map((after) => weekdayOf(day(after)))).toEqual([1, 4, 7, 1]);
    expect(weekdayOf('1970-01-01')).toBe(4);
  });
});

describe('a log that is asked', () => {
  it('knows its lines by the name they had last, what was played on, and the runs of each', () => {
    const renamed = run(9, 70, { rhythm: { id: 'stairs', name: 'Attic' } });
    const log = indexLog([renamed, ...RUNS]);
    expect([...log.lines()]).toEqual([
      ['stairs/drum', 'Attic, Drum'],
      ['lamp/drum', 'Lamp, Drum'],
    ]);
    expect(log.instruments()).toEqual(['darbuka', 'bell']);
    expect(log.allOf('stairs/drum').map(({ bpm }) => bpm)).toEqual([64, 70]);
    expect(log.runsOf('lamp/drum').map(({ bpm }) => bpm)).toEqual([60, 66]);
    expect([log.allOf('none'), log.runsOf('none'), log.sessionsOf('none')]).toEqual([[], [], []]);
    expect(log.loads()).toBe(log.loads());
  });
});
