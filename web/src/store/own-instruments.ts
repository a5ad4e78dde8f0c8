import type { Instrument } from '@stride/core/instrument';
import { database } from './db.ts';
import { ownInstruments } from './known-instruments.ts';
import { closeKept } from './open-documents.ts';
import { useLive } from './use-live.ts';

/** Instruments of one's own; every question to the storage reads them anew. */
export function useOwnInstruments(): readonly Instrument[] {
  return (
    useLive(async (db) => {
      // What is kept says when it is to be asked again.
      await db.instruments.count();
      return ownInstruments.now();
    }) ?? ownInstruments.now()
  );
}

/** Keeps an instrument. @returns what stands in the way, where it was therefore not kept */
export async function keepInstrument(instrument: Instrument): Promise<string | undefined> {
  const codes = new Set(instrument.strokes.map((stroke) => stroke.code));
  for (const { rhythm } of await database.rhythms.toArray()) {
    for (const layer of rhythm.layers) {
      if (layer.instrument !== instrument.id) continue;
      const missing = layer.strokes.find((stroke) => !codes.has(stroke.kind))?.kind;
      if (missing === undefined) continue;
      return `${rhythm.name} uses its stroke ${missing}: keep that code, or take the strokes out there first.`;
    }
  }
  const others = ownInstruments.now().filter((one) => one.id !== instrument.id);
  await database.instruments.put(instrument);
  ownInstruments.set([...others, instrument]);
  // What is open with the instrument as it was is opened anew, with the steps that are kept of it.
  closeKept((rhythm) => rhythm.layers.some((layer) => layer.instrument === instrument.id));
  return undefined;
}

/** How many rhythms are played on an instrument, which can therefore not be deleted. */
export async function rhythmsOn(id: string): Promise<number> {
  const rhythms = await database.rhythms.toArray();
  return rhythms.filter(({ rhythm }) => rhythm.layers.some((layer) => layer.instrument === id))
    .length;
}
