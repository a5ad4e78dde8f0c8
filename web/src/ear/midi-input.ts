import { type EarClock, type EarInput, InputError } from './input.ts';

/** Which note is which stroke, learnt by hitting. */
export type NoteMap = Readonly<Record<number, string>>;

/** What is needed of the browser's MIDI, so that a simulated pad can stand in. */
export interface MidiPort {
  readonly id: string;
  readonly name: string | null;
  addEventListener(type: 'midimessage' | 'statechange', listener: (event: Event) => void): void;
  removeEventListener(type: 'midimessage' | 'statechange', listener: (event: Event) => void): void;
}

const NONE =
  'No MIDI device is connected. Plug a pad or drum in, switch it on, and choose it again.';
const REFUSED =
  'The browser does not let this page hear MIDI. Allow it beside the address, then choose it again. Some browsers have no MIDI at all.';
const PULLED = 'The MIDI device was pulled out. What was played until then is judged.';

/** The devices that strokes can come from. @throws InputError where there is no MIDI or none is connected */
export async function midiPorts(): Promise<readonly MidiPort[]> {
  if (!navigator.requestMIDIAccess) throw new InputError(REFUSED);
  const access = await navigator.requestMIDIAccess().catch(() => {
    throw new InputError(REFUSED);
  });
  const ports = [...access.inputs.values()];
  if (ports.length === 0) throw new InputError(NONE);
  return ports;
}

/** A note that was struck: not one that ended. */
export function struckNote(
  data: Uint8Array | null | undefined,
): { note: number; velocity: number } | undefined {
  const [status = 0, note = 0, velocity = 0] = data ?? [];
  return (status & 0xf0) === 0x90 && velocity > 0 ? { note, velocity } : undefined;
}

/** A MIDI device, with the notes of its strokes where they were learnt. */
export function midiInput(clock: EarClock, port: MidiPort, notes: NoteMap): EarInput {
  return {
    kind: 'midi',
    device: `midi ${port.name ?? port.id}`,
    async open({ hear, fail }) {
      const onMessage = (event: Event) => {
        const struck = struckNote((event as MIDIMessageEvent).data);
        if (!struck) return;
        const time = clock.heardAt(event.timeStamp);
        if (time === undefined) return;
        const kind = notes[struck.note];
        hear({ time, loud: struck.velocity / 127, ...(kind === undefined ? {} : { kind }) });
      };
      const onState = () => {
        if ((port as { readonly state?: string }).state === 'disconnected') fail(PULLED);
      };
      port.addEventListener('midimessage', onMessage);
      port.addEventListener('statechange', onState);
      return {
        stop() {
          port.removeEventListener('midimessage', onMessage);
          port.removeEventListener('statechange', onState);
        },
      };
    },
  };
}
