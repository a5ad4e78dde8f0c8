import { expect } from 'vitest';
import { cellAt, nth } from '../bounds/index.ts';
import { bringIn, type Notation, proposeBringIn } from '../notation/index.ts';
import { type Rhythm, timeRhythm } from '../rhythm/index.ts';
import { performRhythm } from '../sound/index.ts';
import { readRhythm } from '../text/index.ts';
import { readMidiFile, writeMidiFile } from './index.ts';

export const STEPS = readRhythm(
  `rhythm Lantern steps
cycle 3+3+2
tempo 72 to 104 per 3
layer Bell : hand bell
play X! . . / X . . / X .
layer Walker : congas
play O! (t) . / S . o- / C! O
say dum ka . / tek . dun / tek ka`,
  'lantern-steps',
).rhythm;

export function written(rhythm: Rhythm, turns?: number): Uint8Array {
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const all = timed.timing.fullTicks / timed.timing.turnTicks;
  return writeMidiFile(performRhythm(rhythm, timed.timing, { turns: turns ?? all })).bytes;
}

export function read(bytes: Uint8Array): Notation {
  const result = readMidiFile(bytes, 'a file');
  if (!result.ok) throw new Error(result.message);
  return result.notation;
}
export const messageOf = (bytes: Uint8Array) => {
  const result = readMidiFile(bytes, 'a file');
  return result.ok ? 'read' : result.message;
};

export function back(bytes: Uint8Array): Rhythm {
  const notation = read(bytes);
  return bringIn(notation, nth(proposeBringIn(notation), 0), 'back').rhythm;
}

/** A reader of its own for what was written: chunks, times and notes, nothing else. */
export function plainly(bytes: Uint8Array) {
  const at = { now: 14 };
  const byte = () => cellAt(bytes, at.now++);
  const many = () => {
    let value = 0;
    for (let next = 128; next & 128; value = value * 128 + (next & 127)) next = byte();
    return value;
  };
  const tracks: { tick: number; status: number; data: number[] }[][] = [];
  while (at.now < bytes.length) {
    expect(String.fromCharCode(byte(), byte(), byte(), byte())).toBe('MTrk');
    const end = ((byte() << 24) | (byte() << 16) | (byte() << 8) | byte()) + at.now;
    const events: { tick: number; status: number; data: number[] }[] = [];
    let tick = 0;
    while (at.now < end) {
      tick += many();
      const status = byte();
      if (status === 0xff) {
        const type = byte();
        const length = many();
        events.push({ tick, status: type, data: Array.from({ length }, byte) });
      } else events.push({ tick, status, data: [byte(), byte()] });
    }
    tracks.push(events);
  }
  return { resolution: cellAt(bytes, 12) * 256 + cellAt(bytes, 13), tracks };
}
export const textIn = (data: readonly number[]) => new TextDecoder().decode(Uint8Array.from(data));
