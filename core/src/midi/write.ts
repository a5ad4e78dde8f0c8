import { strToU8 } from 'fflate';
import { type MidiData, type MidiEvent, writeMidi } from 'midi-file';
import { nth, numberAt } from '../bounds/index.ts';
import { formatSpans, turnPulses } from '../cycle/index.ts';
import { instrumentOf, notesOf } from '../instrument/index.ts';
import type { Force } from '../rhythm/index.ts';
import {
  CLICK_LAYER,
  COUNT_IN_LAYER,
  GESTURE_LAYER,
  type Performance,
  type Performed,
  paceOf,
  SECOND_LAYER,
} from '../sound/index.ts';
import { meterOf, pulseValue } from '../staff/index.ts';
import { timeInto } from '../time/index.ts';
import { counted } from '../wording/index.ts';
import { resolutionFor } from './resolution.ts';

/** The channel that the standard keeps for percussion, counted from 0. */
export const PERCUSSION = 9;

/** How hard each force is struck, 1 to 127. */
export const VELOCITIES: Readonly<Record<Force, number>> = { 1: 32, 2: 64, 3: 96, 4: 120 };

/** The note of each stroke, by instrument, where it is another than the usual one. */
export type StrokeNotes = Readonly<Record<string, Readonly<Record<string, number>>>>;

/** What is written of a performance, and by which notes. */
export interface MidiOptions {
  /** Whether the click and the count-in are written too, as a track of their own. */
  readonly click?: boolean;
  readonly notes?: StrokeNotes;
}

/** A standard MIDI file, with what it has no place for. */
export interface WrittenMidi {
  readonly bytes: Uint8Array<ArrayBuffer>;
  /** What other programs will not find in it, in sentences. */
  readonly lost: readonly string[];
}

/** In front of the cycle in the text at the beginning. */
export const CYCLE_TEXT = 'cycle ';

/** The name of the track in which clicks are; read again, it is left out. */
export const CLICK_TRACK = 'Click';

const CLICKS: ReadonlySet<string> = new Set([
  CLICK_LAYER,
  SECOND_LAYER,
  COUNT_IN_LAYER,
  GESTURE_LAYER,
]);
const CLICK_NOTES: Readonly<Record<string, number>> = { strong: 34, plain: 33, second: 32 };

/** How long a note is held that nothing chokes, as a part of a quarter. */
const HELD = 8;
/** Changes of tempo in a quarter where it rises or falls evenly. */
const STEPS = 8;

/** An event at its place, before the time between events is told. */
interface Placed {
  readonly at: number;
  /** Among events of one place: signs first, then notes that end, then those that begin. */
  readonly order: number;
  readonly event: MidiEvent;
}

/**
 * A performance as a Standard MIDI File of type 1: tempo, signatures and names of sections in its first track, then a
 * track for each player on the percussion channel, named, with its instrument and what is said.
 */
export function writeMidiFile(performance: Performance, options: MidiOptions = {}): WrittenMidi {
  const { segments, players } = performance;
  const starts: number[] = [];
  let quarters = 0;
  for (const segment of segments) {
    starts.push(quarters);
    quarters += (segment.endTicks - segment.startTicks) / perQuarter(segment);
  }
  const events = segments.map(eventsOf);
  const { resolution, moved } = resolutionFor(
    segments.flatMap((segment, index) =>
      nth(events, index).map(
        ({ ticks }) => numberAt(starts, index) + (ticks - segment.startTicks) / perQuarter(segment),
      ),
    ),
  );
  const end = Math.round(quarters * resolution);
  const tracks = [signs(performance, starts, resolution)];
  const lines = [
    ...players.map(({ id, name, instrument, own }) => ({ id: [id], name, instrument, own })),
    ...(options.click
      ? [{ id: [...CLICKS], name: CLICK_TRACK, instrument: CLICK_TRACK, own: undefined }]
      : []),
  ];
  for (const { id, name, ...on } of lines) {
    const wanted = new Set(id);
    const placed: Placed[] = [
      sign(0, { type: 'trackName', text: latin(name) }),
      sign(0, {
        type: 'instrumentName',
        text: latin(instrumentOf(on)?.name ?? on.instrument),
      }),
    ];
    segments.forEach((segment, index) => {
      placed.push(
        ...notesIn(
          segment,
          nth(events, index),
          wanted,
          numberAt(starts, index),
          resolution,
          options,
        ),
        ...wordsIn(segment, wanted, numberAt(starts, index), resolution),
      );
    });
    tracks.push(placed);
  }
  const data: MidiData = {
    header: { format: 1, numTracks: tracks.length, ticksPerBeat: resolution },
    tracks: tracks.map((track) => inOrder(track, end)),
  };
  return { bytes: Uint8Array.from(writeMidi(data)), lost: lostIn(performance, moved, resolution) };
}

/** Ticks of a score in a quarter note. */
function perQuarter({ score, cycle }: Pick<Performed, 'score' | 'cycle'>): number {
  return (score.ticksPerPulse * pulseValue(cycle)) / 4;
}

interface Event {
  /** Unwrapped, in the ticks of the score. */
  readonly ticks: number;
  readonly event: Performed['score']['events'][number];
}

/** All sounds of a segment, over the rounds of its loop. */
function eventsOf({ score, startTicks, endTicks }: Performed): readonly Event[] {
  const found: Event[] = [];
  for (let round = Math.floor(startTicks / score.lengthTicks); ; round += 1) {
    const from = round * score.lengthTicks;
    if (from >= endTicks) return found;
    for (const event of score.events) {
      const ticks = from + event.ticks;
      if (ticks >= startTicks && ticks < endTicks) found.push({ ticks, event });
    }
  }
}

const sign = (at: number, event: object): Placed => ({
  at,
  order: 0,
  event: { deltaTime: 0, meta: true, ...event } as MidiEvent,
});

function notesIn(
  segment: Performed,
  events: readonly Event[],
  wanted: ReadonlySet<string>,
  start: number,
  resolution: number,
  { notes = {} }: MidiOptions,
): readonly Placed[] {
  const scale = resolution / perQuarter(segment);
  const perSecond = 1 / (paceOf(segment).secondsPerTick / scale);
  return events.flatMap(({ ticks, event }): Placed[] => {
    if (!wanted.has(event.layer)) return [];
    const { instrument, kind, force } = event.sound;
    const of = instrumentOf(event.sound);
    const noteNumber =
      notes[instrument]?.[kind] ?? (of ? notesOf(of).get(kind) : CLICK_NOTES[kind]);
    if (noteNumber === undefined) return [];
    const exact = start * resolution + (ticks - segment.startTicks) * scale;
    const at = Math.max(0, Math.round(exact + event.offset * perSecond));
    const held =
      event.dampTicks === undefined
        ? Math.round(resolution / HELD)
        : Math.round(event.dampTicks * scale);
    const velocity = Math.max(1, Math.round(VELOCITIES[force] * (event.gain ?? 1)));
    const note = { deltaTime: 0, channel: PERCUSSION, noteNumber };
    return [
      { at, order: 3, event: { ...note, type: 'noteOn', velocity } },
      { at: at + Math.max(1, held), order: 1, event: { ...note, type: 'noteOff', velocity: 0 } },
    ];
  });
}

function wordsIn(
  segment: Performed,
  wanted: ReadonlySet<string>,
  start: number,
  resolution: number,
): readonly Placed[] {
  const { words = [], score, startTicks, endTicks } = segment;
  const scale = resolution / perQuarter(segment);
  const rounds = Math.ceil(endTicks / score.lengthTicks);
  return Array.from({ length: rounds }, (_, round) =>
    words.flatMap(({ ticks, layer, text }) => {
      const at = round * score.lengthTicks + ticks;
      if (!wanted.has(layer) || at < startTicks || at >= endTicks) return [];
      const place = Math.round(start * resolution + (at - startTicks) * scale);
      return [{ ...sign(place, { type: 'lyrics', text: latin(text) }), order: 2 }];
    }),
  ).flat();
}

/** The first track: the name of it all, signatures, tempos, what begins where. */
function signs(
  { name, segments }: Performance,
  starts: readonly number[],
  resolution: number,
): Placed[] {
  const [first] = segments;
  const placed = [
    sign(0, { type: 'trackName', text: latin(name) }),
    // How beats group, for which a signature here has no place.
    ...(first ? [sign(0, { type: 'text', text: `${CYCLE_TEXT}${formatSpans(first.cycle)}` })] : []),
  ];
  let before: Performed['cycle'] | undefined;
  segments.forEach((segment, index) => {
    const at = Math.round(numberAt(starts, index) * resolution);
    if (segment.name !== undefined)
      placed.push(sign(at, { type: 'marker', text: latin(segment.name) }));
    if (segment.cycle !== before) placed.push(...signature(segment, at));
    before = segment.cycle;
    placed.push(...tempos(segment, at, resolution));
  });
  return placed;
}

function signature({ cycle, tempo }: Performed, at: number): readonly Placed[] {
  const pulse = pulseValue(cycle);
  const { over, under } = meterOf(cycle, pulse);
  if (over > 255) return [];
  // A quarter is 24 clocks; the beat that is counted is told in them where it can be.
  const clocks = (tempo.per * 4 * 24) / pulse;
  const metronome = Number.isInteger(clocks) && clocks <= 255 ? clocks : 24;
  return [
    sign(at, {
      type: 'timeSignature',
      numerator: over,
      denominator: under,
      metronome,
      thirtyseconds: 8,
    }),
  ];
}

/** The tempo of a segment; one that rises or falls in small steps, each as long as it lasts there. */
function tempos(segment: Performed, at: number, resolution: number): readonly Placed[] {
  const pace = paceOf(segment);
  const all = segment.endTicks - segment.startTicks;
  const per = perQuarter(segment);
  if (!segment.rise) return [tempoSign(at, pace.secondsPerTick * per * 1e6)];
  const steps = Math.max(1, Math.ceil((all / per) * STEPS));
  const found: Placed[] = [];
  let late = 0;
  for (let step = 0; step < steps; step += 1) {
    const [from, to] = [(all * step) / steps, (all * (step + 1)) / steps];
    const place = at + Math.round((from / per) * resolution);
    const ticks = at + Math.round((to / per) * resolution) - place;
    const wanted = (timeInto(pace, to) - timeInto(pace, from)) * 1e6 + late;
    if (ticks <= 0) continue;
    const each = Math.round((wanted * resolution) / ticks);
    // What rounding leaves over goes into the next step, so that nothing adds up.
    late = wanted - (each * ticks) / resolution;
    found.push(tempoSign(place, each));
  }
  return found;
}

const tempoSign = (at: number, microseconds: number): Placed =>
  sign(at, {
    type: 'setTempo',
    microsecondsPerBeat: Math.max(1, Math.min(0xffffff, Math.round(microseconds))),
  });

/** Events in order with the time between them, and the end where the performance ends. */
function inOrder(track: readonly Placed[], end: number): MidiEvent[] {
  // A stroke that rings on past the end ends with it, so that no bar is added to the last one.
  const within = track.map((one) => (one.at > end ? { ...one, at: end } : one));
  const sorted = within.sort((a, b) => a.at - b.at || a.order - b.order);
  let before = 0;
  const events = sorted.map(({ at, event }) => {
    const deltaTime = at - before;
    before = at;
    return { ...event, deltaTime };
  });
  events.push({ deltaTime: Math.max(0, end - before), meta: true, type: 'endOfTrack' });
  return events;
}

/** Text as bytes of UTF-8, each a letter, which is what the library writes. */
function latin(text: string): string {
  return String.fromCharCode(...strToU8(text.slice(0, 500)));
}

function lostIn(
  { segments, players }: Performance,
  moved: number,
  resolution: number,
): readonly string[] {
  const sounds = segments.flatMap(({ score }) => score.events);
  const graces = sounds.filter(({ offset }) => offset < 0).length;
  const lost = [
    'Which hand plays is not in it, and neither are the shapes of heads: a MIDI file holds sounds.',
  ];
  if (graces > 0) {
    lost.push('Graces and rolls are written as the notes that are heard, not as signs.');
  }
  const optional = sounds.filter((one) => one.optional !== undefined).length;
  if (optional > 0) lost.push('Strokes that may be left out are written like the others.');
  const beats = segments.some(
    ({ cycle }) => meterOf(cycle, pulseValue(cycle)).beats !== undefined || turnPulses(cycle) > 255,
  );
  if (beats)
    lost.push(
      'How uneven beats group stands in it as a text, which other programs may not read: a signature there has two numbers.',
    );
  const without = players.filter((player) => !instrumentOf(player));
  if (without.length > 0) lost.push(`No notes for ${without.map(({ name }) => name).join(', ')}.`);
  if (moved > 0) {
    lost.push(
      `${counted(moved, 'note')} lie between the ${resolution} parts of a quarter and are moved to the nearest, by less than half a part.`,
    );
  }
  return lost;
}
