import {
  type Bar,
  beatsOfSignature,
  type Quarters,
  type TempoMark,
  type WrittenMeter,
} from '../notation/index.ts';
import { rational, toNumber, ZERO } from '../time/index.ts';
import { type AtTick, decoded } from './tracks.ts';

/** Signatures and tempos, wherever in the tracks they stand. */
export function signsOf(
  all: readonly AtTick[],
  place: (tick: number) => Quarters,
  lost: string[],
): {
  readonly meterAt: (start: Quarters) => WrittenMeter;
  readonly tempos: readonly TempoMark[];
} {
  const meters: { readonly at: number; readonly meter: WrittenMeter; readonly beat: Quarters }[] =
    [];
  const tempos: { readonly at: Quarters; readonly quarters: number }[] = [];
  let odd = 0;
  for (const { tick, event } of all) {
    if (event.type === 'timeSignature') {
      const { numerator, denominator, metronome } = event;
      const fits = numerator >= 1 && numerator <= 128 && denominator >= 1 && denominator <= 64;
      if (!fits) odd += 1;
      else {
        const meter = { beats: beatsOfSignature(numerator, denominator), under: denominator };
        const beat = rational(metronome > 0 ? metronome : 24, 24);
        meters.push({ at: toNumber(place(tick)), meter, beat });
      }
    }
    if (event.type === 'setTempo') {
      if (event.microsecondsPerBeat > 0) {
        tempos.push({ at: place(tick), quarters: 60e6 / event.microsecondsPerBeat });
      } else odd += 1;
    }
  }
  if (odd > 0) {
    lost.push(
      `${odd} signature${odd > 1 ? 's and tempos' : ' or tempo'} of nought or beyond what can be, left out.`,
    );
  }
  meters.sort((a, b) => a.at - b.at);
  tempos.sort((a, b) => toNumber(a.at) - toNumber(b.at));
  const usual = { meter: { beats: [1, 1, 1, 1], under: 4 }, beat: rational(1) };
  const lastBy = (at: number) => meters.findLast((one) => one.at <= at + 1e-9) ?? usual;
  const known = tempos.length > 0 ? tempos : [{ at: ZERO, quarters: 120 }];
  return {
    meterAt: (start) => lastBy(toNumber(start)).meter,
    tempos: known.map(({ at, quarters }) => ({ at, quarters, beat: lastBy(toNumber(at)).beat })),
  };
}

/** Bars with the markers that stand at their beginning, or nearest to it. */
export function labelled(
  bars: readonly Bar[],
  all: readonly AtTick[],
  resolution: number,
): readonly Bar[] {
  const markers = all.flatMap(({ tick, event }) =>
    event.type === 'marker' ? [{ at: tick / resolution, text: decoded(event.text).trim() }] : [],
  );
  if (markers.length === 0) return bars;
  const labels = new Map<number, string>();
  for (const { at, text } of markers) {
    const bar = bars.findLastIndex(({ start }) => toNumber(start) <= at + 0.25);
    if (bar >= 0 && text !== '' && !labels.has(bar)) labels.set(bar, text);
  }
  return bars.map((bar, index) => {
    const label = labels.get(index);
    return label === undefined ? bar : { ...bar, label };
  });
}
