import { turnPulses } from '@stride/core/cycle';
import { findInstrument } from '@stride/core/instrument';
import type { RhythmRecord } from '../store/db.ts';

export const SORTS = [
  { key: 'edited', label: 'Last edited first' },
  { key: 'name', label: 'By name' },
  { key: 'pulses', label: 'By length of the cycle' },
  { key: 'target', label: 'By tempo to reach' },
] as const;
export type SortKey = (typeof SORTS)[number]['key'];

export interface Arrangement {
  /** Every one of these words must be found. */
  readonly words: string;
  readonly sort: SortKey;
  readonly tag: string | undefined;
}

const ORDERS: Readonly<Record<SortKey, (a: RhythmRecord, b: RhythmRecord) => number>> = {
  edited: (a, b) => b.updated - a.updated,
  name: (a, b) => a.rhythm.name.localeCompare(b.rhythm.name),
  pulses: (a, b) => turnPulses(a.rhythm.cycle) - turnPulses(b.rhythm.cycle),
  target: (a, b) => a.rhythm.target - b.rhythm.target,
};

/** The records that fit, in the order asked for. Upper and lower case are the same. */
export function arrange(
  records: readonly RhythmRecord[],
  { words, sort, tag }: Arrangement,
): readonly RhythmRecord[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return records
    .filter((record) => tag === undefined || record.rhythm.tags.includes(tag))
    .filter((record) => {
      const text = searchText(record);
      return wanted.every((word) => text.includes(word));
    })
    .sort(ORDERS[sort]);
}

function searchText({ rhythm }: RhythmRecord): string {
  const layers = rhythm.layers.flatMap((layer) => [
    layer.name,
    findInstrument(layer.instrument)?.name ?? '',
  ]);
  return [rhythm.name, rhythm.cycle.name, ...rhythm.tags, ...layers].join(' ').toLowerCase();
}

/** All tags in use, each once, by name. */
export function tagsOf(records: readonly RhythmRecord[]): readonly string[] {
  return [...new Set(records.flatMap((record) => record.rhythm.tags))].sort((a, b) =>
    a.localeCompare(b),
  );
}
