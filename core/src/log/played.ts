import * as v from 'valibot';
import { nth, numberAt } from '../bounds/index.ts';
import type { Hit } from '../ear/index.ts';
import { PassageSchema } from '../passage/index.ts';
import type { Score, ScoreEvent } from '../sound/index.ts';
import type { Pace, Seconds } from '../time/index.ts';

/** The unit in which moments are kept: tenths of a millisecond, far below what is heard. */
const UNIT: Seconds = 0.0001;
/** The most strokes that are kept of a run; a run has hundreds. */
export const PLAYED_LIMITS = { hits: 20_000, passes: 5000 } as const;

const whole = v.pipe(v.number(), v.integer());

/** What was played in a run, stroke by stroke, beside the figures of it. */
export const PlayedSchema = v.pipe(
  v.object({
    /** Id of the run. */
    id: v.pipe(v.string(), v.minLength(1), v.maxLength(64)),
    passage: PassageSchema,
    secondsPerTick: v.pipe(v.number(), v.finite(), v.gtValue(0)),
    /** Of each pass, where they are not all alike: seconds a tick at its beginning, and how it rises (see `Pace`). */
    paces: v.optional(
      v.pipe(
        v.array(
          v.tuple([v.pipe(v.number(), v.finite(), v.gtValue(0)), v.pipe(v.number(), v.finite())]),
        ),
        v.maxLength(PLAYED_LIMITS.passes),
      ),
    ),
    /** When each pass began, in tenths of a millisecond since the first. */
    passes: v.pipe(v.array(whole), v.minLength(1), v.maxLength(PLAYED_LIMITS.passes)),
    /** When each stroke came, as far after the one before, from the first pass on. */
    times: v.pipe(v.array(whole), v.maxLength(PLAYED_LIMITS.hits)),
    /** Kinds that came, and for each stroke which of them; −1 where the input could not tell. */
    kinds: v.array(v.pipe(v.string(), v.maxLength(40))),
    kindOf: v.array(v.pipe(whole, v.minValue(-1))),
    /** How sure the input was of the kind, and how hard the stroke was, in hundredths; −1 where it could not tell. */
    sure: v.array(v.pipe(whole, v.minValue(-1), v.maxValue(100))),
    loud: v.array(v.pipe(whole, v.minValue(-1), v.maxValue(100))),
    /** A letter for each stroke; . where the input could not tell. */
    hands: v.pipe(v.string(), v.regex(/^[RLF.]*$/)),
  }),
  v.check(
    ({ times, kinds, kindOf, sure, loud, hands }) =>
      [kindOf, sure, loud, hands].every(({ length }) => length === times.length) &&
      kindOf.every((kind) => kind < kinds.length),
    'What was played and how it was played are not equally many.',
  ),
);
/** The hits of a run as they were heard: see {@link PlayedSchema}. */
export type Played = Readonly<v.InferOutput<typeof PlayedSchema>>;

/** A run as it is given to be kept. */
export interface PlayedRun {
  readonly passage: Played['passage'];
  readonly secondsPerTick: Seconds;
  /** The pace of each pass, where they are not all alike. */
  readonly paces?: readonly Pace[];
  /** When each pass began, ascending, at least one. */
  readonly starts: readonly Seconds[];
  readonly hits: readonly Hit[];
}

/** Makes a run small: 200 strokes take about 2 kilobytes. */
export function packPlayed(
  id: string,
  { passage, secondsPerTick, paces, starts, hits }: PlayedRun,
): Played {
  const first = numberAt(starts, 0);
  const units = (time: Seconds) => Math.round((time - first) / UNIT);
  const sorted = [...hits].sort((a, b) => a.time - b.time).slice(0, PLAYED_LIMITS.hits);
  const kinds = [...new Set(sorted.flatMap(({ kind }) => kind ?? []))];
  const hundredths = (share: number | undefined) =>
    share === undefined ? -1 : Math.round(Math.min(1, Math.max(0, share)) * 100);
  return {
    id,
    passage,
    secondsPerTick,
    ...(paces
      ? { paces: paces.map((one): [number, number] => [one.secondsPerTick, one.rise ?? 0]) }
      : {}),
    passes: starts.slice(0, PLAYED_LIMITS.passes).map(units),
    times: sorted.map(
      ({ time }, at) => units(time) - (at === 0 ? 0 : units(nth(sorted, at - 1).time)),
    ),
    kinds,
    kindOf: sorted.map(({ kind }) => (kind === undefined ? -1 : kinds.indexOf(kind))),
    sure: sorted.map(({ sure }) => hundredths(sure)),
    loud: sorted.map(({ loud }) => hundredths(loud)),
    hands: sorted.map(({ hand }) => hand ?? '.').join(''),
  };
}

/** {@link packPlayed} the other way; the first pass begins at 0. */
export function unpackPlayed(played: Played): PlayedRun {
  const { passage, secondsPerTick, paces, passes, times, kinds, kindOf, sure, loud, hands } =
    played;
  let at = 0;
  const hits = times.map((after, index): Hit => {
    at += after;
    const kind = kinds[numberAt(kindOf, index)];
    const hand = hands.charAt(index);
    const [isSure, isLoud] = [numberAt(sure, index), numberAt(loud, index)];
    return {
      time: at * UNIT,
      ...(kind === undefined ? {} : { kind }),
      ...(isSure < 0 ? {} : { sure: isSure / 100 }),
      ...(isLoud < 0 ? {} : { loud: isLoud / 100 }),
      ...(hand === 'R' || hand === 'L' || hand === 'F' ? { hand } : {}),
    };
  });
  return {
    passage,
    secondsPerTick,
    ...(paces ? { paces: paces.map(([one, rise]): Pace => ({ secondsPerTick: one, rise })) } : {}),
    starts: passes.map((start) => start * UNIT),
    hits,
  };
}

/** Layer id under which what was played is heard. */
export const PLAYED_LAYER = 'played';
/** What an input that cannot tell is heard as. */
const LOUDEST = 0.95;

/**
 * What was played as a score, as long as the run: the hits, at their own moments and as loud as they were.
 * A tick is a tenth of a millisecond, a pulse one second; it is played at 60 beats of one pulse.
 * @param usual the kind where the input could not tell it, by the moment it came
 */
export function scorePlayed(
  { starts, hits }: PlayedRun,
  instrument: string,
  length: Seconds,
  usual: (time: Seconds) => string | undefined,
): Score {
  const ticks = (time: Seconds) => Math.max(0, Math.round((time - numberAt(starts, 0)) / UNIT));
  const lengthTicks = Math.max(1, ticks(numberAt(starts, 0) + length));
  const events = hits.flatMap(
    ({ time, kind = usual(time), loud = LOUDEST }): readonly ScoreEvent[] => {
      if (kind === undefined || ticks(time) >= lengthTicks) return [];
      return [
        {
          ticks: ticks(time),
          offset: 0,
          layer: PLAYED_LAYER,
          sound: { instrument, kind, force: 4 },
          gain: Math.min(1, loud / LOUDEST),
        },
      ];
    },
  );
  return { ticksPerPulse: 1 / UNIT, lengthTicks, turnTicks: lengthTicks, events };
}
