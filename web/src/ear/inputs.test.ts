// @vitest-environment happy-dom
import type { Hit } from '@stride/core/ear';
import { afterEach, describe, expect, it } from 'vitest';
import type { EarInput, Listening } from './input.ts';
import { keysInput } from './keys-input.ts';
import { type MidiPort, midiInput, struckNote } from './midi-input.ts';
import { forceOf, padsInput } from './pads-input.ts';

const clock = { heardAt: (ms: number) => ms / 1000 };
let open: Listening | undefined;
afterEach(() => {
  open?.stop();
  open = undefined;
  document.body.replaceChildren();
});

/** Opens an input and writes down what it hears and how it ends. */
async function listen(input: EarInput) {
  const hits: Hit[] = [];
  const failed: string[] = [];
  open = await input.open({ hear: (hit) => hits.push(hit), fail: (why) => failed.push(why) });
  return { hits, failed };
}

function press(key: string, more: KeyboardEventInit = {}, target: EventTarget = window): boolean {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });
  return target.dispatchEvent(event);
}

describe('keys', () => {
  it('are the hands or the strokes, once each, and nothing else hears them', async () => {
    const { hits } = await listen(keysInput(clock, { instrument: 'goblet-drum' }));
    let passedOn = 0;
    const other = () => {
      passedOn += 1;
    };
    window.addEventListener('keydown', other);
    expect([press('j'), press('f'), press('D'), press('x')]).toEqual([false, false, false, true]);
    press('j', { repeat: true });
    press('j', { ctrlKey: true });
    window.removeEventListener('keydown', other);
    expect(hits.map(({ kind, hand }) => kind ?? hand)).toEqual(['R', 'L', 'D']);
    expect(hits.every(({ time }) => time > 0)).toBe(true);
    expect(passedOn).toBe(3);
    open?.stop();
    press('j');
    expect(hits).toHaveLength(3);
  });

  it('are only the hands while nothing is played, so that letters are keys of the screen', async () => {
    const hits: Hit[] = [];
    const input = keysInput(clock, { instrument: 'goblet-drum' });
    open = await input.open({
      hear: (hit) => hits.push(hit),
      fail: () => undefined,
      isPlaying: () => false,
    });
    expect([press('D'), press('j')]).toEqual([true, false]);
    expect(hits.map(({ hand }) => hand)).toEqual(['R']);
  });

  it('stay with a field that one types in, and are none while nothing plays', async () => {
    const { hits } = await listen(keysInput(clock, { instrument: 'goblet-drum' }));
    const field = document.createElement('input');
    const box = Object.assign(document.createElement('input'), { type: 'checkbox' });
    document.body.append(field, box);
    press('j', {}, field);
    expect(hits).toEqual([]);
    press('j', {}, box);
    expect(hits).toHaveLength(1);
    open?.stop();
    const { hits: none } = await listen(
      keysInput({ heardAt: () => undefined }, { instrument: 'goblet-drum' }),
    );
    expect(press('j')).toBe(true);
    expect(none).toEqual([]);
  });
});

describe('pads', () => {
  it('know the hand, and the force where the device tells it', async () => {
    const pads = padsInput(clock);
    const touch = { timeStamp: 2000, pressure: 0.7, width: 1, height: 1 };
    pads.touch('R', touch);
    const { hits } = await listen(pads);
    pads.touch('R', touch);
    pads.touch('L', { ...touch, pressure: 0.5, width: 30, height: 40 });
    pads.touch('L', { ...touch, pressure: 0.5 });
    expect(hits).toEqual([
      { time: 2, hand: 'R', loud: 0.7 },
      { time: 2, hand: 'L', loud: 0.5 },
      { time: 2, hand: 'L' },
    ]);
    expect(forceOf(0.5, 99_999)).toBe(1);
  });
});

describe('MIDI', () => {
  const port = Object.assign(new EventTarget(), { id: 'a', name: 'Pad', state: 'connected' });
  const send = (...data: number[]) =>
    port.dispatchEvent(Object.assign(new Event('midimessage'), { data: Uint8Array.from(data) }));

  it('hears notes that are struck, with their force and their stroke', async () => {
    const { hits, failed } = await listen(midiInput(clock, port as MidiPort, { 38: 'D' }));
    send(0x99, 38, 127);
    send(0x89, 38, 60);
    send(0x90, 38, 0);
    send(0x91, 40, 64);
    expect(hits.map(({ kind, loud }) => [kind, Number(loud?.toFixed(2))])).toEqual([
      ['D', 1],
      [undefined, 0.5],
    ]);
    port.dispatchEvent(new Event('statechange'));
    expect(failed).toEqual([]);
    port.state = 'disconnected';
    port.dispatchEvent(new Event('statechange'));
    expect(failed).toEqual([expect.stringMatching(/^The MIDI device was pulled out/)]);
    expect(struckNote(undefined)).toBeUndefined();
  });
});
