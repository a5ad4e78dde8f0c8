import type { CatalogueEntry } from '@stride/core/catalogue';
import { type Cycle, CycleSchema, firstSpan } from '@stride/core/cycle';
import * as v from 'valibot';
import { database, openSafely, type StrideDatabase } from './db.ts';
import { useLive } from './use-live.ts';

/** Cycles of one's own, kept in this browser; they look like entries of the catalogue. */
export function useOwnCycles(): readonly CatalogueEntry[] {
  return useLive(ownEntries) ?? NONE;
}

const NONE: readonly CatalogueEntry[] = [];

async function ownEntries(db: StrideDatabase): Promise<readonly CatalogueEntry[]> {
  const cycles = await db.cycles.orderBy('name').toArray();
  return cycles.flatMap((cycle) => {
    const checked = v.safeParse(CycleSchema, cycle);
    return checked.success ? [ownEntry(checked.output)] : [];
  });
}

/** A cycle of one's own as an entry of the catalogue. */
export function ownEntry(cycle: Cycle): CatalogueEntry {
  const per = firstSpan(cycle);
  return {
    id: cycle.id,
    name: cycle.name,
    also: [],
    tradition: 'plain',
    cycle,
    text: 'A cycle of your own.',
    tempos: [
      { bpm: 60, per },
      { bpm: 96, per },
    ],
  };
}

/** Keeps a cycle for reuse; one with the same name is replaced. */
export async function keepCycle(cycle: Cycle): Promise<CatalogueEntry> {
  const own = { ...cycle, id: `own-${cycle.name.toLowerCase().replace(/\s+/g, '-')}` };
  await openSafely(database);
  await database.cycles.put(own);
  return ownEntry(own);
}
