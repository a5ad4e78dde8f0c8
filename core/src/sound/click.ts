import * as v from 'valibot';
import { numberAt } from '../bounds/index.ts';
import { beatStarts, beatsOverTurns, type Cycle, turnPulses } from '../cycle/index.ts';
import { gcd, lcm, type Ticks } from '../time/index.ts';
import { CLICK_INSTRUMENT } from '../voice/index.ts';
import { CLICK_LAYER, type Score, type ScoreEvent, sortEvents } from './score.ts';

/** What is clicked, as players ask for it. */
export const CLICKS = {
  beats: 'every beat',
  parts: 'parts of the beat',
  one: 'the one only',
  off: 'off the beat',
  half: 'every second beat',
  quarter: 'every fourth beat',
  chosen: 'chosen beats',
  pulses: 'another pulse',
  line: 'another line’s strokes',
} as const;
/** One of {@link CLICKS}. */
export type ClickOn = keyof typeof CLICKS;

/** Turns in which something is heard and turns in which it is not, round and round. */
export const ComingSchema = v.object({
  on: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(16)),
  off: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(16)),
  /** True where the silence is a turn longer each time. */
  grows: v.optional(v.literal(true)),
});
/** Turns that are heard and turns that are not: see {@link ComingSchema}. */
export type Coming = Readonly<v.InferOutput<typeof ComingSchema>>;

/** The click that plays along. */
export const ClickPlanSchema = v.object({
  on: v.picklist(Object.keys(CLICKS) as [ClickOn, ...ClickOn[]]),
  /** Parts of each beat that are clicked, for `parts`; equal pulses in a turn, for `pulses`. */
  count: v.optional(v.pipe(v.number(), v.integer(), v.minValue(2), v.maxValue(32))),
  /** Beats of the turn, from 0, for `chosen`. */
  beats: v.optional(v.array(v.pipe(v.number(), v.integer(), v.minValue(0)))),
  /** Id of the layer, for `line`. */
  line: v.optional(v.string()),
  /** How loud it is beside the pattern, 0 to 1. */
  level: v.pipe(v.number(), v.minValue(0), v.maxValue(1)),
  silent: v.optional(ComingSchema),
});
/** The click that plays along: see {@link ClickPlanSchema}. */
export type ClickPlan = Readonly<v.InferOutput<typeof ClickPlanSchema>>;

/** A click on every beat, as loud as it can be. */
export const USUAL_CLICK: ClickPlan = { on: 'beats', level: 1 };

/** The quietest a click is made by its level, so that it can still be found. */
const LEAST = 0.05;

/**
 * Whether something that comes and goes is heard in a turn, counted from 0.
 * @example [0, 1, 2, 3, 4, 5].map((turn) => isHeard({ on: 2, off: 1 }, turn)) // true, true, false, true, true, false
 */
export function isHeard(coming: Coming | undefined, turn: number): boolean {
  if (!coming) return true;
  let left = turn;
  for (let off = coming.off; ; off += coming.grows ? 1 : 0) {
    if (left < coming.on) return true;
    left -= coming.on;
    if (left < off) return false;
    left -= off;
  }
}

/** The turns, among so many from one on, in which something comes again after a silence. */
export function turnsOfReturn(
  coming: Coming | undefined,
  from: number,
  turns: number,
): readonly number[] {
  const all = Array.from({ length: turns }, (_, at) => from + at);
  return all.filter((turn) => turn > 0 && isHeard(coming, turn) && !isHeard(coming, turn - 1));
}

interface Clicked {
  /** In pulses of the turn; may be fractions. */
  readonly num: number;
  readonly den: number;
  readonly isOne: boolean;
  readonly isBeat: boolean;
}

/** Where a turn is clicked. @param turn counted on, for a click that comes every second beat */
function clicksIn(cycle: Cycle, plan: ClickPlan, turn: number): readonly Clicked[] {
  const beats = beatsOverTurns(cycle, 1);
  const starts = beatStarts(cycle);
  const length = turnPulses(cycle);
  const at = (beat: number): Clicked => ({
    num: numberAt(starts, beat),
    den: 1,
    isOne: beat === 0,
    isBeat: true,
  });
  const every = (step: number) =>
    starts.flatMap((_, beat) => ((turn * starts.length + beat) % step === 0 ? [at(beat)] : []));
  const { count = 2 } = plan;
  switch (plan.on) {
    case 'beats':
    case 'line':
      return starts.map((_, beat) => at(beat));
    case 'one':
      return [at(0)];
    case 'half':
      return every(2);
    case 'quarter':
      return every(4);
    case 'chosen':
      return starts.flatMap((_, beat) => (plan.beats?.includes(beat) ? [at(beat)] : []));
    case 'off':
      // Half-way from each beat to the next, also where beats differ.
      return beats.map(({ start, beat: { span } }) => ({
        num: start * 2 + span,
        den: 2,
        isOne: false,
        isBeat: false,
      }));
    case 'parts':
      return beats.flatMap(({ start, beat: { span }, index }) =>
        Array.from({ length: count }, (_, part) => ({
          num: start * count + span * part,
          den: count,
          isOne: index === 0 && part === 0,
          isBeat: part === 0,
        })),
      );
    case 'pulses':
      return Array.from({ length: count }, (_, pulse) => ({
        num: length * pulse,
        den: count,
        isOne: pulse === 0,
        isBeat: true,
      }));
  }
}

/**
 * The score with the click as it is planned, in place of the one on every beat. Where another line is
 * clicked, its strokes are, whether or not it is heard itself.
 * @param firstTurn which turn of the run the score begins with, from 0
 */
export function withClick(score: Score, cycle: Cycle, plan: ClickPlan, firstTurn = 0): Score {
  const rest = score.events.filter(({ layer }) => layer !== CLICK_LAYER);
  const turns = Math.max(1, Math.round(score.lengthTicks / score.turnTicks));
  const perPulse = score.ticksPerPulse;
  const gain = Math.max(LEAST, plan.level);
  const click = (ticks: Ticks, kind: string): ScoreEvent => ({
    ticks,
    offset: 0,
    layer: CLICK_LAYER,
    sound: { instrument: CLICK_INSTRUMENT, kind, force: 3 },
    ...(gain === 1 ? {} : { gain }),
  });
  const heardIn = (ticks: Ticks) =>
    isHeard(plan.silent, firstTurn + Math.floor(ticks / score.turnTicks));
  if (plan.on === 'line') {
    // Neither graces nor the small strokes of a roll, which lie between the ticks.
    const strokes = rest.filter(
      ({ layer, offset, ticks }) => layer === plan.line && offset === 0 && Number.isInteger(ticks),
    );
    const ticks = [...new Set(strokes.map((event) => event.ticks))].filter(heardIn);
    const clicked = ticks.map((one) => click(one, 'plain'));
    return { ...score, events: sortEvents([...rest, ...clicked]) };
  }
  const byTurn = Array.from({ length: turns }, (_, turn) =>
    isHeard(plan.silent, firstTurn + turn) ? clicksIn(cycle, plan, firstTurn + turn) : [],
  );
  const den = byTurn.flat().reduce((all, one) => lcm(all, one.den), 1);
  // Clicks between the score's own ticks make its grid finer.
  const finer = den / gcd(perPulse, den);
  const clicks = byTurn.flatMap((clicked, turn) =>
    clicked.map(({ num, den: part, isOne, isBeat }) =>
      click(
        turn * score.turnTicks * finer + (num * perPulse * finer) / part,
        isOne ? 'strong' : isBeat ? 'plain' : 'second',
      ),
    ),
  );
  return {
    ticksPerPulse: perPulse * finer,
    lengthTicks: score.lengthTicks * finer,
    turnTicks: score.turnTicks * finer,
    events: sortEvents([
      ...rest.map((event) => ({
        ...event,
        ticks: event.ticks * finer,
        ...(event.dampTicks === undefined ? {} : { dampTicks: event.dampTicks * finer }),
      })),
      ...clicks,
    ]),
  };
}

/** The score without some layers in the turns in which they drop out. */
export function withCompany(
  score: Score,
  company: ReadonlyMap<string, Coming>,
  firstTurn = 0,
): Score {
  if (company.size === 0) return score;
  const events = score.events.filter(({ layer, ticks }) =>
    isHeard(company.get(layer), firstTurn + Math.floor(ticks / score.turnTicks)),
  );
  return { ...score, events };
}
