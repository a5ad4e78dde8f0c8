import { createClockMeter } from '@stride/core/midi';
import { midiPorts } from '../ear/midi-input.ts';
import { toast } from '../ui/toasts.ts';
import { givenTempo } from './given-tempo.ts';

const TICK = 0xf8;
/** So long without a tick, and the clock stands. */
const STANDS_MS = 1000;

let leave = (): void => undefined;
/** How often a device was asked for: an answer that comes late is nobody’s. */
let asked = 0;

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
  asked += 1;
  const mine = asked;
  givenTempo.set(undefined);
  if (name === undefined) return;
  const port = (await midiPorts()).find((one) => (one.name ?? one.id) === name);
  if (mine !== asked) return;
  if (!port)
    throw new Error(`${name} is not there. Plug it in, switch it on, and choose it again.`);
  const meter = createClockMeter();
  let ticked = false;
  const onMessage = (event: Event) => {
    const { data, timeStamp } = event as MIDIMessageEvent;
    if (data?.[0] !== TICK) return;
    ticked = true;
    const now = givenTempo.now();
    const bpm = meter.tick(timeStamp) ?? (now?.stands ? now.bpm : undefined);
    if (bpm !== undefined) givenTempo.set({ from: name, bpm });
  };
  const watching = setInterval(() => {
    const now = givenTempo.now();
    if (!ticked && now?.bpm !== undefined && !now.stands) givenTempo.set({ ...now, stands: true });
    ticked = false;
  }, STANDS_MS);
  const onState = () => {
    if ((port as { readonly state?: string }).state !== 'disconnected') return;
    void takeTempoFrom(undefined);
    toast(`${name} was pulled out: the written tempo holds again.`);
  };
  port.addEventListener('midimessage', onMessage);
  port.addEventListener('statechange', onState);
  leave = () => {
    clearInterval(watching);
    port.removeEventListener('midimessage', onMessage);
    port.removeEventListener('statechange', onState);
  };
  givenTempo.set({ from: name });
}
