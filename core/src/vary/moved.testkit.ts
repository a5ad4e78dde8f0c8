import { type Rhythm, timeRhythm } from '../rhythm/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { applyChain, type Chained, type MoveId, type Settings } from './index.ts';

/** A line of sixteen parts with the son clave on it. */
export const SON = line('X . . X / . . X . / . . X . / X . . .');
export const WALKER = timed(
  'rhythm W\ncycle 3+3+2\ntempo 72 to 104 per 3\nlayer D : goblet drum\nplay D! (k) (t) / T (t) (k) / O! O- | D (k) O / T! (t) (k) . / O! T\nhand each R L',
).rhythm;

export function line(play: string, cycle = '4x4', instrument = 'claves'): Rhythm {
  return timed(`rhythm A\ncycle ${cycle}\nlayer X : ${instrument}\nplay ${play}`).rhythm;
}

export function moved(rhythm: Rhythm, move: MoveId, settings: Settings = {}): Chained {
  const made = applyChain(rhythm, 0, [{ move, settings }]);
  if (!made) throw new Error('no line');
  return made;
}

/** The slots that sound, with their kinds where more than one is used. */
export const slots = ({ layer }: Pick<Chained, 'layer'>) => [
  ...new Set(layer.strokes.map(({ slot }) => slot)),
];
/** The pulses at which it sounds. */
export const onsets = ({ rhythm }: Chained) => {
  const time = timeRhythm(rhythm);
  const starts = time.ok ? (time.timing.layers[0]?.starts ?? []) : [];
  const [layer] = rhythm.layers;
  return [...new Set(layer?.strokes.map(({ slot }) => slot))].map((slot) => {
    const { num = 0, den = 1 } = starts[slot] ?? {};
    return num / den;
  });
};
export const drum = (made: Chained) =>
  made.layer.strokes
    .map(({ slot, kind, force }) => `${slot}${kind}${['', '-', ',', '', '!'][force]}`)
    .join(' ');
