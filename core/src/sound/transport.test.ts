import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  change,
  clockTimes,
  collect,
  type DueEvent,
  positionAt,
  type Score,
  startTransport,
  type Transport,
  timeOf,
} from './index.ts';

const sound = { instrument: 'hand-bell', kind: 'X', force: 3 } as const;
const scoreOf = (ticks: readonly number[], lengthTicks = 8): Score => ({
  ticksPerPulse: 2,
  lengthTicks,
  turnTicks: lengthTicks,
  events: ticks.map((at) => ({ ticks: at, offset: 0, layer: 'a', sound })),
});
const begin = (score: Score, bpm = 120, endTicks = Number.POSITIVE_INFINITY) =>
  startTransport({ score, tempo: { bpm, per: 1 }, startTime: 1, startTicks: 0, endTicks, tag: 0 });

/** Hands out up to several moments, one after the other. */
function run(transport: Transport<number>, moments: readonly number[]) {
  const all: DueEvent[] = [];
  let now = transport;
  for (const moment of moments) {
    const result = collect(now, moment, () => undefined);
    now = result.transport;
    all.push(...result.due);
  }
  return { transport: now, all };
}

describe('a tempo that rises', () => {
  // From 60 to 120 in two pulses of two parts; then it goes on at 120.
  const score = scoreOf([0, 1, 2, 3], 4);
  const rising = {
    score,
    tempo: { bpm: 60, per: 1 },
    rise: Math.log(2) / 2,
    startTime: 1,
    startTicks: 0,
    endTicks: 4,
    tag: 0,
  };
  const at = (pulses: number) => 1 + (1 - 2 ** (-pulses / 2)) / (Math.log(2) / 2);

  it('has each stroke at its exact time, and the next stretch where it ends', () => {
    const { due, transport } = collect(startTransport(rising), 4, () => ({
      score,
      tempo: { bpm: 120, per: 1 },
      startTicks: 0,
      endTicks: 4,
      tag: 1,
    }));
    const times = due.map(({ time }) => time);
    [0, 0.5, 1, 1.5].forEach((pulses, index) => {
      expect(times[index]).toBeCloseTo(at(pulses), 12);
    });
    expect(times[4]).toBeCloseTo(at(2), 12);
    expect((times[5] ?? 0) - (times[4] ?? 0)).toBeCloseTo(0.25, 12);
    expect(positionAt(transport, at(1.25))?.pulses).toBeCloseTo(1.25, 9);
  });

  it('that grows straight, by as much in each pulse, has each stroke at its exact time as well', () => {
    const straight = { ...rising, rise: 0.5, straight: true };
    const times = collect(startTransport(straight), 4, () => undefined).due.map(({ time }) => time);
    expect(times).toHaveLength(4);
    [0, 0.5, 1, 1.5].forEach((pulses, index) => {
      expect(times[index]).toBeCloseTo(1 + Math.log(1 + pulses / 2) / 0.5, 12);
    });
  });

  it('goes on rising where the strokes change in the middle, at the same times', () => {
    const { transport } = collect(startTransport(rising), 1.2, () => undefined);
    const changed = change(transport, { score: scoreOf([0, 1, 2, 3], 4) }, 1.2).transport;
    const rest = collect(changed, 9, () => undefined).due.map(({ time }) => time);
    expect(rest).toHaveLength(3);
    [0.5, 1, 1.5].forEach((pulses, index) => {
      // A tempo is kept to a thousandth of a beat.
      expect(rest[index]).toBeCloseTo(at(pulses), 4);
    });
  });
});

describe('handing out what is due', () => {
  it('gives each stroke once, whenever it is asked', () => {
    fc.assert(
      fc.property(
        fc
          .uniqueArray(fc.nat({ max: 7 }), { minLength: 1 })
          .map((all) => all.sort((a, b) => a - b)),
        fc.array(fc.double({ min: 0.001, max: 0.9, noNaN: true }), { minLength: 1, maxLength: 40 }),
        fc.integer({ min: 30, max: 300 }),
        (ticks, steps, bpm) => {
          let at = 1;
          const moments = steps.map((step) => {
            at += step;
            return at;
          });
          const score = scoreOf(ticks);
          const often = run(begin(score, bpm), moments).all.map((due) => due.time);
          const once = run(begin(score, bpm), [at]).all.map((due) => due.time);
          expect(often).toEqual(once);
          for (const time of once) expect(time).toBeLessThan(at);
        },
      ),
    );
  });

  it('puts every round at one product of its place, so that nothing drifts', () => {
    const score = scoreOf([0, 3], 4);
    const { all } = run(begin(score, 73.7), [200]);
    const tick = 60 / 73.7 / 2;
    all.forEach((due, index) => {
      const round = Math.floor(index / 2);
      expect(due.time).toBeCloseTo(1 + (round * 4 + (index % 2) * 3) * tick, 9);
    });
    expect(all.length).toBeGreaterThan(200);
  });

  it('ends where nothing follows, and goes on without a gap where something does', () => {
    const score = scoreOf([0, 2, 4, 6]);
    const ended = run(begin(score, 120, 8), [10]);
    expect(ended.all).toHaveLength(4);
    expect(ended.transport.ended).toBe(true);
    expect(run(ended.transport, [20]).all).toEqual([]);

    let asked = 0;
    const { due } = collect(begin(score, 120, 8), 5, (segment) => {
      asked += 1;
      return asked < 3 ? { ...segment, tempo: { bpm: 240, per: 1 }, tag: asked } : undefined;
    });
    // Eight ticks at 120 last two seconds, and then one at double speed, twice.
    const times = due.map((one) => one.time);
    expect(times).toEqual([1, 1.5, 2, 2.5, 3, 3.25, 3.5, 3.75, 4, 4.25, 4.5, 4.75]);
    expect(asked).toBe(3);
  });
});

describe('another tempo while it plays', () => {
  it('keeps the place, and nothing is heard twice or left out', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 6, noNaN: true }),
        fc.integer({ min: 40, max: 280 }),
        (when, bpm) => {
          const score = scoreOf([0, 1, 2, 3, 4, 5, 6, 7]);
          const first = collect(begin(score), 1 + when, () => undefined);
          const { transport: changed } = change(first.transport, { tempo: { bpm, per: 1 } });
          const before = positionAt(first.transport, 1 + when);
          const after = positionAt(changed, 1 + when);
          // Four pulses come round.
          const apart = Math.abs((after?.pulses ?? Number.NaN) - (before?.pulses ?? 0));
          expect(Math.min(apart, 4 - apart)).toBeLessThan(1e-6);
          const rest = collect(changed, 1 + when + 10, () => undefined);
          const times = [...first.due, ...rest.due].map((due) => due.time);
          for (const [index, time] of times.entries()) {
            const gap = time - (times[index - 1] ?? time);
            // Within a tempo a tick is as long as it is; over the change it lies between the two.
            expect(gap).toBeLessThan(Math.max(60 / 120 / 2, 60 / bpm / 2) + 1e-9);
            if (index > 0) expect(gap).toBeGreaterThan(Math.min(60 / 120 / 2, 60 / bpm / 2) - 1e-9);
          }
        },
      ),
    );
  });

  it('or other strokes are heard from where the hand-out stands', () => {
    const first = collect(begin(scoreOf([0, 4])), 2.1, () => undefined);
    const { transport } = change(first.transport, { score: scoreOf([1, 5]) });
    const rest = collect(transport, 4, () => undefined);
    expect(rest.due.map((due) => due.time)).toEqual([2.25, 3.25]);
  });
});

describe('a change that takes back what is handed out and not heard', () => {
  it('leaves no gap and no double, wherever it comes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        fc.integer({ min: 40, max: 280 }),
        (when, back, bpm) => {
          const score = scoreOf([0, 1, 2, 3, 4, 5, 6, 7]);
          const first = collect(begin(score), 1 + when, () => undefined);
          const at = Math.max(1, 1 + when - back);
          const { transport, from } = change(first.transport, { tempo: { bpm, per: 1 } }, at);
          expect(from).toBe(at);
          const kept = first.due.filter((due) => due.time < from);
          const rest = collect(transport, from + 8, () => undefined);
          const times = [...kept, ...rest.due].map((due) => due.time);
          const [quick, slow] = [Math.max(120, bpm), Math.min(120, bpm)];
          for (const [index, time] of times.entries()) {
            if (index === 0) continue;
            const gap = time - (times[index - 1] ?? 0);
            expect(gap).toBeLessThan(60 / slow / 2 + 1e-6);
            expect(gap).toBeGreaterThan(60 / quick / 2 - 1e-6);
          }
          // In force from where it was asked for.
          const [one, two] = rest.due;
          expect((two?.time ?? 0) - (one?.time ?? 0)).toBeCloseTo(60 / bpm / 2, 9);
        },
      ),
    );
  });

  it('does not lose the stroke that falls on the change', () => {
    const first = collect(begin(scoreOf([0, 1, 2, 3, 4, 5, 6, 7])), 3, () => undefined);
    for (const tick of [1, 2, 3, 5, 7]) {
      const at = 1 + tick * 0.25;
      const { transport } = change(first.transport, { tempo: { bpm: 97, per: 1 } }, at);
      const [due] = collect(transport, at + 1, () => undefined).due;
      expect(due?.time).toBe(at);
    }
  });

  it('does not pass the end of a count-in twice', () => {
    const score = scoreOf([0, 2, 4, 6]);
    let ends = 0;
    const { transport: begun } = collect(begin(score, 120, 8), 3.2, (segment) => {
      ends += 1;
      return { ...segment, endTicks: Number.POSITIVE_INFINITY, tag: 1 };
    });
    const { transport, from } = change(begun, { tempo: { bpm: 90, per: 1 } }, 2.6);
    expect(from).toBe(3);
    const { due } = collect(transport, 5, () => {
      ends += 1;
      return undefined;
    });
    expect(ends).toBe(1);
    expect(due[0]?.time).toBe(3);
  });

  it('does not repeat a grace that has been heard', () => {
    const plain = scoreOf([4]);
    const [stroke] = plain.events;
    if (!stroke) throw new Error('a stroke');
    const flam: Score = { ...plain, events: [{ ...stroke, offset: -0.03 }, stroke] };
    const first = collect(begin(flam), 3, () => undefined);
    expect(first.due.map((due) => due.time)).toEqual([1.97, 2]);
    const { transport, from } = change(first.transport, { score: { ...flam } }, 1.98);
    const kept = first.due.filter((due) => due.time < from);
    const again = collect(transport, 3, () => undefined).due;
    expect([...kept, ...again].map((due) => due.time)).toEqual([1.97, 2]);
  });
});

describe('where the ear is', () => {
  it('stands at the beginning until it begins, and then goes on evenly', () => {
    const { transport } = run(begin(scoreOf([0]), 120), [30]);
    expect(positionAt(transport, 0.5)?.pulses).toBe(0);
    expect(positionAt(transport, 1)?.pulses).toBe(0);
    // Twenty pulses later: five times round the loop of four, and at its beginning again.
    expect(positionAt(transport, 11.75)?.pulses).toBeCloseTo(1.5, 9);
    expect(positionAt(transport, 11.75)?.round).toBe(5);
    const [segment] = transport.segments;
    expect(segment && timeOf(segment, 40)).toBeCloseTo(11, 9);
  });
});

describe('a clock for other devices', () => {
  const score = scoreOf([0], 8);

  it('ticks 24 times a beat, from wherever it is asked, each tick once', () => {
    const transport = begin(score, 120);
    const once = clockTimes(transport, 1, 3);
    expect(once).toHaveLength(96);
    expect(once[0]).toBe(1);
    expect(once[24]).toBeCloseTo(1.5, 12);
    const pieces = [1, 1.21, 1.5, 2.000001, 3].flatMap((from, index, all) =>
      clockTimes(transport, from, all[index + 1] ?? from),
    );
    expect(pieces).toEqual(once);
  });

  it('follows a tempo that changes, and ends with what plays', () => {
    const slow = begin(score, 60, 4);
    const quick = { score, tempo: { bpm: 120, per: 1 }, startTicks: 0, endTicks: 4, tag: 1 };
    const { transport } = collect(slow, 4.5, ({ tag }) => (tag === 0 ? quick : undefined));
    // Two beats at 60, two at 120, and nothing after them.
    const times = clockTimes(transport, 0, 9);
    expect(times).toHaveLength(96);
    expect(times[48]).toBeCloseTo(3, 12);
    expect((times[49] ?? 0) - (times[48] ?? 0)).toBeCloseTo(0.5 / 24, 12);
  });
});
