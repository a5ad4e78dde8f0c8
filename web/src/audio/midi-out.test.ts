import type { ScoreEvent } from '@stride/core/sound';
import { beforeEach, describe, expect, it } from 'vitest';
import { createMidiOut } from './midi-out.ts';

let sent: (readonly [bytes: string, at: number])[] = [];
let page = 1000;
let isClock = false;
const out = () =>
  createMidiOut({
    send: (bytes, at) =>
      sent.push([bytes.map((byte) => byte.toString(16)).join(' '), Math.round(at)]),
    now: () => page,
    noteFor: ({ kind }) => (kind === 'O' ? 63 : undefined),
    late: () => 20,
    clock: () => isClock,
  });
const stroke = (kind: string, force: 1 | 2 | 3 | 4 = 3, gain?: number): ScoreEvent => ({
  ticks: 0,
  offset: 0,
  layer: 'a',
  sound: { instrument: 'tall-drums', kind, force },
  ...(gain === undefined ? {} : { gain }),
});

beforeEach(() => {
  sent = [];
  page = 1000;
  isClock = false;
});

describe('a device that plays along', () => {
  it('is told each stroke so much earlier as it is late, and when it ends', () => {
    const midi = out();
    midi.play(stroke('O', 4), 5.05, undefined);
    midi.play(stroke('O', 1), 5.06, 5.07);
    midi.play(stroke('?'), 5.05, undefined);
    midi.tick(5);
    expect(sent).toEqual([
      ['99 3f 78', 1030],
      ['89 3f 0', 1090],
      ['99 3f 20', 1040],
      ['89 3f 0', 1050],
    ]);
  });

  it('is told what is soon, and what was taken back never', () => {
    const midi = out();
    midi.play(stroke('O'), 5.05, undefined);
    midi.play(stroke('O', 3, 0.5), 5.3, undefined);
    midi.tick(5);
    expect(sent).toHaveLength(2);
    midi.cancelFrom(5.2);
    page = 1250;
    midi.tick(5.25);
    expect(sent).toHaveLength(2);
    midi.play(stroke('O', 3, 0.5), 5.32, undefined);
    midi.tick(5.25);
    expect(sent[2]).toEqual(['99 3f 30', 1300]);
    midi.play(stroke('O'), 5.5, undefined);
    midi.stop();
    midi.tick(5.5);
    expect(sent).toHaveLength(4);
  });

  it('is given the beat where it wants it: it starts with the first tick and stops with the music', () => {
    const midi = out();
    midi.beat(5.01);
    midi.tick(5);
    expect(sent).toEqual([]);
    isClock = true;
    midi.beat(5.03);
    midi.beat(5.05);
    midi.tick(5);
    midi.stop();
    midi.stop();
    expect(sent.map(([bytes]) => bytes)).toEqual(['fa', 'f8', 'f8', 'fc']);
  });
});
