import type { Rhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';

/** Sixteen layers of 256 slots, every other one divided differently: the size the figures speak of. */
export function largeText(layers = 16, slots = 256): string {
  const codes = ['D!', '(k)', '.', 'T', 'O-', '(t)', '.', 'K'];
  const cells = (layer: number) => {
    const size = layer % 2 === 0 ? 4 : 8;
    return Array.from({ length: slots / size }, (_, cell) =>
      Array.from(
        { length: size },
        (_, at) => codes[(cell * 3 + at * 5 + layer) % codes.length],
      ).join(' '),
    );
  };
  const rows = Array.from({ length: layers }, (_, layer) => {
    const turns: string[] = [];
    const all = cells(layer);
    for (let i = 0; i < all.length; i += 4) turns.push(`play ${all.slice(i, i + 4).join(' / ')}`);
    return `layer Drum ${layer + 1} : goblet drum\n${turns.join('\n')}\nhand each R L`;
  });
  return `rhythm Large\ncycle 4x4\ntempo 90 to 120 per 4\n\n${rows.join('\n\n')}\n`;
}

export function largeRhythm(layers = 16, slots = 256): Rhythm {
  const { rhythm, problems } = readRhythm(largeText(layers, slots), 'large');
  if (problems.length > 0) throw new Error(problems[0]?.message);
  return rhythm;
}

/** Twelve players who all sound on every part of every beat, at 200 beats a minute in fours. */
export function twelveLayers(): Rhythm {
  const names = [
    'goblet drum : D T O K',
    'hand bell : X Y X C',
    'barrel drum : G O T N',
    'tall hand drums : B S O M',
    'claves : X X X X',
    'box drum : B S C E',
    'rope drum : B O S O',
    'shaker : X x u x',
    'frame drum : D T K S',
    'two-pitch bell : L H L H',
    'clay pot : B O N O',
    'drum kit : B x S x',
  ];
  const layers = names.map((row, index) => {
    const [instrument, codes] = row.split(' : ');
    return `layer Player ${index + 1} : ${instrument}\nplay ${Array(4).fill(codes).join(' / ')}`;
  });
  const { rhythm, problems } = readRhythm(
    `rhythm Twelve\ncycle 4x4\ntempo 200 per 4\n\n${layers.join('\n\n')}\n`,
    'twelve',
  );
  if (problems.length > 0) throw new Error(problems[0]?.message);
  return rhythm;
}
