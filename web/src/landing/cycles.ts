import { CATALOGUE, type CatalogueEntry, TRADITION_NOTES } from '@stride/core/catalogue';
import { beatsOf } from '@stride/core/cycle';
import { counted } from '@stride/core/wording';

/** Cycles to land in under the heading of their tradition; of those in several speeds, one. */
export const CYCLE_GROUPS: readonly {
  readonly heading: string;
  readonly entries: readonly CatalogueEntry[];
}[] = Object.entries(TRADITION_NOTES)
  .map(([tradition, { name }]) => ({
    heading: name,
    entries: CATALOGUE.filter(
      (entry) =>
        entry.tradition === tradition &&
        tradition !== 'timeline' &&
        (entry.speed === undefined || entry.speed === 4),
    ),
  }))
  .filter((group) => group.entries.length > 0);

/** @example "teental, 16 beats" */
export function cycleLabel(entry: CatalogueEntry): string {
  const { length } = beatsOf(entry.cycle);
  return `${entry.name}, ${counted(length, 'beat')}`;
}
