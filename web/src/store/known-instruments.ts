import { findInstrument, INSTRUMENTS, type Instrument } from '@stride/core/instrument';
import { createStore } from '../ui/store.ts';

/** Instruments of one's own that are kept in this browser, as they were last read from the storage. */
export const ownInstruments = createStore<readonly Instrument[]>([]);

/** The instrument with this id, of the program or of one's own. */
export function knownInstrument(id: string): Instrument | undefined {
  return findInstrument(id, ownInstruments.now());
}

/** Every instrument that can be chosen, those of one's own at the end. */
export function knownInstruments(): readonly Instrument[] {
  return [...INSTRUMENTS, ...ownInstruments.now()];
}
