import { nth } from '../bounds/index.ts';
import { CYCLE_LIMITS, type Cycle, type Group, parseSpans, turnPulses } from '../cycle/index.ts';
import { pulseValue } from '../staff/index.ts';
import { add, compare, equal, multiply, rational, subtract, ZERO } from '../time/index.ts';
import type { Bar, Notation, Quarters, WrittenMeter } from './model.ts';

/** Bars one after another that can be one rhythm, since they come round alike. */
export interface Stretch {
  /** Of its first bar, from 0. */
  readonly from: number;
  readonly bars: number;
  readonly cycle: Cycle;
  /** How long a pulse of the cycle is. */
  readonly pulse: Quarters;
  /** Where its first turn begins; before its first bar where that is a pickup. */
  readonly start: Quarters;
  readonly turns: number;
}

/** How long a whole bar of a meter is. */
export function meterLength({ beats, under }: WrittenMeter): Quarters {
  return rational(beats.reduce((sum, one) => sum + one, 0) * 4, under);
}

const sameMeter = (a: WrittenMeter, b: WrittenMeter) =>
  a.under === b.under && a.beats.join() === b.beats.join();

/** Bars of different meters that come round together: at most so many are looked at. */
const MOST_TOGETHER = 8;

/** The stretches of a piece, one after another: where the meter changes another one begins. */
export function stretchesOf(notation: Notation): readonly Stretch[] {
  const bars = notation.bars.slice(0, notation.variations?.[0]?.from);
  const together = barsTogether(bars);
  if (together > 1) {
    const meters = bars.slice(0, together).map(({ meter }) => meter);
    return [stretch(notation, 0, bars.length, meters)];
  }
  const found: Stretch[] = [];
  for (let from = 0; from < bars.length; ) {
    const { meter } = nth(bars, from);
    let to = from + 1;
    while (to < bars.length && goesOn(nth(bars, to - 1), nth(bars, to), to - 1 === from)) to += 1;
    found.push(stretch(notation, from, to - from, [meter]));
    from = to;
  }
  return found;
}

/** Whether a bar can stand after another in one rhythm; a short one can only be the first, as a pickup. */
function goesOn(before: Bar, bar: Bar, isFirst: boolean): boolean {
  const isWhole = (one: Bar) => equal(one.length, meterLength(one.meter));
  return sameMeter(before.meter, bar.meter) && isWhole(bar) && (isFirst || isWhole(before));
}

/** How many bars of changing meters make one turn; 1 where they do not come round, or do not change. */
function barsTogether(bars: readonly Bar[]): number {
  const changes = bars.some((bar) => !sameMeter(bar.meter, nth(bars, 0).meter));
  if (!changes || bars.some((bar) => !equal(bar.length, meterLength(bar.meter)))) return 1;
  for (let count = 2; count <= Math.min(MOST_TOGETHER, bars.length / 2); count += 1) {
    const beats = bars.slice(0, count).reduce((sum, { meter }) => sum + meter.beats.length, 0);
    if (bars.length % count !== 0 || beats > CYCLE_LIMITS.beats) continue;
    if (bars.every((bar, at) => sameMeter(bar.meter, nth(bars, at % count).meter))) return count;
  }
  return 1;
}

function stretch(
  { bars, parts, hints }: Notation,
  from: number,
  count: number,
  meters: readonly WrittenMeter[],
): Stretch {
  const first = nth(bars, from);
  const last = nth(bars, from + count - 1);
  const length = meters.map(meterLength).reduce(add);
  const isPickup = meters.length === 1 && compare(first.length, length) < 0;
  const start = isPickup ? subtract(add(first.start, first.length), length) : first.start;
  const end = add(last.start, last.length);
  const hinted = hints?.cycle === undefined ? undefined : hintedCycle(hints.cycle, length);
  // Of the whole piece, so that all its stretches are counted alike.
  const isFine = (quarters: Quarters) =>
    parts.some(({ notes }) =>
      notes.some(({ at }) => {
        const from = subtract(at, first.start);
        return multiply(from, rational(quarters.den, quarters.num)).den !== 1;
      }),
    );
  const { cycle, pulse } = hinted ?? cycleOf(meters, isFine);
  const turn = multiply(rational(turnPulses(cycle)), pulse);
  const all = multiply(subtract(end, start), rational(turn.den, turn.num));
  return { from, bars: count, cycle, pulse, start, turns: Math.ceil(all.num / all.den) };
}

/** The cycle that stands beside the notes, where it is as long as a bar. */
function hintedCycle(
  text: string,
  length: Quarters,
): { readonly cycle: Cycle; readonly pulse: Quarters } | undefined {
  const read = parseSpans(text);
  if (!read.ok) return undefined;
  const pulse = rational(4, pulseValue(read.cycle));
  const turn = multiply(rational(turnPulses(read.cycle)), pulse);
  return equal(turn, length) ? { cycle: read.cycle, pulse } : undefined;
}

/**
 * The cycle of one bar, or of several that come round together, each a group. Beats of one note become beats of
 * four pulses where anything is written between them, so that the pulse is what players count by.
 */
export function cycleOf(
  meters: readonly WrittenMeter[],
  isFine: (pulse: Quarters) => boolean = () => true,
): { readonly cycle: Cycle; readonly pulse: Quarters } {
  const under = Math.max(...meters.map((meter) => meter.under));
  const spans = meters.map((meter) => meter.beats.map((beat) => (beat * under) / meter.under));
  const isSimple = spans.every((bar) => bar.every((span) => span === 1));
  const by = isSimple && isFine(rational(4, under)) ? 4 : 1;
  const groups = spans.map((bar): Group => ({ beats: bar.map((span) => ({ span: span * by })) }));
  const name = groups.map(({ beats }) => beats.map(({ span }) => span).join('+')).join(', ');
  const read = parseSpans(name);
  const cycle = read.ok ? read.cycle : { id: '4x4', name: '4x4', groups };
  return { cycle, pulse: rational(4, under * by) };
}

/** How the beats of a signature are taken where it does not say so itself. */
export function beatsOfSignature(over: number, under: number): readonly number[] {
  if (over > 3 && over % 3 === 0 && under >= 8) return Array.from({ length: over / 3 }, () => 3);
  if (over === 3 && under >= 8) return [3];
  if (under >= 8 && over > 3) {
    // Twos with a three at the end: 2+3, 2+2+3; what is meant can be said instead.
    const threes = over % 2;
    return [...Array.from({ length: (over - 3 * threes) / 2 }, () => 2), ...(threes ? [3] : [])];
  }
  return Array.from({ length: Math.max(1, over) }, () => 1);
}

/** Bars of these meters from the beginning on, until a place is reached. */
export function barsUntil(
  end: Quarters,
  meterAt: (start: Quarters) => WrittenMeter,
  most: number,
): readonly Bar[] {
  const bars: Bar[] = [];
  let start: Quarters = ZERO;
  do {
    const meter = meterAt(start);
    const length = meterLength(meter);
    bars.push({ start, length, meter });
    start = add(start, length);
  } while (compare(start, end) < 0 && bars.length < most);
  return bars;
}

/** The same stretch from another bar on, or with fewer or more bars; within the bars there are. */
export function withBars(
  notation: Notation,
  stretch: Stretch,
  from: number,
  bars: number,
): Stretch {
  const first = Math.min(Math.max(0, from), notation.bars.length - 1);
  const count = Math.min(Math.max(1, bars), notation.bars.length - first);
  const last = nth(notation.bars, first + count - 1);
  const start = first === stretch.from ? stretch.start : nth(notation.bars, first).start;
  return laid({ ...stretch, from: first, bars: count, start }, add(last.start, last.length));
}

/** The same stretch in another cycle; it begins where it did. */
export function withCycle(
  notation: Notation,
  stretch: Stretch,
  { cycle, pulse }: Pick<Stretch, 'cycle' | 'pulse'>,
): Stretch {
  const last = nth(notation.bars, stretch.from + stretch.bars - 1);
  return laid({ ...stretch, cycle, pulse }, add(last.start, last.length));
}

/** As many turns as reach to a place. */
function laid(stretch: Stretch, end: Quarters): Stretch {
  const turn = multiply(rational(turnPulses(stretch.cycle)), stretch.pulse);
  const all = multiply(subtract(end, stretch.start), rational(turn.den, turn.num));
  return { ...stretch, turns: Math.max(1, Math.ceil(all.num / all.den)) };
}

/** Pulses that a beat can have, where all beats are as long. */
const PULSES = [4, 3, 2, 1, 6] as const;

/**
 * Other cycles in which the same bars can be counted: beats of other pulses, uneven beats in another order, half a
 * turn or two of them. The one it has is the first.
 */
export function cyclesFor({
  cycle,
  pulse,
}: Pick<Stretch, 'cycle' | 'pulse'>): readonly Pick<Stretch, 'cycle' | 'pulse'>[] {
  const spans = cycle.groups.flatMap(({ beats }) => beats.map(({ span }) => span));
  const [span = 1] = spans;
  const found: { readonly text: string; readonly pulse: Quarters }[] = [];
  const also = (beats: readonly number[], of: Quarters) =>
    found.push({ text: beats.join('+'), pulse: of });
  if (spans.every((one) => one === span)) {
    const beat = multiply(rational(span), pulse);
    for (const parts of PULSES) {
      also(
        spans.map(() => parts),
        multiply(beat, rational(1, parts)),
      );
    }
    if (spans.length % 2 === 0 && spans.length > 2) also(spans.slice(0, spans.length / 2), pulse);
    // Beats of two as beats of three: six eighths are three twos or two threes.
    for (const parts of [1, 2]) {
      const pulses = spans.length * parts;
      if (pulses % 3 !== 0) continue;
      also(
        Array.from({ length: pulses / 3 }, () => 3),
        multiply(beat, rational(1, parts)),
      );
    }
  } else {
    for (let turn = 1; turn < spans.length; turn += 1) {
      also([...spans.slice(turn), ...spans.slice(0, turn)], pulse);
    }
  }
  also([...spans, ...spans], pulse);
  const own = spans.join('+');
  const seen = new Set([own]);
  return [
    { cycle, pulse },
    ...found.flatMap(({ text, pulse: of }) => {
      const key =
        of.num === pulse.num && of.den === pulse.den ? text : `${text} ${of.num}/${of.den}`;
      const read = parseSpans(text);
      if (!read.ok || seen.has(key)) return [];
      seen.add(key);
      return [{ cycle: read.cycle, pulse: of }];
    }),
  ];
}
