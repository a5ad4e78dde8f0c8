import { describe, expect, it } from 'vitest';
import { SAMPLE_RATE } from '../audio/voices.ts';
import { createRecorder, mixTake, takeFile } from './take.ts';

const bit = (value: number, length = 480) => new Float32Array(length).fill(value);

describe('a take', () => {
  it('is cut out of what was heard, each bit at its time', () => {
    const recorder = createRecorder();
    recorder.take(bit(0.1), 10);
    recorder.take(bit(0.2), 10.01);
    // A bit is missing here.
    recorder.take(bit(0.3), 10.03);
    const take = recorder.cut('Walker', 10.005, 10.035);
    expect(take).toMatchObject({ name: 'Walker', startTime: 10.005 });
    const at = (seconds: number) => take?.samples[Math.round(seconds * SAMPLE_RATE)] ?? Number.NaN;
    expect([at(0), at(0.006), at(0.02), at(0.0255)].map((one) => Number(one.toFixed(3)))).toEqual([
      0.1, 0.2, 0, 0.3,
    ]);
    expect(take?.samples).toHaveLength(SAMPLE_RATE * 0.03);
    expect(recorder.cut('early', 5, 9)).toBeUndefined();
    recorder.clear();
    expect(recorder.cut('gone', 10, 11)).toBeUndefined();
  });

  it('is played with what the program played beside it, its own delay taken out', () => {
    const samples = new Float32Array(SAMPLE_RATE);
    samples[4800] = 0.5;
    const take = { name: 'a', samples, startTime: 20 };
    const sound = { instrument: 'click', kind: 'plain', force: 3 } as const;
    const event = (ticks: number, layer: string) => ({ ticks, offset: 0, layer, sound });
    const score = {
      ticksPerPulse: 1,
      lengthTicks: 4,
      turnTicks: 4,
      events: [event(0, 'click'), event(1, 'drum'), event(3, 'click')],
    };
    const played = [
      { score, startTime: 20.25, startTicks: 0, endTicks: 3, pace: { secondsPerTick: 0.25 } },
    ];
    const mixed = (isHeard: (layer: string) => boolean) =>
      mixTake(take, played, 0.02, isHeard, () => Float32Array.of(1));
    const found = (out: Float32Array) =>
      [...out.entries()].flatMap(([at, value]) =>
        value === 0 ? [] : [[at / SAMPLE_RATE, Number(value.toFixed(2))]],
      );
    expect(found(mixed((layer) => layer === 'click'))).toEqual([
      [0.08, 0.5],
      [0.25, 0.6],
    ]);
    expect(found(mixed((layer) => layer === 'drum'))).toEqual([
      [0.08, 0.5],
      [0.5, 0.6],
    ]);
    expect(takeFile(take).size).toBe(44 + SAMPLE_RATE * 2);
  });
});
