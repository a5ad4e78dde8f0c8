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
