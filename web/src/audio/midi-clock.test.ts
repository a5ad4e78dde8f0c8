// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest';
import { givenTempo } from './given-tempo.ts';
import { clockDevices, takeTempoFrom } from './midi-clock.ts';

/** A device that ticks when it is told to. */
function device(name: string) {
  const port = Object.assign(new EventTarget(), { id: name, name, state: 'connected' });
  let at = 0;
  return {
    port,
    tick(bpm: number, quarters: number, status = 0xf8) {
      for (let tick = 0; tick < quarters * 24; tick += 1) {
        at += 60_000 / bpm / 24;
        const event = Object.assign(new Event('midimessage'), { data: new Uint8Array([status]) });
        Object.defineProperty(event, 'timeStamp', { value: at });
        port.dispatchEvent(event);
      }
    },
    pullOut() {
      port.state = 'disconnected';
      port.dispatchEvent(new Event('statechange'));
    },
  };
}

function plugIn(...devices: ReturnType<typeof device>[]): void {
  const inputs = new Map(devices.map(({ port }) => [port.id, port]));
  Object.assign(navigator, { requestMIDIAccess: () => Promise.resolve({ inputs }) });
}

afterEach(() => takeTempoFrom(undefined));

describe('the tempo of a device', () => {
  it('is that of its clock, and changes with it; other messages are none', async () => {
    const box = device('Drum box');
    plugIn(box);
    expect(await clockDevices()).toEqual(['Drum box']);
    await takeTempoFrom('Drum box');
    expect(givenTempo.now()).toEqual({ from: 'Drum box' });
    box.tick(120, 4, 0xfe);
    expect(givenTempo.now()?.bpm).toBeUndefined();
    box.tick(120, 4);
    expect(givenTempo.now()).toEqual({ from: 'Drum box', bpm: 120 });
    box.tick(90, 30);
    expect(givenTempo.now()?.bpm).toBe(90);
  });

  it('holds when the clock stands, which is told, until it ticks again', async () => {
    vi.useFakeTimers();
    const box = device('Drum box');
    plugIn(box);
    await takeTempoFrom('Drum box');
    box.tick(96, 3);
    vi.advanceTimersByTime(2100);
    expect(givenTempo.now()).toEqual({ from: 'Drum box', bpm: 96, stands: true });
    box.tick(96, 1);
    expect(givenTempo.now()).toEqual({ from: 'Drum box', bpm: 96 });
    vi.useRealTimers();
  });

  it('is nobody’s when it is pulled out, or none is wanted', async () => {
    const [box, other] = [device('Drum box'), device('Other')];
    plugIn(box, other);
    await Promise.all([takeTempoFrom('Drum box'), takeTempoFrom('Other')]);
    box.tick(120, 4);
    expect(givenTempo.now()).toEqual({ from: 'Other' });
    other.pullOut();
    expect(givenTempo.now()).toBeUndefined();
    await expect(takeTempoFrom('Gone')).rejects.toThrow('Gone is not there.');
    plugIn();
    await expect(clockDevices()).rejects.toThrow('No MIDI device is connected.');
  });
});
