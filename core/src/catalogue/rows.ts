import { nth, numberAt } from '../bounds/index.ts';
import { type Cycle, cycleFromSpans } from '../cycle/index.ts';
import type { Tempo } from '../time/index.ts';
import type { CatalogueEntry, SkeletonStroke } from './model.ts';

/** A name as it is written after `cycle`: lower case, without accents, with dashes. */
export function idOf(name: string): string {
  return name
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replaceAll('ı', 'i')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
}

/** `96/1 66/4`: two tempos, each with the pulses of the counted beat. */
export function temposOf(text: string): readonly [Tempo, Tempo] {
  const tempos = text.split(' ').map((one): Tempo => {
    const numbers = one.split('/').map(Number);
    return { bpm: numberAt(numbers, 0), per: numberAt(numbers, 1) };
  });
  return [nth(tempos, 0), nth(tempos, 1)];
}

/** `D T . T`: low and high strokes, a sign for each pulse, `X` where they are not told apart. */
export function skeletonOf(signs: string): readonly SkeletonStroke[] {
  return signs.split(/\s+/).flatMap((sign, pulse): SkeletonStroke[] => {
    if (sign === '.') return [];
    return [{ pulse, sound: sign === 'D' ? 'low' : sign === 'T' ? 'high' : 'plain' }];
  });
}

/** A cycle with the name and id of its entry; `3c+2w` as in the written form. */
export function namedCycle(name: string, spans: string): Cycle {
  return { ...cycleFromSpans(spans), id: idOf(name), name };
}

/** The names in one cell: the first one, and the others it goes by. */
export function namesOf(cell: string): Pick<CatalogueEntry, 'id' | 'name' | 'also'> {
  const names = cell.split(',').map((one) => one.trim());
  const name = nth(names, 0);
  return { id: idOf(name), name, also: names.slice(1) };
}
