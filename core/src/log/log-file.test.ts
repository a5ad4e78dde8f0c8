import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { judge } from '../ear/index.ts';
import { asking, FOURS } from '../ear/run.testkit.ts';
import { readRhythm } from '../text/index.ts';
import {
  COLUMNS,
  type LogFile,
  type Played,
  PlayedSchema,
  packPlayed,
  readLog,
  rowOfRun,
  runOfRow,
  scorePlayed,
  unpackPlayed,
  writeLog,
} from './index.ts';
import { judged, run } from './log.testkit.ts';

const WHOLE = { from: { num: 0, den: 1 }, to: { num: 16, den: 1 }, times: 1 } as const;

describe('what was played', () => {
  const line = asking(FOURS, 3);
  const hits = line.play({ seed: 4, spread: 0.01, misses: 0.05, extras: 0.05 });
  const starts = [0, 1, 2].map((pass) => 1 + pass * line.timing.fullTicks * line.secondsPerTick);
  const packed = packPlayed('a', {
    passage: WHOLE,
    secondsPerTick: line.secondsPerTick,
    starts,
    hits,
  });

  it('is kept small, and is judged as before when it is unpacked', () => {
    expect(JSON.stringify(packed).length).toBeLessThan(hits.length * 20 + 300);
    const back = unpackPlayed(packed);
    expect(back.hits).toHaveLength(hits.length);
    back.hits.forEach((hit, at) => {
      const before = hits[at];
      expect(hit.time + 1).toBeCloseTo(before?.time ?? Number.NaN, 3);
      expect([hit.kind, hit.hand]).toEqual([before?.kind, before?.hand]);
      expect(hit.loud).toBeCloseTo(before?.loud ?? Number.NaN, 2);
    });
    expect(back.starts[2]).toBeCloseTo(nthStart(2), 3);
    const [one, other] = [
      judge(line.run(hits)),
      judge(line.run(back.hits.map((hit) => ({ ...hit, time: hit.time + 1 })))),
    ];
    expect(other.match.missed.length).toBe(one.match.missed.length);
    expect(other.spread).toBeCloseTo(one.spread, 4);
  });

  function nthStart(pass: number) {
    return (starts[pass] ?? 0) - 1;
  }

  it('keeps the pace of each pass where they are not all alike', () => {
    const paces = [{ secondsPerTick: 0.1, rise: 0.001 }, { secondsPerTick: 0.08 }];
    const kept = packPlayed('a', {
      passage: WHOLE,
      secondsPerTick: 0.1,
      paces,
      starts: [0, 9],
      hits: [],
    });
    expect(v.safeParse(PlayedSchema, kept).success).toBe(true);
    expect(unpackPlayed(kept).paces).toEqual([
      { secondsPerTick: 0.1, rise: 0.001 },
      { secondsPerTick: 0.08, rise: 0 },
    ]);
    expect(packed.paces).toBeUndefined();
  });

  it('comes back whatever was played', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record(
            {
              time: fc.integer({ min: -2000, max: 600_000 }).map((units) => units / 10_000),
              kind: fc.constantFrom('D', 'T', 'k'),
              loud: fc.integer({ min: 0, max: 100 }).map((share) => share / 100),
              sure: fc.integer({ min: 0, max: 100 }).map((share) => share / 100),
              hand: fc.constantFrom('R', 'L', 'F') as fc.Arbitrary<'R' | 'L' | 'F'>,
            },
            { requiredKeys: ['time'] },
          ),
          { maxLength: 30 },
        ),
        (played) => {
          const given = { passage: WHOLE, secondsPerTick: 0.01, starts: [0], hits: played };
          const back = unpackPlayed(packPlayed('x', given));
          const sorted = [...played].sort((a, b) => a.time - b.time);
          expect(back.hits.map(({ time: _, ...hit }) => hit)).toEqual(
            sorted.map(({ time: _, ...hit }) => hit),
          );
          back.hits.forEach(({ time }, at) => {
            expect(Math.abs(time - (sorted[at]?.time ?? Number.NaN))).toBeLessThan(1e-9);
          });
        },
      ),
    );
  });

  it('sounds at its own moments and as loud as it was', () => {
    const back = unpackPlayed(packed);
    const score = scorePlayed(back, 'darbuka', 60, () => 'D');
    expect(score.events).toHaveLength(hits.length);
    const first = score.events[1];
    expect((first?.ticks ?? 0) / score.ticksPerPulse).toBeCloseTo((hits[1]?.time ?? 0) - 1, 3);
    expect(first?.sound).toEqual({ instrument: 'darbuka', kind: hits[1]?.kind, force: 4 });
    expect(first?.gain).toBeCloseTo((hits[1]?.loud ?? 0) / 0.95, 1);
    // What comes after its end is not heard, and where the kind is not known the written one is.
    expect(scorePlayed(back, 'darbuka', 0.1, () => 'D').events.length).toBeLessThan(4);
    const plain = { ...back, hits: [{ time: 0.5 }] };
    expect(scorePlayed(plain, 'darbuka', 1, () => 'T').events[0]?.sound.kind).toBe('T');
    expect(scorePlayed(plain, 'darbuka', 1, () => undefined).events).toEqual([]);
  });
});

describe('a log as a file', () => {
  const played: Played = packPlayed('run', {
    passage: WHOLE,
    secondsPerTick: 0.1,
    starts: [0],
    hits: [],
  });
  const log: LogFile = {
    owner: 'Ines, Lantern Street',
    runs: [run(0, 80), run(1, 82, { feel: 'hurts', sore: 'L', note: 'cold hands' })],
    played: [played],
    versions: [],
    goals: [],
  };
  const data = () => JSON.parse(writeLog(log)) as Record<string, unknown>;
  const say = (change: Record<string, unknown>) => {
    const read = readLog(JSON.stringify({ ...data(), ...change }));
    return read.ok ? 'read' : read.message;
  };

  it('is read as it was written', () => {
    expect(readLog(writeLog(log))).toEqual({ ok: true, log });
  });

  it('that is something else, newer, or damaged, is refused with a sentence', () => {
    expect(readLog('rhythm A')).toMatchObject({
      ok: false,
      message: expect.stringMatching(/^This is no log/),
    });
    expect(say({ format: 'x' })).toMatch(/This is no log of the program/);
    expect(say({ version: 2, runs: 'of another shape' })).toMatch(/newer version of the program/);
    expect(say({ owner: ' ' })).toMatch(/has no name/);
    expect(say({ runs: [{ ...run(0, 80), bpm: 9999 }] })).toMatch(/^At runs\.0\.bpm/);
    expect(say({ runs: [{ ...run(0, 80), day: '2026-13-01' }] })).toMatch(
      /runs\.0\.day.*2026-12-12/,
    );
    expect(say({ played: [{ ...played, times: [1, 2] }] })).toMatch(/not equally many/);
    // A rhythm in it that cannot be opened is left out; the runs stay.
    const { rhythm } = readRhythm('rhythm A\ncycle 4\nlayer B : claves\nplay X . . .', 'a');
    const versions = [
      { mark: 'x', rhythm: { id: 1 } },
      { mark: 'y', rhythm },
    ];
    const read = readLog(JSON.stringify({ ...data(), versions }));
    expect(read.ok && read.log.versions).toEqual([{ mark: 'y', rhythm }]);
    expect(read.ok && read.log.runs).toEqual(log.runs);
  });
});

describe('a log as a table', () => {
  const at = () => 5;

  it('comes back row by row, but for what a table has no column for', () => {
    const before = run(0, 80, {
      feel: 'hurts',
      sore: 'R',
      note: 'a, "b"',
      judged: judged('stay', { bpm: 80, evenness: 1.25, spread: 0.01234, drift: -0.5 }),
    });
    const row = rowOfRun(before, '18:40');
    expect(Object.keys(row)).toEqual([...COLUMNS]);
    expect(runOfRow(row, 2, at)).toEqual({ ok: true, run: { ...before, at: 5, version: '' } });
    // Clean is what was clean each time.
    for (const clean of [run(0, 80), run(0, 80, { part: 'turn 2', whole: false })])
      expect(runOfRow(rowOfRun(clean, ''), 2, at)).toEqual({
        ok: true,
        run: { ...clean, at: 5, version: '' },
      });
    const { judged: _, ...plain } = run(0, 80, { heardBy: 'none' });
    expect(runOfRow(rowOfRun(plain, ''), 2, at)).toEqual({
      ok: true,
      run: { ...plain, at: 5, version: '' },
    });
  });

  it('that was written by hand needs a day, a rhythm, a tempo and how long', () => {
    const own = { day: '2026-11-02', rhythm: 'Lamp', tempo: '80', seconds: '90' };
    expect(runOfRow(own, 2, at)).toMatchObject({
      ok: true,
      run: {
        rhythm: { id: 'Lamp', name: 'Lamp' },
        bpm: 80,
        heardBy: 'none',
        part: 'all of it',
        way: 'whole',
        whole: true,
      },
    });
    const say = (change: Record<string, string>) => {
      const read = runOfRow({ ...own, ...change }, 7, at);
      return read.ok ? 'read' : read.message;
    };
    expect(say({ tempo: '' })).toBe('Row 7: the tempo is missing.');
    expect(say({ day: '2.11.26' })).toBe('Row 7: “2.11.26” is no day; write it as 2026-12-12.');
    expect(say({ tempo: 'fast' })).toBe('Row 7: “fast” does not belong under “tempo”.');
    expect(say({ feel: 'great' })).toBe('Row 7: “great” does not belong under “feel”.');
    expect(say({ tempo: '9000' })).toMatch(/^Row 7: bpm: /);
    expect(say({ seconds: '90,5' })).toBe('read');
    // Without an id a row is known again by what stands in it, and another one is another run.
    const id = (row: Record<string, string>, line: number) => {
      const read = runOfRow(row, line, at);
      return read.ok ? read.run.id : read.message;
    };
    expect(id(own, 2)).toBe(id(own, 9));
    expect(id(own, 2)).not.toBe(id({ ...own, tempo: '81' }, 2));
  });
});
