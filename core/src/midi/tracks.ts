import { strFromU8 } from 'fflate';
import { type MidiData, type MidiEvent, parseMidi } from 'midi-file';
import { cellAt } from '../bounds/index.ts';

/** What stands at a tick of a track. */
export interface AtTick {
  readonly tick: number;
  readonly event: MidiEvent;
}

const word = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
const size = (bytes: Uint8Array, at: number) =>
  [0, 1, 2, 3].reduce((sum, byte) => sum * 256 + (bytes[at + byte] ?? 0), 0);

/** How many ticks a quarter has, or why the file cannot be read. */
export function readHeader(bytes: Uint8Array): number | string {
  if (bytes.length === 0) return 'The file is empty.';
  if (word(bytes, 0) !== 'MThd' || bytes.length < 14) {
    return 'It is not a MIDI file: it does not begin as one does.';
  }
  const pair = (at: number) => cellAt(bytes, at) * 256 + cellAt(bytes, at + 1);
  const format = pair(8);
  const division = pair(12);
  if (format === 2) {
    return 'It is a MIDI file of type 2, whose tracks are pieces of their own. Save it as type 0 or 1.';
  }
  if (division >= 0x8000) {
    return 'Its times are seconds of film, not parts of a beat: no bars can be found in it. Save it with ticks of a quarter.';
  }
  if (division === 0) return 'It cuts a quarter into no parts at all: it is damaged.';
  return division;
}

/** The tracks of a file, the last one as far as it is there. */
export function chunksOf(
  bytes: Uint8Array,
): readonly { readonly bytes: Uint8Array; readonly isCut: boolean }[] {
  const found: { bytes: Uint8Array; isCut: boolean }[] = [];
  let at = 8 + size(bytes, 4);
  while (at + 8 <= bytes.length) {
    const length = size(bytes, at + 4);
    const end = at + 8 + length;
    if (word(bytes, at) === 'MTrk') {
      found.push({ bytes: bytes.subarray(at + 8, end), isCut: end > bytes.length });
    }
    at = end;
  }
  return found;
}

/** One track with its events at their ticks; undefined where it cannot be read. */
export function readTrack(chunk: Uint8Array): readonly AtTick[] | undefined {
  const file = new Uint8Array(22 + chunk.length);
  file.set([77, 84, 104, 100, 0, 0, 0, 6, 0, 0, 0, 1, 1, 224, 77, 84, 114, 107]);
  new DataView(file.buffer).setUint32(18, chunk.length);
  file.set(chunk, 22);
  let data: MidiData;
  try {
    data = parseMidi(file);
  } catch {
    return undefined;
  }
  let tick = 0;
  const events: AtTick[] = [];
  for (const event of data.tracks[0] ?? []) {
    // Where a file is cut, the last number is none.
    if (!(event.deltaTime >= 0)) break;
    tick += event.deltaTime;
    events.push({ tick, event });
  }
  return events;
}

/** The texts of the events of a kind, in order. */
export function textsOf(
  track: readonly AtTick[],
  type: 'trackName' | 'instrumentName' | 'text',
): readonly string[] {
  return track.flatMap(({ event }) => (event.type === type ? [decoded(event.text).trim()] : []));
}

/** Text that is UTF-8, or letters of one byte each, as older programs write them. */
export function decoded(text: string): string {
  const bytes = Uint8Array.from(text, (letter) => letter.charCodeAt(0) & 255);
  const read = strFromU8(bytes);
  return read.includes('\uFFFD') ? text : read;
}
