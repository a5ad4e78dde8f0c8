import { planPath, USUAL_PLAN } from '@stride/core/climb';
import { type Hit, STRICTNESS, simulate } from '@stride/core/ear';
import { type Stone, wayThrough } from '@stride/core/passage';
import { timeRhythm } from '@stride/core/rhythm';
import { CLICK_LAYER, timeOf } from '@stride/core/sound';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { askedIn, askedOver, judgeRun, type PassLog, type RunToJudge } from './run-log.ts';
import { type ClimbParts, segmentOf, silencesOf } from './segments.ts';

const { rhythm } = readRhythm(
  'rhythm A\ncycle 4x2\ntempo 120 per 4\nlayer B : claves\nplay X . . X / . . X . | . . X . / X . . .\nlayer D : goblet drum\nplay D k t k / T k t k | O k t k / T k t k',
  'a',
);
const timed = timeRhythm(rhythm);
if (!timed.ok) throw new Error(timed.message);
const { timing } = timed;
const layer = rhythm.layers[1];
const grid = timing.layers[1];
if (!layer || !grid) throw new Error('no line');
const line = { rhythm, timing, layerIndex: 1, layer, grid };
const practised = {
  rhythm,
  layer,
  grid,
  ticksPerPulse: timing.ticksPerPulse,
  pieces: [
    { from: 0, to: 8, reason: 'beginning' as const },
    { from: 8, to: 16, reason: 'turn' as const },
  ],
};
const stones = wayThrough('one by one', practised);
const whole = stones.at(-1) as Stone;
const second = stones[1] as Stone;
/** A pulse lasts an eighth of a second: a turn one second. */
const pass = (startTime: number): PassLog => ({
  startTime,
  secondsPerTick: 0.125 / timing.ticksPerPulse,
  seconds: 2,
  silences: [],
});
const PASSES = [pass(10), pass(12)];

function judged(hits: readonly Hit[], more: Partial<RunToJudge> = {}) {
  return judgeRun({
    line,
    passage: whole.passage,
    rung: 0,
    bpm: 120,
    passes: PASSES,
    hits,
    calibrated: undefined,
    strictness: STRICTNESS.usual,
    ...more,
  });
}
const asked = askedOver(askedIn(line, whole.passage), PASSES);
const played = simulate(asked, { seed: 2, spread: 0.004 }, layer, grid, 0.125);

describe('a run that rises', () => {
  const path = planPath(
    [whole],
    { from: 100, to: 120, step: { kind: 'percent', value: 5 }, passes: 1, shape: 'steady' },
    4,
  );
  const parts: ClimbParts = {
    rhythm,
    timing,
    path,
    per: 4,
    click: { on: 'beats', level: 1 },
    company: {},
  };

  it('is asked for at the times at which it sounds, stroke by stroke, and exact playing is clean', () => {
    let start = 10;
    const passes = path.rungs.slice(0, 2).map((rung, at): PassLog => {
      const segment = segmentOf(parts, {
        status: 'playing',
        rung: at,
        pass: 1,
        staying: false,
        tries: 0,
      });
      if (!segment) throw new Error('no segment');
      const heard = { ...segment, startTime: start };
      const seconds = timeOf(heard, heard.endTicks) - start;
      const rise = (heard.rise ?? 0) / timing.ticksPerPulse;
      const one = {
        startTime: start,
        secondsPerTick: 60 / rung.bpm / 4 / timing.ticksPerPulse,
        rise,
        seconds,
        silences: [],
      };
      start += seconds;
      return one;
    });
    expect(path.rungs[0]?.rise).toBeGreaterThan(1);
    const times = askedOver(askedIn(line, whole.passage), passes).map(({ time }) => time);
    const gaps = times.slice(1).map((time, at) => time - (times[at] ?? 0));
    // Ever shorter, over the end of the first pass too.
    gaps.slice(1).forEach((gap, at) => {
      expect(gap).toBeLessThan(gaps[at] ?? 0);
    });
    const result = judged(
      times.map((time) => ({ time })),
      { passes },
    );
    expect(result.judgement.spread).toBeLessThan(1e-6);
    expect(result.judgement.match.missed).toEqual([]);
    expect(result.judgement.evenness[0]?.ratio).toBeCloseTo(1, 6);
  });
});

describe('a run', () => {
  it('is judged by what its passage asks, from its beginning on', () => {
    expect(judged(played)).toMatchObject({ verdict: 'up', trouble: undefined, flaws: [[], []] });
    // What was tapped while it was counted in is no stroke too many.
    expect(judged([{ time: 8.5 }, { time: 9 }, ...played]).verdict).toBe('up');
    const piece = { passage: second.passage, passes: [pass(20)] };
    const tapped = askedOver(askedIn(line, second.passage), piece.passes);
    expect(tapped.map(({ slot, time }) => [slot, time])).toEqual(
      Array.from({ length: 8 }, (_, at) => [8 + at, 20 + at * 0.125]),
    );
    expect(
      judged(
        tapped.map(({ time }) => ({ time })),
        piece,
      ),
    ).toMatchObject({
      verdict: 'up',
      judgement: { asked: 8 },
    });
  });

  it('is not judged down for what is no fault of the hands', () => {
    expect(judged([])).toMatchObject({
      verdict: 'stay',
      trouble: expect.stringMatching(/^Nothing was heard/),
    });
    const bell = askedOver(
      askedIn({ ...line, layerIndex: 0, layer: rhythm.layers[0] ?? layer, grid }, whole.passage),
      PASSES,
    );
    expect(judged(bell.map(({ time }) => ({ time }))).trouble).toMatch(
      /^That fits B better than D/,
    );
    const stopped = judged(played.slice(0, 18));
    expect(stopped.trouble).toMatch(/^The hands came off after the .* pass 2/);
    expect(stopped).toMatchObject({ verdict: 'stay', judgement: { asked: 18 } });
    expect(judged(played.slice(0, 20), { until: 12.5 }).judgement.asked).toBe(20);
  });

  it('leaves the program’s own sound out, where a microphone hears it', () => {
    const clicks = [8, 8.5, 9, 9.5].map((time) => ({ time, peak: 0.5 }));
    const more = [10, 10.5, 11, 11.5, 12, 12.5, 13, 13.5].map((time) => ({ time, peak: 0.5 }));
    const back = [...clicks, ...more].map(({ time }) => ({ time: time + 0.09, loud: 0.02 }));
    const mine = played.map((hit) => ({ ...hit, loud: 0.4 }));
    const own = { countIn: clicks, all: [...clicks, ...more] };
    expect(judged([...back, ...mine], { own }).judgement.match.extra).toEqual([]);
    expect(judged([...back, ...mine]).judgement.match.extra.length).toBeGreaterThan(3);
  });

  it('does not hold it against the hands where the microphone dropped out', () => {
    const loose = played.filter((_, at) => at % 5 !== 1);
    expect(judged(loose).verdict).toBe('down');
    const dropped = judged(loose, { dropouts: 2 });
    expect(dropped.verdict).toBe('stay');
    expect(dropped.findings.at(-1)?.text).toMatch(/^The microphone dropped out twice/);
    expect(judged(played, { dropouts: 2 }).verdict).toBe('up');
  });

  it('says where one came out of silent turns', () => {
    const silent = [{ ...pass(10), silences: [{ from: 11, to: 12 }] }, pass(12)];
    const late = played.map((hit) => (hit.time > 11.9 ? { ...hit, time: hit.time + 0.04 } : hit));
    const texts = judged(late, { passes: silent }).findings.map(({ text }) => text);
    expect(texts.join(' ')).toMatch(/You come out of the silence 4\d ms late\./);
  });
});

describe('the stretches of a climb', () => {
  const parts: ClimbParts = {
    rhythm,
    timing,
    path: planPath(stones, { from: 60, to: 120, step: { kind: 'bpm', value: 40 }, passes: 2 }, 4),
    per: 4,
    click: { ...USUAL_PLAN.click, silent: { on: 1, off: 1 } },
    company: { [rhythm.layers[0]?.id ?? '']: { on: 1, off: 3 } },
  };
  const playing = { status: 'playing', rung: 0, pass: 1, staying: false, tries: 0 } as const;
  const last = parts.path.rungs.length - 1;
  const clicks = (rung: number, at: number) => {
    const segment = segmentOf(parts, { ...playing, rung, pass: at });
    const inside = segment?.score.events.filter(
      ({ ticks }) => ticks >= segment.startTicks && ticks < segment.endTicks,
    );
    const of = (id: string) => inside?.filter((event) => event.layer === id).length;
    return [of(CLICK_LAYER), of(rhythm.layers[0]?.id ?? '')];
  };

  it('begin and end where the stone does, with the silent turns counted on from pass to pass', () => {
    expect(segmentOf(parts, playing)).toMatchObject({ startTicks: 0, tempo: { bpm: 60, per: 4 } });
    // A piece is one turn: the click of every second pass is silent, and the bell is heard in every fourth.
    expect([1, 2, 3, 4, 5].map((at) => clicks(0, at))).toEqual([
      [2, 3],
      [0, 0],
      [2, 0],
      [0, 0],
      [2, 3],
    ]);
    // The whole has two turns.
    expect([1, 2, 3].map((at) => clicks(last, at))).toEqual([
      [2, 3],
      [2, 0],
      [2, 3],
    ]);
    expect(segmentOf(parts, { status: 'ready' })).toBeUndefined();
    expect(segmentOf(parts, { ...playing, rung: 99 })).toBeUndefined();
  });

  it('know when the click was silent', () => {
    expect(silencesOf(parts, whole, 0, 10, 120)).toEqual([{ from: 11, to: 12 }]);
    expect(silencesOf(parts, second, 1, 10, 120)).toEqual([{ from: 10, to: 11 }]);
    const always = { ...parts, click: USUAL_PLAN.click };
    expect(silencesOf(always, whole, 0, 10, 120)).toEqual([]);
  });
});
