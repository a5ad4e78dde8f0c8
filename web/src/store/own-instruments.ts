import { type Instrument, knowInstruments, ownInstruments } from '@stride/core/instrument';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { database, openSafely } from './db.ts';

const OWN = ['own-instruments'] as const;

/** Instruments of one's own, and what can be done with them. */
export function useOwnInstruments() {
  const client = useQueryClient();
  const own = useQuery({
    queryKey: OWN,
    queryFn: async () => {
      await openSafely(database);
      return ownInstruments();
    },
  });
  const refresh = () => client.invalidateQueries({ queryKey: OWN });
  return {
    own: own.data ?? [],
    /** @returns what stands in the way, where it was therefore not kept */
    async keep(instrument: Instrument): Promise<string | undefined> {
      const codes = new Set(instrument.strokes.map((stroke) => stroke.code));
      for (const { rhythm } of await database.rhythms.toArray()) {
        for (const layer of rhythm.layers) {
          if (layer.instrument !== instrument.id) continue;
          const missing = layer.strokes.find((stroke) => !codes.has(stroke.kind))?.kind;
          if (missing === undefined) continue;
          return `${rhythm.name} uses its stroke ${missing}: keep that code, or take the strokes out there first.`;
        }
      }
      await database.instruments.put(instrument);
      const others = ownInstruments().filter((one) => one.id !== instrument.id);
      knowInstruments([...others, instrument]);
      await refresh();
      return undefined;
    },
    /** @returns how many rhythms are played on it, where it was therefore not deleted */
    async remove(id: string): Promise<number> {
      const rhythms = await database.rhythms.toArray();
      const using = rhythms.filter(({ rhythm }) =>
        rhythm.layers.some((layer) => layer.instrument === id),
      ).length;
      if (using > 0) return using;
      await database.instruments.delete(id);
      knowInstruments(ownInstruments().filter((one) => one.id !== id));
      await refresh();
      return 0;
    },
  };
}
