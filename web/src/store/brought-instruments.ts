import { type Instrument, knowInstruments, ownInstruments } from '@stride/core/instrument';

/** Instruments that came with a file or a link which is being looked at, and are not kept yet. */
const held = new Map<string, Instrument>();

/** Those that are not kept, beside what is: questions to the storage leave them known. */
export function heldInstruments(): readonly Instrument[] {
  return [...held.values()];
}

/** Keeps instruments known that reading a file made known, as long as it is looked at. */
export function holdInstruments(brought: readonly Instrument[]): void {
  for (const one of brought) held.set(one.id, one);
  const known = new Set(ownInstruments().map(({ id }) => id));
  const missing = brought.filter(({ id }) => !known.has(id));
  if (missing.length > 0) knowInstruments([...ownInstruments(), ...missing]);
}

/** What is kept now is no longer only looked at. */
export function keptInstruments(brought: readonly Instrument[]): void {
  for (const { id } of brought) held.delete(id);
}

/** Instruments that a file made known and that are not kept are not known after all. */
export function forgetInstruments(brought: readonly Instrument[]): void {
  keptInstruments(brought);
  const ids = new Set(brought.map((one) => one.id));
  knowInstruments(ownInstruments().filter((one) => !ids.has(one.id)));
}
