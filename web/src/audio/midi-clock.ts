import { createClockMeter } from '@stride/core/midi';
import { midiPorts } from '../ear/midi-input.ts';
import { givenTempo } from './given-tempo.ts';

const TICK = 0xf8;

let leave = (): void => undefined;

/** Names of the devices that could give a tempo. @throws InputError with a sentence where there is no MIDI or none is connected */
export async function clockDevices(): Promise<readonly string[]> {
  return (await midiPorts()).map(({ name, id }) => name ?? id);
}

/**
 * Takes the tempo from the clock of a device from now on, or from none.
 * @throws InputError with a sentence where it is not there
 */
export async function takeTempoFrom(name: string | undefined): Promise<void> {
  leave();
  leave = () => undefined;
  givenTempo.set(undefined);
  if (name === undefined) return;
  const port = (await midiPorts()).find((one) => (one.name ?? one.id) === name);
  if (!port)
    throw new Error(`${name} is not there. Plug it in, switch it on, and choose it again.`);
  const meter = createClockMeter();
  const onMessage = (event: Event) => {
    const { data, timeStamp } = event as MIDIMessageEvent;
    if (data?.[0] !== TICK) return;
    const bpm = meter.tick(timeStamp);
    if (bpm !== undefined) givenTempo.set({ from: name, bpm });
  };
  const onState = () => {
    if ((port as { readonly state?: string }).state === 'disconnected')
      void takeTempoFrom(undefined);
  };
  port.addEventListener('midimessage', onMessage);
  port.addEventListener('statechange', onState);
  leave = () => {
    port.removeEventListener('midimessage', onMessage);
    port.removeEventListener('statechange', onState);
  };
  givenTempo.set({ from: name });
}
