import { nth } from '../bounds/index.ts';
import { rational, ZERO } from '../time/index.ts';
import {
  type Bar,
  type BringIn,
  bringIn,
  meterLength,
  type Notation,
  type Part,
  type PartNote,
  proposeBringIn,
  type Quarters,
  soundsOfNotes,
  type WrittenMeter,
} from './index.ts';

/** A fraction as it is written: `3/2`. */
export function quarters(text: string): Quarters {
  const [num = '0', den = '1'] = text.split('/');
  return rational(Number(num), Number(den));
}

/** Bars one after another, by their signatures: `4/4`, `3+3+2/8`; `~1/1` before one makes it only so long. */
export function barsOf(...signatures: readonly string[]): readonly Bar[] {
  let start: Quarters = ZERO;
  return signatures.map((text): Bar => {
    const [signature = '', short] = text.split('~');
    const [beats = '', under = '4'] = signature.split('/');
    const parts = beats.split('+').map(Number);
    const [only = 1] = parts;
    const meter: WrittenMeter = {
      beats: parts.length > 1 ? parts : Array.from({ length: only }, () => 1),
      under: Number(under),
    };
    const length = short === undefined ? meterLength(meter) : quarters(short);
    const bar = { start, length, meter };
    start = rational(start.num * length.den + length.num * start.den, start.den * length.den);
    return bar;
  });
}

/** Notes of a part: place and sound, and what else is said of it: `0 O`, `3/2 S`. */
export function partOf(
  name: string,
  notes: readonly (readonly [at: string, sound: string, more?: Partial<PartNote>])[],
): Part {
  const all = notes.map(
    ([at, sound, more = {}]): PartNote => ({ at: quarters(at), sound, force: 3, ...more }),
  );
  return { id: name, name, notes: all, sounds: soundsOfNotes(all, (key) => ({ name: key })) };
}

export function notationOf(
  bars: readonly Bar[],
  parts: readonly Part[],
  more: Partial<Notation> = {},
): Notation {
  const tempos = [{ at: ZERO, quarters: 90, beat: rational(1) }];
  return { name: 'Street', bars, parts, tempos, lost: [], ...more };
}

/** A part for congas. */
export const conga = (notes: Parameters<typeof partOf>[1]) => partOf('Congas', notes);

/** A notation brought in as it is proposed, but for what is changed. @param at which of the stretches */
export const made = (
  notation: Notation,
  change: (choice: BringIn) => Partial<BringIn> = () => ({}),
  at = 0,
) => {
  const choice = nth(proposeBringIn(notation), at);
  return bringIn(notation, { ...choice, ...change(choice) }, 'new');
};
