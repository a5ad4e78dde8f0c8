import { planPath } from '@stride/core/climb';
import { STRICTNESS, simulate } from '@stride/core/ear';
import type { LoggedRun, Version } from '@stride/core/log';
import { wayThrough } from '@stride/core/passage';
import { timeRhythm } from '@stride/core/rhythm';
import { afterEach, describe, expect, it } from 'vitest';
import { endedRun } from '../climb/ended-run.ts';
import { askedIn, askedOver, judgeRun, type PassLog } from '../climb/run-log.ts';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { loggedRun } from './logged-run.ts';
import { againSegment, lineThen, runAgain } from './run-again.ts';
import {
  beginSession,
  countPlayed,
  endSession,
  keptSession,
  nextItem,
  plannedHand,
  plannedItem,
  sessionNow,
  setUpOwn,
} from './session.ts';
import { STROKE_COLUMNS, strokeRows } from './strokes-table.ts';

const rhythm = DEMO_RHYTHMS[0] as (typeof DEMO_RHYTHMS)[number];
const timed = timeRhythm(rhythm);
const layer = rhythm.layers[1];
const grid = timed.ok ? timed.timing.layers[1] : undefined;
if (!timed.ok || !layer || !grid) throw new Error('no line');
const { timing } = timed;
const line = { rhythm, timing, layerIndex: 1, layer, grid };
const stones = wayThrough('whole', {
  rhythm,
  layer,
  grid,
  ticksPerPulse: timing.ticksPerPulse,
  pieces: [],
});
const path = planPath(stones, { from: 90, to: 90, step: { kind: 'bpm', value: 5 }, passes: 2 }, 3);
const practice = { line, path, plan: { way: 'whole' } } as Parameters<typeof loggedRun>[1];
const secondsPerTick = 60 / 90 / 3 / timing.ticksPerPulse;
const seconds = 16 * timing.ticksPerPulse * secondsPerTick;
const pass = (at: number): PassLog => ({ startTime: at, secondsPerTick, seconds, silences: [] });
const PASSES = [pass(5), pass(5 + seconds)];
const passage = (stones[0] as (typeof stones)[number]).passage;
const asked = askedOver(askedIn(line, passage), PASSES);
const hits = simulate(
  asked,
  { seed: 2, spread: 0.004, bias: 0.03, off: [{ slot: 4, by: -0.03 }] },
  layer,
  grid,
  secondsPerTick,
);
const result = judgeRun({
  line,
  passage,
  rung: 0,
  bpm: 90,
  passes: PASSES,
  hits,
  calibrated: undefined,
  strictness: STRICTNESS.usual,
});
const NOON = new Date(2026, 10, 26, 12).getTime();

function logged(until = 100, found = true) {
  const ended = endedRun({ passes: PASSES, hits }, 0, until, found ? result : undefined);
  const made = ended && loggedRun(ended, practice, found ? 'keys' : 'none', NOON);
  if (!made) throw new Error('no run');
  return made;
}

describe('a run for the log', () => {
  it('is what was played, how it was judged, and what it asked of the hands', () => {
    const { run } = logged();
    expect(run).toMatchObject({
      day: '2026-11-26',
      rhythm: { id: 'lantern-steps', name: 'Lantern steps' },
      layer: { name: 'Walker' },
      part: 'all of it',
      passage,
      whole: true,
      heardBy: 'keys',
      bpm: 90,
      per: 3,
      passes: 2,
      brokenOff: false,
      // Sixteen strokes by turns, two passes.
      load: { R: 16, L: 16 },
    });
    expect(run.at).toBe(NOON - Math.round(seconds * 2000));
    expect(run.judged?.off[0]).toMatchObject({ slot: 4 });
    expect(run.judged?.off[0]?.name).toMatch(/ in turn 1$/);
    expect(run.judged?.asked).toBe(32);
  });

  it('that was broken off has the strokes of the part that was played', () => {
    const { run, played } = logged(5 + seconds * 1.5, false);
    expect(run).toMatchObject({
      passes: 1,
      brokenOff: true,
      heardBy: 'none',
      load: { R: 12, L: 12 },
    });
    expect(run.judged).toBeUndefined();
    expect(played).toBeUndefined();
    // A steady rise has ever shorter passes: each counts by itself.
    const rise = [pass(5), { ...pass(5 + seconds), seconds: seconds / 2 }];
    const risen = endedRun({ passes: rise, hits: [] }, 0, 5 + seconds * 1.25);
    expect(risen).toMatchObject({ whole: 1, brokenOff: true });
    expect(risen?.times).toBeCloseTo(1.5, 9);
    expect(endedRun({ passes: PASSES, hits: [] }, 0, 5.5)).toBeUndefined();
    expect(endedRun({ passes: [], hits: [] }, 0, 50)).toBeUndefined();
  });

  it('is judged as before when it is looked at again, and heard at its own moments', () => {
    const { run, played } = logged();
    const version: Version = { mark: run.version, rhythm: JSON.parse(JSON.stringify(rhythm)) };
    const again = runAgain(run, played, lineThen(run, version));
    if (!again) throw new Error('not there');
    expect(again.result.verdict).toBe(result.verdict);
    expect(again.result.judgement.spread).toBeCloseTo(result.judgement.spread, 4);
    const heard = againSegment(again, 'played').score;
    expect(heard.events).toHaveLength(hits.length);
    // The constant delay is taken out; the stroke that rushed still does.
    const written = againSegment(again, 'written').score;
    const at = (score: typeof heard, index: number) =>
      (score.events[index]?.ticks ?? 0) / score.ticksPerPulse;
    expect(Math.abs(at(heard, 8) - at(written, 8))).toBeLessThan(0.015);
    expect(againSegment(again, 'both').score.events).toHaveLength(
      hits.length + written.events.length,
    );
  });

  it('goes out as a table, a row for each stroke that was met, missed or too many', () => {
    const { run, played } = logged();
    const again = runAgain(run, played, lineThen(run, { mark: run.version, rhythm }));
    if (!again) throw new Error('not there');
    const rows = strokeRows(again);
    const { met, missed, extra } = again.result.judgement.match;
    expect(rows).toHaveLength(met.length + missed.length + extra.length);
    const column = (name: (typeof STROKE_COLUMNS)[number]) => STROKE_COLUMNS.indexOf(name);
    expect(rows.every((row) => row.length === STROKE_COLUMNS.length)).toBe(true);
    expect(rows.filter((row) => row[column('what')] === 'met')).toHaveLength(met.length);
    const [first] = rows;
    const [asked] = met;
    expect(first?.[column('slot')]).toBe((asked?.asked.slot ?? 0) + 1);
    expect(first?.[column('off ms')]).toBeCloseTo((asked?.error ?? 0) * 1000, 0);
  });

  it('is told from one whose rhythm was not kept, or has no such line any more', () => {
    const { run, played } = logged();
    expect(lineThen(run, undefined)).toBeUndefined();
    expect(lineThen(run, { mark: 'x', rhythm: { id: 'broken' } })).toBeUndefined();
    const other: LoggedRun = { ...run, layer: { id: 'gone', name: 'Gone' } };
    expect(lineThen(other, { mark: 'x', rhythm })).toBeUndefined();
    expect(runAgain(run, undefined, line)).toBeUndefined();
    expect(runAgain(run, played, undefined)).toBeUndefined();
  });
});

describe('a day’s plan that is played', () => {
  afterEach(endSession);
  const item = (id: string, restBefore = 0) => ({
    kind: 'known' as const,
    rhythm: { id, name: id },
    layer: { id: 'drum', name: 'Drum' },
    instrument: 'darbuka',
    what: 'all of it',
    from: 60,
    to: 80,
    way: 'whole' as const,
    minutes: 4,
    restBefore,
    row: 1,
    load: { R: 1, L: 1, loudR: 0, loudL: 0, seconds: 240 },
  });
  const of = (id: string) => ({ rhythm: { id, name: id }, layer: { id: 'drum', name: 'Drum' } });

  it('goes from item to item, counts what was played of each, and rests where the plan does', () => {
    beginSession({ day: '2026-11-26', items: [item('a'), item('b', 2)] }, 0, 12);
    countPlayed(of('a'), 30);
    countPlayed(of('other'), 99);
    countPlayed(of('a'), 12);
    expect(sessionNow()).toMatchObject({ at: 0, played: 54 });
    expect(nextItem(1000)?.rhythm.id).toBe('b');
    expect(sessionNow()).toMatchObject({ at: 1, played: 0, restUntil: 121_000 });
    expect(nextItem(0)).toBeUndefined();
    expect(sessionNow()).toBeUndefined();
    expect(nextItem(0)).toBeUndefined();
  });

  it('is found again after a reload on its own day, and only where it is of its shape', () => {
    beginSession({ day: '2026-11-26', items: [item('a')] }, 0, 5);
    const text = JSON.stringify(sessionNow());
    expect(keptSession(text, '2026-11-26')).toEqual(sessionNow());
    expect(keptSession(text, '2026-11-27')).toBeUndefined();
    expect(keptSession(text.replace('"minutes"', '"length"'), '2026-11-26')).toBeUndefined();
    expect(keptSession(text.replace('"at":0', '"at":3'), '2026-11-26')).toBeUndefined();
    expect(keptSession(undefined, '2026-11-26')).toBeUndefined();
  });

  it('sets the climb of its line up, until the player does it another way', () => {
    beginSession({ day: '2026-11-26', items: [item('a')] }, 0);
    expect(plannedItem(sessionNow(), 'a', 'drum')?.to).toBe(80);
    expect(plannedItem(sessionNow(), 'a', 'bell')).toBeUndefined();
    expect(plannedItem(sessionNow(), 'b', 'drum')).toBeUndefined();
    expect(plannedHand(sessionNow(), 'a', 'drum')).toBeUndefined();
    setUpOwn();
    expect(plannedItem(sessionNow(), 'a', 'drum')).toBeUndefined();
    expect(plannedItem(undefined, 'a', 'drum')).toBeUndefined();
    // A hand that rests goes on resting.
    beginSession({ day: '2026-11-26', items: [{ ...item('a'), hand: 'R' }] }, 0);
    setUpOwn();
    expect(plannedHand(sessionNow(), 'a', 'drum')).toBe('R');
  });
});
