import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { seeded } from '../chance/index.ts';
import { timeRhythm } from '../rhythm/index.ts';
import { performRhythm, record } from '../sound/index.ts';
import { readRhythm } from '../text/index.ts';
import { bringIn, cyclesFor, hearRecording, proposeBringIn, withCycle } from './index.ts';

/** Half of what the ear is tried at elsewhere: as well told, in half the time. */
const RATE = 24_000;

/** A rhythm as a recording of one channel, with a little noise as a room has it. */
function recorded(text: string, turns: number): Float32Array {
  const { rhythm } = readRhythm(text, 'x');
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const recording = record(performRhythm(rhythm, timed.timing, { turns }), { sampleRate: RATE });
  const random = seeded(5);
  const samples = new Float32Array(recording.length + RATE);
  let at = RATE / 2;
  for (const [left] of recording.blocks()) {
    samples.set(left, at);
    at += left.length;
  }
  return samples.map((value) => value + (random() - 0.5) * 4e-4);
}

function heard(text: string, turns: number) {
  const result = hearRecording(recorded(text, turns), RATE, 'heard');
  if (!result.ok) throw new Error(result.message);
  const { notation } = result;
  return { notation, ...bringIn(notation, nth(proposeBringIn(notation), 0), 'x') };
}

describe('a recording', () => {
  it('becomes the rhythm that was played: its tempo, its turn, its places and its kinds', () => {
    const { rhythm, notation } = heard(
      'rhythm A\ncycle 4x4\ntempo 96\nlayer B : congas\nplay O . . S / . . B . / O . O . / S . . .',
      6,
    );
    expect(rhythm.tempo.bpm).toBeCloseTo(96, 0);
    expect(rhythm.cycle.name).toBe('4x4');
    const [layer] = rhythm.layers;
    expect(layer?.strokes.map(({ slot }) => slot)).toEqual([0, 3, 6, 8, 10, 12]);
    // No sound stands for two strokes; what one stroke sounds like after another may be two.
    const [o1, s1, b, o2, o3, s2] = layer?.strokes.map(({ kind }) => kind) ?? [];
    for (const open of [o1, o2, o3]) expect([s1, s2, b]).not.toContain(open);
    expect([s1, s2]).not.toContain(b);
    expect(notation.parts[0]?.sounds.length).toBeLessThanOrEqual(5);
  });

  it('in threes has its strokes at their places, and can be counted in threes', () => {
    const { notation } = heard(
      'rhythm A\ncycle 3x4\ntempo 80 per 3\nlayer B : darbuka\nplay D . T / T . D / D T . / T . .',
      5,
    );
    const [proposed] = proposeBringIn(notation);
    if (!proposed) throw new Error('nothing proposed');
    const threes = cyclesFor(proposed.stretch).find(({ cycle }) => cycle.name === '3x4');
    const stretch = threes && withCycle(notation, proposed.stretch, threes);
    if (!stretch) throw new Error('not to be counted in threes');
    const { rhythm } = bringIn(notation, { ...proposed, stretch }, 'x');
    expect(rhythm.tempo.bpm * rhythm.tempo.per).toBeCloseTo(240, -1);
    expect(rhythm.layers[0]?.strokes.map(({ slot }) => slot)).toEqual([0, 2, 3, 5, 6, 7, 9]);
  });

  it('that begins before the one comes round from the one, where that is said', () => {
    const { notation } = heard(
      'rhythm A\ncycle 4x4\ntempo 96\nlayer B : congas\nplay . . . S / O . . . / . . S . / O . O .',
      6,
    );
    const proposed = nth(proposeBringIn(notation), 0);
    const slots = (later: number) =>
      bringIn(notation, { ...proposed, later }, 'x').rhythm.layers[0]?.strokes.map(
        ({ slot }) => slot,
      );
    expect(slots(0)).toEqual([0, 1, 7, 9, 11]);
    expect(slots(13)).toEqual([3, 4, 10, 12, 14]);
  });

  it('has accents and ghosts where they were played', () => {
    const { rhythm } = heard(
      'rhythm A\ncycle 4x4\ntempo 96\nlayer B : congas\nplay O! . . O / . . (O) . / O! . O . / (O) . . .',
      6,
    );
    const forces = rhythm.layers[0]?.strokes.map(({ force }) => force) ?? [];
    const [first = 0, plain = 0, ghost = 0] = forces;
    expect(first).toBeGreaterThan(plain);
    expect(ghost).toBeLessThan(plain);
  });

  it('needs three strokes', () => {
    const of = (play: string) => {
      const samples = recorded(
        `rhythm A\ncycle 1x4\ntempo 90 per 1\nlayer B : congas\nplay ${play}`,
        1,
      );
      const result = hearRecording(samples, RATE, 'x');
      return result.ok ? 'heard' : result.message;
    };
    expect([of('O / O / O / .'), of('O / . / O / .')]).toEqual([
      'heard',
      'Fewer than three strokes can be heard in it.',
    ]);
  });

  it('without strokes, or far too long, is refused with a sentence', () => {
    const message = (samples: Float32Array) => {
      const result = hearRecording(samples, 8000, 'x');
      return result.ok ? 'heard' : result.message;
    };
    expect(message(new Float32Array(8000))).toBe('Fewer than three strokes can be heard in it.');
    expect(message(new Float32Array(8000 * 960 + 1))).toMatch(
      /^It lasts 16 minutes; 15 are the most/,
    );
  });
});
