import { nth } from '../../bounds/index.ts';
import { instrumentOf, strokeKind } from '../../instrument/index.ts';
import { beatTicks, type Layer, type Lines, type Timing } from '../../rhythm/index.ts';
import { lcm } from '../../time/index.ts';
import { capital, counted } from '../../wording/index.ts';
import { syncopation } from '../line/line.ts';
import { type ReadSettings, type Side, USUAL_READING } from '../settings.ts';
import { type PlacedSlot, placedIn } from '../sides/placed.ts';
import { type SitsWith, sitsWith } from '../sides/sits-with.ts';
import { sideAt, type Timeline, timelineOf, toPulse } from '../sides/timeline.ts';
import { type Finding, plain } from './finding.ts';
import type { Subject } from './subject.ts';

/** The most times a layer is followed through before it meets its timeline as it began. */
const MOST_PULSES = 4096;

/** How a layer sits with the two-sided timelines among the layers of its rhythm. */
export function readSides(
  rhythm: Lines,
  timing: Timing,
  index: number,
  settings: ReadSettings = USUAL_READING,
): readonly Finding[] {
  const findings: Finding[] = [];
  rhythm.layers.forEach((_, at) => {
    const timeline = at === index ? undefined : timelineOf(rhythm, timing, at);
    if (timeline) findings.push(...readAgainst(rhythm, timing, index, timeline, settings));
  });
  return findings;
}

/**
 * How a layer sits with any two-sided timeline until both come round, as the school of the player
 * tells it; then on which side its strokes live, and what an odd number of turns does. Nothing where
 * timelines are held to have no sides.
 */
export function readAgainst(
  rhythm: Lines,
  timing: Timing,
  index: number,
  timeline: Timeline,
  settings: ReadSettings = USUAL_READING,
): readonly Finding[] {
  const layer = rhythm.layers[index];
  const grid = timing.layers[index];
  if (!layer || !grid || layer.strokes.length === 0 || settings.school === 'no sides') return [];
  const length = toPulse(grid.lengthTicks, timing);
  if (!Number.isInteger(length) || lcm(length, timeline.span) > MOST_PULSES) return [];
  const placed = placedIn(layer, timing, index, timeline.span, rhythm.cycle);
  return [
    ...(settings.school === 'loose'
      ? busierSide(rhythm, timing, placed, timeline)
      : placed.flatMap((strokes, period) => sitting(strokes, period, placed, timing, timeline))),
    ...kindSentences(layer, placed, timeline, settings),
    ...oddTurns(layer, timing, index, timeline),
  ];
}

/** Verdict and doubled places of a period, where they are not those of the first, and new rubs. */
function sitting(
  strokes: readonly PlacedSlot[],
  period: number,
  periods: readonly (readonly PlacedSlot[])[],
  timing: Timing,
  timeline: Timeline,
): readonly Finding[] {
  const read = (line: readonly PlacedSlot[]) =>
    sitsWith(line, timeline.onsets, timeline.span, timeline.side);
  const { here, verdict } = read(strokes);
  const slotsAt = (places: readonly number[]) =>
    slotsOf(strokes.filter((stroke) => places.includes(stroke.at)));
  const told = new Set(
    periods.slice(0, period).flatMap((line) => {
      const { rubs } = read(line).here;
      return line.filter((stroke) => rubs.includes(stroke.at)).map((stroke) => stroke.slot);
    }),
  );
  const rubs = here.rubs.filter((at) => !slotsAt([at]).every((slot) => told.has(slot)));
  const turn = 1 + (period * timeline.span * timing.ticksPerPulse) / timing.turnTicks;
  const where = period > 0 ? `From turn ${Math.floor(turn)}: ` : `With ${timeline.name}: `;
  const lower = (text: string) => `${text.charAt(0).toLowerCase()}${text.slice(1)}`;
  const news: Finding[] = [];
  if (period === 0 || verdict !== read(nth(periods, 0)).verdict) {
    const [first = '', doubles] = saySides({ ...read(strokes), here: { ...here, rubs: [] } });
    news.push(plain(`${where}${lower(first)}`, [], period === 0 ? 'sides' : undefined));
    if (doubles) news.push({ text: doubles, slots: slotsAt(here.doubled), tone: 'plain' });
  }
  for (const at of rubs) {
    const text = period === 0 ? sayRub(at) : `${where}${lower(sayRub(at))}`;
    news.push({ text, slots: slotsAt([at]), tone: 'warn' });
  }
  return news;
}

/** The loose school: which side of the timeline has more strokes, and which is more off the beat. */
function busierSide(
  rhythm: Lines,
  timing: Timing,
  periods: readonly (readonly PlacedSlot[])[],
  timeline: Timeline,
): readonly Finding[] {
  const { ticksPerPulse, turnTicks } = timing;
  const span = timeline.span * ticksPerPulse;
  if (span % turnTicks !== 0) return [];
  const period = nth(periods, 0);
  const beats = beatTicks(rhythm.cycle, timing, span / turnTicks);
  const onsets = [...new Set(period.map((one) => Math.round(one.at * ticksPerPulse)))].sort(
    (a, b) => a - b,
  );
  const { firstHalf, secondHalf } = syncopation(onsets, span, beats);
  const first = onsets.filter((at) => at * 2 < span).length;
  const second = onsets.length - first;
  const begins = sideAt(timeline, 0);
  const ends = sideAt(timeline, timeline.span / 2);
  const [busier, many, few] = first > second ? [begins, first, second] : [ends, second, first];
  const strokes =
    first === second
      ? `both sides have ${counted(first, 'stroke')}`
      : `the ${busier} is the busier, ${counted(many, 'stroke')} against ${few}`;
  const [off, much, little] =
    firstHalf > secondHalf ? [begins, firstHalf, secondHalf] : [ends, secondHalf, firstHalf];
  const beside =
    much - little < 0.05
      ? 'neither is more off the beat'
      : `the ${off} is more off the beat, ${much.toFixed(1)} against ${little.toFixed(1)}`;
  return [
    {
      text: `With ${timeline.name}: ${strokes}; ${beside}.`,
      slots:
        first === second
          ? []
          : slotsOf(period.filter((one) => sideAt(timeline, one.at) === busier)),
      tone: 'plain',
    },
  ];
}

/** From this share on, a kind of stroke is said to live on a side. */
const LIVES = 0.75;

/** Which kinds live on which side, and low strokes where they are not expected. */
function kindSentences(
  layer: Layer,
  periods: readonly (readonly PlacedSlot[])[],
  timeline: Timeline,
  settings: ReadSettings,
): readonly Finding[] {
  const instrument = instrumentOf(layer);
  const kinds = new Map<string, PlacedSlot[]>();
  for (const stroke of periods.flat()) {
    const here = kinds.get(stroke.kind);
    if (here) here.push(stroke);
    else kinds.set(stroke.kind, [stroke]);
  }
  const sentences: Finding[] = [];
  for (const [code, strokes] of kinds) {
    const all = strokes.reduce((sum, stroke) => sum + stroke.force / 4, 0);
    const three = strokes
      .filter((stroke) => sideAt(timeline, stroke.at) === 'three-side')
      .reduce((sum, stroke) => sum + stroke.force / 4, 0);
    const share = Math.max(three, all - three) / all;
    // A single stroke lies somewhere by need.
    if (kinds.size < 2 || strokes.length < 2 || share < LIVES) continue;
    const side = three * 2 > all ? 'three-side' : 'two-side';
    const name = instrument ? (strokeKind(instrument, code)?.name ?? code) : code;
    sentences.push({
      text: `${capital(name)} lives on the ${side}: ${Math.max(three, all - three).toFixed(2)} of ${all.toFixed(2)}.`,
      slots: slotsOf(strokes),
      tone: 'plain',
    });
  }
  if (settings.lowOn === undefined) return sentences;
  const stray = periods
    .flat()
    .filter(({ kind, at }) => isLow(layer, kind) && sideAt(timeline, at) !== settings.lowOn);
  if (stray.length === 0) return sentences;
  const pulses = [...new Set(stray.map((stroke) => Math.floor(stroke.at) + 1))].join(', ');
  return [
    ...sentences,
    {
      text: `Low strokes on the ${settings.lowOn === 'two-side' ? 'three-side' : 'two-side'}, where you do not expect them: pulse ${pulses}.`,
      slots: slotsOf(stray),
      tone: 'warn',
    },
  ];
}

/** Bass strokes, and open ones on the lowest of several drums. */
function isLow(layer: Layer, code: string): boolean {
  const instrument = instrumentOf(layer);
  const kind = instrument && strokeKind(instrument, code);
  return kind?.family === 'bass' || (kind?.family === 'open' && kind.drum === 0);
}

function slotsOf(strokes: readonly PlacedSlot[]): readonly number[] {
  return [...new Set(strokes.map((stroke) => stroke.slot))].sort((a, b) => a - b);
}

/** What an odd number of turns does where the timeline is two turns long. */
function oddTurns(
  layer: Layer,
  timing: Timing,
  index: number,
  timeline: Timeline,
): readonly Finding[] {
  const turns = (timeline.span * timing.ticksPerPulse) / timing.turnTicks;
  if (turns % 2 !== 0) return [];
  const own = nth(timing.layers, index).lengthTicks / timing.turnTicks;
  const half = turns / 2;
  if (Number.isInteger(own / half) && (own / half) % 2 === 1 && own > half) {
    return [
      {
        text: `${layer.name} is ${own} turns long: the second time through it begins on the other side. One turn more or less keeps it on its side.`,
        slots: [],
        tone: 'warn',
      },
    ];
  }
  return [
    plain(
      `${timeline.name} takes ${counted(turns, 'turn')}: after a section of ${half === 1 ? 'an odd number of turns' : `${half} turns`} the next one begins on the other side.`,
    ),
  ];
}

/** The sentences of the strict school: the verdict with the two figures it compared, and every rub. */
export function saySides(reading: SitsWith): readonly string[] {
  const { here, other, verdict, side } = reading;
  const figures = `${here.agreement.toFixed(2)} against ${other.agreement.toFixed(2)}`;
  const pulses = (places: readonly number[]) => places.map((at) => at + 1).join(', ');
  return [
    verdict === 'either'
      ? `It sits with either side: ${figures}.`
      : `It sits better ${verdict === side ? 'as the timeline stands' : 'from the other side'}, ${verdict}: ${figures}.`,
    ...(here.doubled.length > 0
      ? [`It doubles the timeline on pulse ${pulses(here.doubled)}.`]
      : []),
    ...here.rubs.map(sayRub),
  ];
}

/** That an accent rubs against the timeline. @param at its pulse, from 0 */
export function sayRub(at: number): string {
  return `The accent on pulse ${at + 1} rubs.`;
}

/** What stands over a turn: `three-side`, or `3-2` where it holds both. */
export function sayTurnSides(sides: readonly Side[]): string {
  if (sides.length === 1) return nth(sides, 0);
  return sides.map((side) => (side === 'three-side' ? '3' : '2')).join('-');
}

/** How a layer sits with the two-sided timelines beside it. */
export function sideFindings({ rhythm, timing, index, settings }: Subject): readonly Finding[] {
  return readSides(rhythm, timing, index, settings);
}
