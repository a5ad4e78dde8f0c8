import { strFromU8 } from 'fflate';
import { type MidiData, type MidiEvent, parseMidi } from 'midi-file';
import { cellAt, nth } from '../bounds/index.ts';
import { percussionName } from '../instrument/index.ts';
import {
  type Bar,
  barsUntil,
  beatsOfSignature,
  type Notation,
  type NotationResult,
  type Part,
  type PartNote,
  type Quarters,
  soundsOfNotes,
  type TempoMark,
  type WrittenMeter,
} from '../notation/index.ts';
import type { Force } from '../rhythm/index.ts';
import { rational, type Seconds, toNumber, ZERO } from '../time/index.ts';
import { counted } from '../wording/index.ts';
import { type HeardNote, withGraces } from './graces.ts';
import { CLICK_TRACK, CYCLE_TEXT, PERCUSSION, VELOCITIES } from './write.ts';

/** The largest file that is read, in bytes. */
export const MIDI_LIMIT = 20_000_000;
/** The most notes and bars that are kept of one. */
const MOST_NOTES = 400_000;
const MOST_BARS = 20_000;

/** Parts of a quarter that people write; a note within half a tick of one is on it. */
const PLAIN = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 14, 16, 20, 24, 32] as const;

interface Header {
  /** Ticks of a quarter. */
  readonly resolution: number;
}

/** What stands at a tick of a track. */
interface AtTick {
  readonly tick: number;
  readonly event: MidiEvent;
}

/**
 * Reads a Standard MIDI File of type 0 or 1. Never throws: what is cut off or damaged is read as far as it goes, and
 * told. Every channel of every track is a part.
 */
export function readMidiFile(bytes: Uint8Array, name: string): NotationResult {
  if (bytes.length > MIDI_LIMIT) {
    return fail(`It has ${Math.round(bytes.length / 1e6)} MB; ${MIDI_LIMIT / 1e6} MB is the most.`);
  }
  const read = readHeader(bytes);
  if (typeof read === 'string') return fail(read);
  const lost: string[] = [];
  const tracks = chunksOf(bytes).map((chunk, index) => {
    const track = readTrack(chunk.bytes);
    if (!track) lost.push(`Track ${index + 1} is damaged and was left out.`);
    else if (chunk.isCut) lost.push(`Track ${index + 1} is cut off: what is there of it was read.`);
    return track ?? [];
  });
  const place = placer(read.resolution);
  const parts = partsOf(tracks, place, secondsOf(tracks.flat(), read.resolution), lost);
  if (parts.length === 0) return fail('There is not one note in it that can be read.');
  const all = tracks.flat();
  const last = tracks.reduce((most, track) => Math.max(most, track.at(-1)?.tick ?? 0), 0);
  const { meterAt, tempos } = signsOf(all, place, lost);
  const bars = barsUntil(rational(last, read.resolution), meterAt, MOST_BARS);
  const cycle = textsOf(tracks[0] ?? [], 'text')
    .find((text) => text.startsWith(CYCLE_TEXT))
    ?.slice(CYCLE_TEXT.length);
  const [title] = textsOf(tracks[0] ?? [], 'trackName');
  const notation: Notation = {
    name: title || name,
    bars: labelled(bars, all, read.resolution),
    tempos,
    parts,
    lost,
    ...(cycle === undefined ? {} : { hints: { cycle } }),
  };
  return { ok: true, notation };
}

const fail = (message: string): NotationResult => ({ ok: false, message });

const word = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
const size = (bytes: Uint8Array, at: number) =>
  [0, 1, 2, 3].reduce((sum, byte) => sum * 256 + (bytes[at + byte] ?? 0), 0);

function readHeader(bytes: Uint8Array): Header | string {
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
  return { resolution: division };
}

/** The tracks of a file, the last one as far as it is there. */
function chunksOf(
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
function readTrack(chunk: Uint8Array): readonly AtTick[] | undefined {
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

/** Ticks as quarters: on a plain part of a quarter where they are within half a tick of one, else as they are. */
function placer(resolution: number): (tick: number) => Quarters {
  const known = new Map<number, Quarters>();
  return (tick) => {
    const whole = Math.floor(tick / resolution);
    const rest = tick - whole * resolution;
    let part = known.get(rest);
    if (!part) {
      const parts = PLAIN.find((one) => {
        const near = (rest * one) / resolution;
        return Math.abs(near - Math.round(near)) * resolution <= one / 2;
      });
      part =
        parts === undefined
          ? rational(rest, resolution)
          : rational(Math.round((rest * parts) / resolution), parts);
      known.set(rest, part);
    }
    return { num: whole * part.den + part.num, den: part.den };
  };
}

/** When each tick is heard, by all tempos of the file up to there; asked in order within a track. */
function secondsOf(all: readonly AtTick[], resolution: number): (tick: number) => Seconds {
  const signs = all
    .flatMap(({ tick, event }) =>
      event.type === 'setTempo' && event.microsecondsPerBeat > 0
        ? [{ tick, each: event.microsecondsPerBeat / 1e6 / resolution }]
        : [],
    )
    .sort((a, b) => a.tick - b.tick);
  const usual = 0.5 / resolution;
  const from = [{ tick: 0, seconds: 0, each: usual }];
  for (const { tick, each } of signs) {
    const last = nth(from, from.length - 1);
    from.push({ tick, seconds: last.seconds + (tick - last.tick) * last.each, each });
  }
  let at = 0;
  return (tick) => {
    if (tick < nth(from, at).tick) at = 0;
    while (at + 1 < from.length && nth(from, at + 1).tick <= tick) at += 1;
    const { tick: since, seconds, each } = nth(from, at);
    return seconds + (tick - since) * each;
  };
}

function partsOf(
  tracks: readonly (readonly AtTick[])[],
  place: (tick: number) => Quarters,
  secondsAt: (tick: number) => Seconds,
  lost: string[],
): readonly Part[] {
  const parts: Part[] = [];
  let kept = 0;
  let beyond = 0;
  const fits = velocityScale(tracks);
  tracks.forEach((track, index) => {
    const byChannel = new Map<number, HeardNote[]>();
    const words = new Map<number, string>();
    for (const { tick, event } of track) {
      if (event.type === 'lyrics') words.set(tick, decoded(event.text));
      if (event.type !== 'noteOn' || !(event.velocity > 0)) continue;
      const { noteNumber, channel, velocity } = event;
      if (!(noteNumber >= 0 && noteNumber < 128)) continue;
      if (kept >= MOST_NOTES) {
        beyond += 1;
        continue;
      }
      kept += 1;
      const notes = byChannel.get(channel) ?? [];
      if (notes.length === 0) byChannel.set(channel, notes);
      notes.push({
        tick,
        seconds: secondsAt(tick),
        note: { at: place(tick), sound: String(noteNumber), force: fits(velocity) },
      });
    }
    const [name = ''] = textsOf(track, 'trackName');
    const [instrument = ''] = textsOf(track, 'instrumentName');
    if (name === CLICK_TRACK && instrument === CLICK_TRACK) return;
    for (const [channel, heard] of byChannel) {
      const notes = withGraces(heard);
      const own = name || `Track ${index + 1}`;
      parts.push({
        id: `${index}-${channel}`,
        name: byChannel.size > 1 ? `${own}, channel ${channel + 1}` : own,
        ...(instrument === '' ? {} : { instrument }),
        sounds: soundsOfNotes(
          notes.map(({ note }) => note),
          (key) => describe(Number(key), channel),
        ),
        notes: withWords(notes, words),
      });
    }
  });
  if (beyond > 0) lost.push(`${counted(beyond, 'note')} beyond the first ${MOST_NOTES} left out.`);
  return parts;
}

/** A word goes to the first note at its tick. */
function withWords(
  notes: readonly { readonly tick: number; readonly note: PartNote }[],
  words: ReadonlyMap<number, string>,
): readonly PartNote[] {
  if (words.size === 0) return notes.map(({ note }) => note);
  let before = -1;
  return notes.map(({ tick, note }) => {
    const say = tick === before ? undefined : words.get(tick)?.trim();
    before = tick;
    return say ? { ...note, say } : note;
  });
}

const PITCHES = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'] as const;

function describe(note: number, channel: number) {
  const named = channel === PERCUSSION ? percussionName(note) : undefined;
  const pitch = `${nth(PITCHES, note % 12)}${Math.floor(note / 12) - 1}`;
  return {
    name: `${named ?? pitch}, note ${note}`,
    height: note,
    ...(channel === PERCUSSION ? { note } : {}),
  };
}

/**
 * How hard each note is struck beside the others. A file with just our four velocities says the forces themselves; in
 * any other one the commonest velocity is plain, and the others are heard beside it.
 */
function velocityScale(tracks: readonly (readonly AtTick[])[]): (velocity: number) => Force {
  const counts = new Map<number, number>();
  for (const { event } of tracks.flat()) {
    if (event.type === 'noteOn' && event.velocity > 0) {
      counts.set(event.velocity, (counts.get(event.velocity) ?? 0) + 1);
    }
  }
  const forces = Object.entries(VELOCITIES).map(([force, velocity]) => [velocity, Number(force)]);
  const own = new Map(forces as [number, Force][]);
  if ([...counts.keys()].every((velocity) => own.has(velocity))) {
    return (velocity) => own.get(velocity) ?? 3;
  }
  const [plain] = [...counts].sort(([a, x], [b, y]) => y - x || a - b)[0] ?? [96];
  return (velocity) => {
    const beside = velocity / plain;
    if (beside >= 1.15) return 4;
    return beside >= 0.8 ? 3 : beside >= 0.5 ? 2 : 1;
  };
}

/** The texts of the events of a kind, in order. */
function textsOf(
  track: readonly AtTick[],
  type: 'trackName' | 'instrumentName' | 'text',
): readonly string[] {
  return track.flatMap(({ event }) => (event.type === type ? [decoded(event.text).trim()] : []));
}

/** Text that is UTF-8, or letters of one byte each, as older programs write them. */
function decoded(text: string): string {
  const bytes = Uint8Array.from(text, (letter) => letter.charCodeAt(0) & 255);
  const read = strFromU8(bytes);
  return read.includes('\uFFFD') ? text : read;
}

/** Signatures and tempos, wherever in the tracks they stand. */
function signsOf(
  all: readonly AtTick[],
  place: (tick: number) => Quarters,
  lost: string[],
): {
  readonly meterAt: (start: Quarters) => WrittenMeter;
  readonly tempos: readonly TempoMark[];
} {
  const meters: { readonly at: number; readonly meter: WrittenMeter; readonly beat: Quarters }[] =
    [];
  const tempos: { readonly at: Quarters; readonly quarters: number }[] = [];
  let odd = 0;
  for (const { tick, event } of all) {
    if (event.type === 'timeSignature') {
      const { numerator, denominator, metronome } = event;
      const fits = numerator >= 1 && numerator <= 128 && denominator >= 1 && denominator <= 64;
      if (!fits) odd += 1;
      else {
        const meter = { beats: beatsOfSignature(numerator, denominator), under: denominator };
        const beat = rational(metronome > 0 ? metronome : 24, 24);
        meters.push({ at: toNumber(place(tick)), meter, beat });
      }
    }
    if (event.type === 'setTempo') {
      if (event.microsecondsPerBeat > 0) {
        tempos.push({ at: place(tick), quarters: 60e6 / event.microsecondsPerBeat });
      } else odd += 1;
    }
  }
  if (odd > 0) {
    lost.push(
      `${odd} signature${odd > 1 ? 's and tempos' : ' or tempo'} of nought or beyond what can be, left out.`,
    );
  }
  meters.sort((a, b) => a.at - b.at);
  tempos.sort((a, b) => toNumber(a.at) - toNumber(b.at));
  const usual = { meter: { beats: [1, 1, 1, 1], under: 4 }, beat: rational(1) };
  const lastBy = (at: number) => meters.findLast((one) => one.at <= at + 1e-9) ?? usual;
  const known = tempos.length > 0 ? tempos : [{ at: ZERO, quarters: 120 }];
  return {
    meterAt: (start) => lastBy(toNumber(start)).meter,
    tempos: known.map(({ at, quarters }) => ({ at, quarters, beat: lastBy(toNumber(at)).beat })),
  };
}

/** Bars with the markers that stand at their beginning, or nearest to it. */
function labelled(
  bars: readonly Bar[],
  all: readonly AtTick[],
  resolution: number,
): readonly Bar[] {
  const markers = all.flatMap(({ tick, event }) =>
    event.type === 'marker' ? [{ at: tick / resolution, text: decoded(event.text).trim() }] : [],
  );
  if (markers.length === 0) return bars;
  const labels = new Map<number, string>();
  for (const { at, text } of markers) {
    const bar = bars.findLastIndex(({ start }) => toNumber(start) <= at + 0.25);
    if (bar >= 0 && text !== '' && !labels.has(bar)) labels.set(bar, text);
  }
  return bars.map((bar, index) => {
    const label = labels.get(index);
    return label === undefined ? bar : { ...bar, label };
  });
}
