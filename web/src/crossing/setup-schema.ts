import { COUNTING_SYSTEMS } from '@stride/core/counting';
import { CROSSING_LIMITS } from '@stride/core/crossing';
import { playedOn, strokeKind } from '@stride/core/instrument';
import { TEMPO_RANGE } from '@stride/core/time';
import * as v from 'valibot';
import { knownInstrument } from '../store/known-instruments.ts';
import type { Setup } from './setup.ts';

const within = (least: number, most: number) =>
  v.pipe(v.number(), v.integer(), v.minValue(least), v.maxValue(most));
const level = v.pipe(v.number(), v.minValue(0), v.maxValue(1));

const VoiceSchema = v.pipe(
  v.object({
    name: v.string(),
    instrument: v.string(),
    kind: v.string(),
    hand: v.picklist(['R', 'L', 'F']),
  }),
  v.check(({ instrument, kind }) => {
    const found = knownInstrument(instrument);
    return found !== undefined && strokeKind(found, kind) !== undefined;
  }),
  // It is kept by name, and played on the instrument as it is now.
  v.transform((voice) => {
    const found = knownInstrument(voice.instrument);
    return found ? { ...voice, ...playedOn(found) } : voice;
  }),
);

const PulseSchema = v.object({
  pulse: v.object({
    steps: within(1, CROSSING_LIMITS.steps),
    parts: within(1, CROSSING_LIMITS.parts),
    sounds: v.pipe(v.array(within(0, CROSSING_LIMITS.parts - 1)), v.minLength(1)),
    start: within(0, CROSSING_LIMITS.steps * CROSSING_LIMITS.parts - 1),
  }),
  voice: VoiceSchema,
  // A step on which nothing is laid is null where it was kept as JSON.
  backbeat: v.array(
    v.pipe(
      v.nullish(v.picklist(['low', 'high'])),
      v.transform((laid) => laid ?? undefined),
    ),
  ),
  level,
});

const SetupSchema = v.pipe(
  v.object({
    pulses: v.pipe(v.array(PulseSchema), v.minLength(2), v.maxLength(CROSSING_LIMITS.pulses)),
    from: within(0, CROSSING_LIMITS.pulses - 1),
    // Another pulse as the beat may bring any tempo with it.
    bpm: v.pipe(v.number(), v.minValue(0.1), v.maxValue(TEMPO_RANGE.max * CROSSING_LIMITS.steps)),
    click: level,
    every: within(0, 64),
    counting: v.picklist(COUNTING_SYSTEMS),
    bar: v.object({
      step: within(1, 31),
      length: within(2, 64),
      strokes: within(0, 64),
      withoutCut: v.boolean(),
    }),
    words: v.optional(
      v.object({
        strides: v.pipe(v.string(), v.maxLength(2000)),
        text: v.pipe(v.string(), v.maxLength(2000)),
      }),
    ),
  }),
  v.check(({ from, pulses }) => from < pulses.length),
);

/** A kept set-up that can be used; undefined where it cannot. */
export function checkSetup(value: unknown): Setup | undefined {
  const parsed = v.safeParse(SetupSchema, value);
  return parsed.success ? parsed.output : undefined;
}
