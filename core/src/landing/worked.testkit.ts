import { cycleFromSpans } from '../cycle/index.ts';
import { type Cadence, type Question, readSizes } from './index.ts';

export const CYCLES = {
  sixteen: '1x16',
  ten: '1x10',
  fours: '4x4',
  seven: '2+2+3',
  four: '1x4',
} as const;
export type Name = keyof typeof CYCLES;
export const cycleOf = (name: Name) => cycleFromSpans(CYCLES[name]);
export const cadence = (
  text: string,
  parts = 4,
  landing: Cadence['landing'] = 'on-last',
): Cadence => {
  const read = readSizes(text);
  if (!read.ok) throw new Error(read.message);
  return { sizes: read.sizes, gaps: read.gaps, parts, landing };
};

export const at = (count: number, part = 0, lands?: number): Question['start'] => ({
  kind: 'at',
  count,
  part,
  ...(lands === undefined ? {} : { lands }),
});
