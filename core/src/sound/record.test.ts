import { describe, expect, it } from 'vitest';
import { numberAt } from '../bounds/index.ts';
import { truePeak } from '../loudness/index.ts';
import { CEILING } from '../mix/index.ts';
import { timeRhythm } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { toSample } from '../time/index.ts';
import {
  CLICK_LAYER,
  DAMP_FADE,
  performClimb,
  performRhythm,
  type RecordOptions,
  record,
  secondsOf,
  wavHead,
  wavPieces,
} from './index.ts';

const { rhythm } = readRhythm(
  `rhythm Lantern steps
cycle 3+3+2
tempo 90 to 104 per 3
layer Bell : claves
play X . . / X . . / X .
layer Walker : congas
play . . O / . O! . / . S`,
  'x',
);
const timed = timeRhythm(rhythm);
if (!timed.ok) throw new Error(timed.message);
const { timing } = timed;
const OPTIONS: RecordOptions = { sampleRate: 48_000 };
const performed = (turns: number, countIn = 0) => performRhythm(rhythm, timing, { turns, countIn });

function all(turns: number, options: RecordOptions = OPTIONS, countIn = 0) {
  const recording = record(performed(turns, countIn), options);
  const sides = [new Float32Array(recording.length), new Float32Array(recording.length)] as const;
  let at = 0;
  for (const [left, right] of recording.blocks()) {
    sides[0].set(left, at);
    sides[1].set(right, at);
    at += left.length;
  }
  expect(at).toBe(recording.length);
  return sides;
}

/** Where it begins to sound after silence: the first sample after a hundredth of a second without any. */
function onsets(samples: Float32Array): readonly number[] {
  const found: number[] = [];
  let quiet = 480;
  samples.forEach((value, at) => {
    const sounds = Math.abs(value) > 1e-7;
    if (sounds && quiet >= 480) found.push(at);
    quiet = sounds ? 0 : quiet + 1;
  });
  return found;
}

describe('a performance as sound', () => {
  it('lets a choked stroke die evenly', () => {
    const bell = (stroke: string) => {
      const text = `rhythm A\ncycle 4x1\ntempo 60 per 4\nlayer A : hand bell\nplay ${stroke} . . .`;
      const { rhythm: one } = readRhythm(text, 'x');
      const time = timeRhythm(one);
      if (!time.ok) throw new Error(time.message);
      const recording = record(performRhythm(one, time.timing, { turns: 1 }), OPTIONS);
      return [...recording.blocks()].flatMap(([left]) => [...left]);
    };
    const [free, choked] = [bell('X'), bell('X^')];
    const from = 0.25 * 48_000;
    const fade = Math.round(DAMP_FADE * 48_000);
    expect(choked.slice(0, from)).toEqual(free.slice(0, from));
    for (let part = 1; part < fade; part += 7) {
      const whole = numberAt(free, from + part);
      expect(Math.abs(numberAt(choked, from + part) - whole * (1 - part / fade))).toBeLessThan(
        1e-6,
      );
    }
    expect(free.slice(from + fade, from + fade + 4800).some((value) => value !== 0)).toBe(true);
    expect(choked.slice(from + fade).every((value) => value === 0)).toBe(true);
  });

  it('has each stroke at its sample, exactly, turn after turn', () => {
    const [left] = all(12, { ...OPTIONS, levels: new Map([['layer-2', 0]]) });
    const bell = rhythm.layers[0]?.id;
    expect(bell).toBe('layer-1');
    const expected = Array.from({ length: 12 }, (_, turn) =>
      [0, 3, 6].map((pulse) => toSample({ num: turn * 8 + pulse, den: 1 }, rhythm.tempo, 48_000)),
    ).flat();
    const heard = onsets(left);
    expect(heard).toHaveLength(36);
    heard.forEach((at, index) => {
      expect(Math.abs(at - (expected[index] ?? 0))).toBeLessThanOrEqual(1);
    });
  });

  it('stands from left to right, and is under the ceiling', () => {
    const alone = (layer: string) => {
      const out = new Map(rhythm.layers.map(({ id }) => [id, id === layer ? 1 : 0]));
      return all(1, { ...OPTIONS, spread: 1, levels: out }).map((side) =>
        side.reduce((sum, value) => sum + value * value, 0),
      );
    };
    const [bellLeft = 0, bellRight = 0] = alone('layer-1');
    const [walkerLeft = 0, walkerRight = 0] = alone('layer-2');
    expect(bellLeft).toBeGreaterThan(bellRight * 1.2);
    expect(walkerRight).toBeGreaterThan(walkerLeft * 1.2);
    for (const side of all(2)) expect(truePeak(side)).toBeLessThanOrEqual(CEILING);
  });

  it('is clicked and counted in where that is asked for', () => {
    const silent = new Map(rhythm.layers.map(({ id }) => [id, 0]));
    const clicks = (click: RecordOptions['click'], countIn: number) => {
      const options = { ...OPTIONS, levels: silent, ...(click === undefined ? {} : { click }) };
      return onsets(all(2, options, countIn)[0]).length;
    };
    expect(clicks(undefined, 0)).toBe(0);
    expect(clicks('wood', 0)).toBe(6);
    expect(clicks(undefined, 1)).toBe(3);
    // Each click has a wave of its own, on every one of its ticks.
    const wave = (click: RecordOptions['click']) =>
      all(1, { ...OPTIONS, levels: silent, ...(click ? { click } : {}) })[0].slice(0, 2000);
    expect(wave('bell')).not.toEqual(wave('wood'));
    expect(wave('wood')).toEqual(wave('wood'));
    // A file for each player has no count-in; that of the click has nothing else.
    const alone = (layer: string, click: RecordOptions['click']) =>
      onsets(all(1, { ...OPTIONS, only: new Set([layer]), ...(click ? { click } : {}) }, 1)[0]);
    expect(alone('layer-1', false)).toHaveLength(3);
    expect(alone('count-in', 'wood')).toHaveLength(3);
    expect(alone(CLICK_LAYER, 'wood')).toHaveLength(3);
  });

  it('rings on in a room, as the room answers a single tick', () => {
    const dry = all(1)[0];
    const hall = all(1, { ...OPTIONS, room: 'hall' })[0];
    const end = Math.round(secondsOf(performed(1)) * 48_000) + 24_000;
    const energy = (samples: Float32Array) =>
      samples.subarray(end).reduce((sum, value) => sum + value * value, 0);
    expect(energy(hall)).toBeGreaterThan(energy(dry) * 10 + 1e-6);
  });

  it('is the same in parts that are worked out by themselves', () => {
    const recording = record(performed(4), { ...OPTIONS, spread: 1, room: 'room', click: 'wood' });
    const whole = [...recording.blocks()].flatMap(([left]) => [...left]);
    const middle = Math.round(recording.length * 0.6);
    const parts = [
      [0, middle],
      [middle, recording.length],
    ].flatMap(([from, to]) => [...recording.blocks(from, to)].flatMap(([left]) => [...left]));
    expect(parts).toHaveLength(whole.length);
    const off = whole.reduce(
      (most, value, at) => Math.max(most, Math.abs(value - (parts[at] ?? 9))),
      0,
    );
    expect(off).toBeLessThan(1e-4);
  });

  it('is a WAV file of two channels, in 16 and in 24 bits', () => {
    for (const bits of [16, 24] as const) {
      const recording = record(performed(1), { sampleRate: 44_100 });
      const pieces = [wavHead(recording, bits), ...wavPieces(recording, bits)];
      const bytes = new Uint8Array(Buffer.concat(pieces));
      const view = new DataView(bytes.buffer);
      expect(new TextDecoder().decode(bytes.subarray(0, 4))).toBe('RIFF');
      expect(view.getUint32(4, true)).toBe(bytes.length - 8);
      const head = [22, 34].map((at) => view.getUint16(at, true));
      expect([...head, view.getUint32(24, true)]).toEqual([2, bits, 44_100]);
      expect(view.getUint32(40, true)).toBe((recording.length * 2 * bits) / 8);
      expect(bytes.length).toBe(44 + (recording.length * 2 * bits) / 8);
    }
  });

  it('climbs by itself: each tempo as long as it takes', () => {
    const climb = performClimb(rhythm, timing, [60, 90, 120], { turns: 3, countIn: 1 });
    const turn = (bpm: number) => (8 * 60) / (bpm * 3);
    expect(secondsOf(climb)).toBeCloseTo(turn(60) + 3 * (turn(60) + turn(90) + turn(120)), 9);
    expect(climb.segments.map(({ name }) => name)).toEqual([
      'count-in',
      '60 a minute',
      '90 a minute',
      '120 a minute',
    ]);
    const later = performRhythm(rhythm, timing, { turns: 2, from: 1, bpm: 45 });
    expect(later.segments[0]).toMatchObject({
      startTicks: timing.turnTicks,
      tempo: { bpm: 45, per: 3 },
    });
  });

  it('gives graces before the first stroke room', () => {
    const flam = readRhythm("rhythm A\ncycle 4\nlayer B : congas\nplay 'O . . .", 'a').rhythm;
    const time = timeRhythm(flam);
    if (!time.ok) throw new Error(time.message);
    const played = performRhythm(flam, time.timing, { turns: 1 });
    const recording = record(played, OPTIONS);
    expect(recording.length).toBe(Math.ceil((secondsOf(played) + 0.03 + 2) * 48_000));
    const [first] = recording.blocks();
    expect(onsets(first?.[0] ?? new Float32Array())[0]).toBeLessThan(5);
  });
});
