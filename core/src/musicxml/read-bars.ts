import { meterLength, type WrittenMeter } from '../notation/index.ts';
import { compare, equal, type Rational, ZERO } from '../time/index.ts';
import { readSignature } from './meter.ts';
import type { PartReader } from './part-reader.ts';
import type { ReadBar, Repeats } from './read-bar.ts';
import { readNotes } from './read-notes.ts';
import { all, attribute, childrenOf, first, type Node, nameOf, textIn } from './xml.ts';

const FOUR: WrittenMeter = { beats: [1, 1, 1, 1], under: 4 };

/** The bars of a part, in the order in which they stand. */
export function readBars(measures: readonly Node[], reader: PartReader): readonly ReadBar[] {
  let meter = FOUR;
  let endings: readonly number[] | undefined;
  const bars = measures.map((measure) => {
    const inside = childrenOf(measure);
    let repeats: Repeats = { begins: false, times: 0, endings };
    for (const node of all(inside, 'attributes')) {
      const time = first(childrenOf(node), 'time');
      if (time) meter = signatureIn(time, reader) ?? meter;
    }
    let open = endings;
    for (const node of all(inside, 'barline')) {
      const line = childrenOf(node);
      const ending = all(line, 'ending')[0];
      const type = attribute(ending, 'type');
      if (type === 'start') {
        open = numbersIn(attribute(ending, 'number') ?? '1');
        repeats = { ...repeats, endings: open };
      }
      const repeat = all(line, 'repeat')[0];
      const direction = attribute(repeat, 'direction');
      if (direction === 'forward') repeats = { ...repeats, begins: true };
      if (direction === 'backward') {
        const times = Math.round(Number(attribute(repeat, 'times') ?? 2));
        repeats = { ...repeats, times: Math.min(64, Math.max(2, times || 2)) };
      }
      if (type === 'stop' || type === 'discontinue') open = undefined;
    }
    endings = open;
    const { notes, filled, tempos, label } = readNotes(inside, reader);
    const implicit =
      attribute(measure, 'implicit') === 'yes' || attribute(measure, 'number') === '0';
    return { filled, meter, implicit, label, repeats, notes, tempos };
  });
  return bars.map(({ notes, ...bar }) => ({
    ...bar,
    notes: notes.map(({ length: _length, tied: _tied, ...note }) => note),
  }));
}

function signatureIn(time: readonly Node[], reader: PartReader): WrittenMeter | undefined {
  const beats = all(time, 'beats').map((node) => textIn(childrenOf(node)));
  const types = all(time, 'beat-type').map((node) => textIn(childrenOf(node)));
  if (nameOf(time[0] ?? {}) === 'senza-misura' || beats.length === 0) {
    reader.tell('bars without a signature, taken as four quarters');
    return FOUR;
  }
  // 3/8 + 2/4 in one signature: all in the smaller note.
  const pairs = beats.map((one, index) => readSignature(one, types[index] ?? types[0] ?? ''));
  if (pairs.some((pair) => pair === undefined)) {
    reader.tell('a signature that cannot be, left out');
    return undefined;
  }
  const read = pairs as readonly WrittenMeter[];
  const under = Math.max(...read.map((one) => one.under));
  return {
    beats: read.flatMap((one) => one.beats.map((beat) => (beat * under) / one.under)),
    under,
  };
}

const numbersIn = (text: string): readonly number[] =>
  text
    .split(/[\s,]+/)
    .map(Number)
    .filter((number) => number >= 1 && number <= 64);

/** How long each bar is: what all parts have in it, against what its signature says. */
export function lengthsOf(
  parts: readonly (readonly ReadBar[])[],
): readonly { readonly length: Rational; readonly meter: WrittenMeter }[] {
  const count = Math.max(0, ...parts.map((bars) => bars.length));
  return Array.from({ length: count }, (_, at) => {
    const here = parts.flatMap((bars) => bars[at] ?? []);
    const meter = here[0]?.meter ?? FOUR;
    const whole = meterLength(meter);
    const filled = here.reduce(
      (most, bar) => (compare(bar.filled, most) > 0 ? bar.filled : most),
      ZERO,
    );
    const isShort = compare(filled, whole) < 0;
    // A bar that was not filled to its end, in the middle of a piece, is as long as it should be.
    const isUnfilled = isShort && at > 0 && !here.some(({ implicit }) => implicit);
    if (equal(filled, whole) || filled.num === 0 || isUnfilled) return { length: whole, meter };
    return { length: filled, meter: isShort ? meter : odd(filled) };
  });
}

/** A signature for a bar that is longer than its own says. */
function odd(length: Rational): WrittenMeter {
  const under = [4, 8, 16, 32, 64].find((one) => (length.num * one) % (4 * length.den) === 0) ?? 64;
  const over = Math.max(1, Math.round((length.num * under) / (4 * length.den)));
  return { beats: Array.from({ length: Math.min(64, over) }, () => 1), under };
}

/** The most bars that repeats are played out to. */
const MOST_PLAYED = 20_000;

/**
 * The order in which bars are played: repeats and endings played out. One repeat of everything is none: what comes
 * round here does so by itself. A second stretch between signs, as a variation after the end, is left as it stands.
 */
export function playedOrder(
  bars: readonly Repeats[],
  marked: (bar: number) => boolean,
): readonly number[] {
  const order: number[] = [];
  let start = 0;
  let time = 1;
  for (let at = 0; at < bars.length && order.length < MOST_PLAYED; ) {
    const bar = bars[at] ?? { begins: false, times: 0, endings: undefined };
    if (bar.begins && at !== start) {
      start = at;
      time = 1;
    }
    if (!bar.endings && bars[at - 1]?.endings && time > 1 && at !== start) {
      // Past the last ending a new stretch begins.
      start = at;
      time = 1;
    }
    if (bar.endings && !bar.endings.includes(time)) {
      at += 1;
      continue;
    }
    order.push(at);
    const isLoop = isWhole(bars, start, at, marked);
    if (bar.times > 0 && time < bar.times && !isLoop) {
      time += 1;
      at = start;
    } else {
      if (bar.times > 0) {
        start = at + 1;
        time = 1;
      }
      at += 1;
    }
  }
  return order;
}

/** Whether a repeat is of all there is, up to where something else is marked. */
function isWhole(
  bars: readonly Repeats[],
  start: number,
  end: number,
  marked: (bar: number) => boolean,
): boolean {
  const begins = start === 0 || marked(start);
  const ends = end === bars.length - 1 || marked(end + 1);
  return begins && ends;
}
