import { type LayerGrid, nameTurn, tempoAt, timeRhythm } from '@stride/core/rhythm';
import { scoreRhythm } from '@stride/core/sound';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { type ChosenStretch, type PlayWhat, playing, sayWhat } from './play-what.ts';
import { stretchOf } from './use-chosen.ts';

const { rhythm } = readRhythm(
  'rhythm A\ncycle 4x2\ntempo 60 per 4\nlayer D : claves\nplay X . . . / X . . . | X . X . / . . . .',
);
const called = nameTurn(rhythm, 0, 'call');

const ORDER = [
  { turn: 0, times: 2 },
  { turn: 1, times: 1 },
];

/** The stretches that are played, in pulses, up to so many. */
function stretches(what: PlayWhat, chosen?: ChosenStretch, of = rhythm, most = 4): string {
  const timed = timeRhythm(of);
  if (!timed.ok) throw new Error(timed.message);
  const { timing } = timed;
  const score = scoreRhythm(of, timing, of);
  const tempo = tempoAt(of);
  const next = playing({ what, rhythm: of, timing, chosen, order: ORDER }, () => ({
    score,
    tempo,
  }));
  const said: string[] = [];
  for (let one = next(); one && said.length < most; one = next()) {
    said.push(`${one.startTicks}–${one.endTicks}`);
  }
  return said.join(' ');
}

describe('what is played', () => {
  const slot: ChosenStretch = { from: 10, to: 11, isStretch: false };
  const some: ChosenStretch = { from: 3, to: 6, isStretch: true };

  it('is the whole, from a place, once, a turn, a stretch, or all with its calls once', () => {
    expect(stretches('all')).toBe('0–Infinity');
    expect(stretches('here', slot)).toBe('10–Infinity');
    expect(stretches('once')).toBe('0–16');
    expect(stretches('chosen', slot)).toBe('8–16 8–16 8–16 8–16');
    expect(stretches('chosen', some)).toBe('3–6 3–6 3–6 3–6');
    expect(stretches('chosen', { from: 14, to: 18, isStretch: true }, rhythm, 1)).toBe('14–18');
    expect(stretches('calls once', undefined, called)).toBe('0–16 8–16 8–16 8–16');
    expect(stretches('chosen')).toBe('0–8 0–8 0–8 0–8');
    expect(stretches('order')).toBe('0–8 0–8 8–16 0–8');
  });

  it('is what the rhythm is as it begins, not as it was asked for', () => {
    const timed = timeRhythm(rhythm);
    if (!timed.ok) throw new Error(timed.message);
    const { timing } = timed;
    const score = scoreRhythm(rhythm, timing, rhythm);
    const finer = { ...score, ticksPerPulse: score.ticksPerPulse * 3 };
    const asked = { rhythm, timing, order: ORDER };
    const later = (what: PlayWhat, chosen: ChosenStretch) =>
      playing({ ...asked, what, chosen }, () => ({ score: finer, tempo: tempoAt(rhythm) }))();
    expect(later('here', slot)).toMatchObject({ score: finer, startTicks: 30 });
    expect(later('chosen', some)).toMatchObject({ score: finer, startTicks: 9, endTicks: 18 });
  });

  it('goes over the seam of a layer that is shorter than the whole', () => {
    const grid = { startTicks: [0, 2, 4, 6], lengthTicks: 8 } as unknown as LayerGrid;
    expect(stretchOf(grid, [3, 0])).toEqual({ from: 6, to: 10, isStretch: true });
    expect(stretchOf(grid, [1, 2])).toEqual({ from: 2, to: 6, isStretch: true });
    expect(stretchOf(grid, [3, 3])).toEqual({ from: 6, to: 8, isStretch: false });
  });

  it('is said in a few words', () => {
    const timed = timeRhythm(rhythm);
    if (!timed.ok) throw new Error(timed.message);
    const said = (what: PlayWhat, chosen?: ChosenStretch) =>
      sayWhat(what, rhythm, timed.timing, chosen);
    expect(said('chosen', slot)).toBe('Only turn 2, round and round');
    expect(said('chosen', some)).toBe('Only what is chosen, round and round');
    expect(said('all')).toBe('All of it, round and round');
  });
});
