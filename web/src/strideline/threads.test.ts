import { composite } from '@stride/core/read';
import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { threadsOf } from './threads.ts';

describe('threads', () => {
  it('tie what the composite says falls together, in every demo rhythm', () => {
    for (const rhythm of DEMO_RHYTHMS) {
      const timed = timeRhythm(rhythm);
      if (!timed.ok) throw new Error(timed.message);
      const { timing } = timed;
      const threads = [...threadsOf(rhythm, timing, timing.fullTicks)].sort(
        (a, b) => a.ticks - b.ticks,
      );
      const meetings = composite(rhythm, timing).meetings.filter(({ layers }) => layers.length > 1);
      expect(threads.map((thread) => [thread.ticks, thread.top, thread.bottom])).toEqual(
        meetings.map(({ ticks, layers }) => [ticks, layers[0], layers.at(-1)]),
      );
    }
  });

  it('reach as far as the drawing does', () => {
    const { rhythm } = readRhythm(
      'rhythm A\ncycle 1x4\nlayer A : claves\nplay X / X / X / X\nlayer B : claves\nplay X / X / X\nloop own',
    );
    const timed = timeRhythm(rhythm);
    if (!timed.ok) throw new Error(timed.message);
    const turn = timed.timing.turnTicks;
    expect(threadsOf(rhythm, timed.timing, turn)).toHaveLength(4);
    expect(threadsOf(rhythm, timed.timing, 3 * turn)).toHaveLength(12);
  });
});
