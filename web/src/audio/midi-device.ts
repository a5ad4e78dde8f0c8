import type { StrokeNotes } from '@stride/core/midi';
import { CLICK_INSTRUMENT } from '@stride/core/voice';
import { liveQuery } from 'dexie';
import * as v from 'valibot';
import { database, openSafely } from '../store/db.ts';
import { NOTES, noteFor } from '../takeaway/stroke-notes.ts';
import { onDevice, parsed } from '../ui/browser-storage.ts';
import { createStore } from '../ui/store.ts';
import { DEVICE_KEY } from './midi-device-key.ts';
import { createMidiOut } from './midi-out.ts';
import { besides } from './the-player.ts';

/** Which device plays along, and how. */
const DeviceSchema = v.object({
  /** Its name, since its id is another one on each start of some systems. */
  name: v.string(),
  /** How many milliseconds later it sounds than it is told to. */
  late: v.pipe(v.number(), v.minValue(-500), v.maxValue(500)),
  /** Whether it is given the beat. */
  clock: v.boolean(),
});
export type MidiDevice = Readonly<v.InferOutput<typeof DeviceSchema>>;

/** Notes of the clicks: the percussion map has a bell and a click for them. */
const CLICK_NOTES: Readonly<Record<string, number>> = { strong: 34, plain: 33, second: 32 };

/** No longer follows which note each stroke is. */
let forgetNotes = (): void => undefined;

export const midiDevice = createStore<MidiDevice | undefined>(undefined);

/** Names of the devices there are. @throws Error with a sentence where there is no MIDI */
export async function midiOutputs(): Promise<readonly string[]> {
  return [...(await outputs()).values()].map(({ name }) => name ?? 'a device without a name');
}

async function outputs(): Promise<MIDIOutputMap> {
  if (!navigator.requestMIDIAccess) {
    throw new Error('This browser has no MIDI. Another one plays to devices.');
  }
  try {
    return (await navigator.requestMIDIAccess()).outputs;
  } catch {
    throw new Error('The browser does not let this page use MIDI. Allow it beside the address.');
  }
}

/**
 * Lets a device play along from now on, or none.
 * @throws Error with a sentence where it is not there
 */
export async function playAlong(device: MidiDevice | undefined): Promise<void> {
  besides.now?.stop();
  besides.now = undefined;
  forgetNotes();
  midiDevice.set(undefined);
  if (!device) {
    keep(undefined);
    return;
  }
  const found = [...(await outputs()).values()].find(({ name }) => name === device.name);
  if (!found)
    throw new Error(`${device.name} is not there. Plug it in, switch it on, and choose it again.`);
  await openSafely(database);
  let notes: StrokeNotes = NOTES.usual;
  // What is chosen while it plays along is played from then on.
  const watching = liveQuery(() => database.settings.get(NOTES.key)).subscribe({
    next: (kept) => {
      notes = NOTES.check(kept?.value);
    },
    error: () => undefined,
  });
  forgetNotes = () => watching.unsubscribe();
  midiDevice.set(device);
  keep(device);
  besides.now = createMidiOut({
    send: (bytes, at) => {
      try {
        found.send([...bytes], at);
      } catch {
        // It was pulled out: what is heard here goes on.
      }
    },
    now: () => performance.now(),
    noteFor: ({ instrument, kind }) =>
      instrument === CLICK_INSTRUMENT ? CLICK_NOTES[kind] : noteFor(notes, instrument, kind),
    late: () => midiDevice.now()?.late ?? 0,
    clock: () => midiDevice.now()?.clock === true,
  });
}

/** Changes how the device plays along, while it does. */
export function setMidiDevice(change: Partial<MidiDevice>): void {
  const now = midiDevice.now();
  if (!now) return;
  midiDevice.set({ ...now, ...change });
  keep({ ...now, ...change });
}

function keep(device: MidiDevice | undefined): void {
  onDevice.set(DEVICE_KEY, device && JSON.stringify(device));
}

/** The device that was chosen on an earlier visit, where it is there. */
export async function playAlongAgain(): Promise<void> {
  const read = v.safeParse(DeviceSchema, parsed(onDevice.get(DEVICE_KEY)));
  if (read.success) await playAlong(read.output);
}
