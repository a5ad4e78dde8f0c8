import { nth, numberAt } from '../bounds/index.ts';
import { createLimiter, createRoom, placesOf, type RoomName } from '../mix/index.ts';
import type { Hertz, Samples, Seconds } from '../time/index.ts';
import { CLICK_INSTRUMENT, type ClickSound, clickInstrument } from '../voice/index.ts';
import type { Performance, Performed } from './performance.ts';
import { DAMP_FADE, renderSound } from './render.ts';
import { CLICK_LAYER, SECOND_LAYER } from './score.ts';
import { type Sound, soundKey } from './sound.ts';
import { createTakes } from './takes.ts';
import { collect, type DueEvent, type NextSegment, startTransport, timeOf } from './transport.ts';

/** How a performance becomes sound in a file. */
export interface RecordOptions {
  readonly sampleRate: Hertz;
  /** How loud each layer is, 0 to 1; in full where it is not named. */
  readonly levels?: ReadonlyMap<string, number>;
  /** How far apart the players stand, 0 all in the middle to 1. */
  readonly spread?: number;
  readonly room?: RoomName;
  /** Layers that are heard, the count-in and the click among them; all where it is not given. */
  readonly only?: ReadonlySet<string>;
  /** Whether the click is heard, and which. */
  readonly click?: ClickSound | false;
  /** How long it goes on after its end, so that the last strokes die out. */
  readonly tail?: Seconds;
}

/** A performance that can be taken down bit by bit. */
export interface Recording {
  /** Samples of each of its two channels. */
  readonly length: Samples;
  readonly sampleRate: Hertz;
  /**
   * Left and right, one stretch after another; what was handed out before is not held.
   * @param from and to: only a part, in samples, so that several can work at once; what sounded before is heard in it
   */
  blocks(from?: Samples, to?: Samples): Generator<readonly [Float32Array, Float32Array]>;
}

/** Samples that are worked out at a time. */
const BLOCK = 16_384;
/** Graces come before their stroke: so far ahead events are asked for. */
const AHEAD: Seconds = 0.1;
/** As loud as it is heard: see the output of the player. */
const VOLUME = 1.6;
const TAIL: Seconds = 2;
/** No stroke sounds longer, and so long before its beginning a part is worked out too. */
const LONGEST: Seconds = 8;
const BEFORE: Seconds = 4;
const CLICKS: ReadonlySet<string> = new Set([CLICK_LAYER, SECOND_LAYER]);

/** How long a performance lasts, without what rings on after it. */
export function secondsOf({ segments }: Performance): Seconds {
  return segments.reduce(
    (time, segment) => timeOf({ ...segment, tag: 0, startTime: time }, segment.endTicks),
    0,
  );
}

/**
 * What is played of a performance, as samples: the events of the transport, mixed as they are heard, in their room and
 * under the limiter, a stretch at a time.
 */
export function record(performance: Performance, options: RecordOptions): Recording {
  const { sampleRate, tail = TAIL } = options;
  const lead = leadOf(performance);
  const length = Math.ceil((lead + secondsOf(performance) + tail) * sampleRate);
  return {
    length,
    sampleRate,
    blocks: (from = 0, to = length) => blocksOf(performance, options, lead, from, to),
  };
}

/** Silence before the first stroke, where its graces come before all. */
function leadOf({ segments: [first] }: Performance): Seconds {
  if (!first) return 0;
  const from = { ...first, tag: 0, startTime: 0 };
  return first.score.events.reduce((most, { ticks, offset }) => {
    if (ticks < first.startTicks) return most;
    return Math.max(most, -(timeOf(from, ticks) + offset));
  }, 0);
}

/** A sound that is heard, from where on. */
interface Sounding {
  readonly samples: Float32Array;
  readonly at: Samples;
  readonly left: number;
  readonly right: number;
  /** Samples until it is choked. */
  readonly length: Samples;
}

function* blocksOf(
  performance: Performance,
  options: RecordOptions,
  lead: Seconds,
  begin: Samples,
  finish: Samples,
): Generator<readonly [Float32Array, Float32Array]> {
  const { sampleRate } = options;
  const events = eventsOf(performance.segments, lead);
  const soundOf = sounds(sampleRate, options.click || 'wood');
  const gains = gainsOf(performance, options);
  const room = createRoom(options.room ?? 'off', sampleRate);
  const limiter = createLimiter(2, sampleRate);
  const fade = Math.round(DAMP_FADE * sampleRate);
  let active: Sounding[] = [];
  // A part begins so long before, that what sounds on, the room and the limiter are as if all had been played.
  const early = begin === 0 ? 0 : Math.max(0, begin - Math.ceil(BEFORE * sampleRate));
  // The limiter gives everything back a little later: what it holds at the beginning is left away.
  for (let from = early - limiter.delay; from < finish; from += BLOCK) {
    const start = from + limiter.delay;
    const block: [Float32Array, Float32Array] = [new Float32Array(BLOCK), new Float32Array(BLOCK)];
    for (const { time, until, event } of events((start + BLOCK) / sampleRate + AHEAD)) {
      const gain = gains(event.layer);
      if (gain === undefined) continue;
      const at = Math.round(time * sampleRate);
      const samples = soundOf(event.sound, at + LONGEST * sampleRate >= start);
      if (!samples) continue;
      active.push({
        samples,
        at,
        left: gain[0] * (event.gain ?? 1),
        right: gain[1] * (event.gain ?? 1),
        length: until === undefined ? samples.length : Math.round(until * sampleRate) - at,
      });
    }
    for (const one of active) mixInto(block, one, start, fade);
    active = active.filter(({ at, samples }) => at + samples.length > start + BLOCK);
    room?.(block);
    limiter.process(block);
    const cut = Math.max(0, begin - from);
    const end = Math.min(BLOCK, finish - from);
    if (end > cut) yield [block[0].subarray(cut, end), block[1].subarray(cut, end)];
  }
}

/** Events in the order of time, as far as they are asked for. */
function eventsOf(
  segments: readonly Performed[],
  lead: Seconds,
): (until: Seconds) => readonly DueEvent[] {
  const [first] = segments;
  if (!first) return () => [];
  const at = (index: number): NextSegment<number> | undefined => {
    const segment = segments[index];
    return segment && { ...segment, tag: index };
  };
  let transport = startTransport<number>({ ...nth(segments, 0), tag: 0, startTime: lead });
  return (until) => {
    const collected = collect(transport, until, (ended) => at(ended.tag + 1));
    ({ transport } = collected);
    return collected.due;
  };
}

/** The samples of sounds, each take computed once; of what is not heard only the take is chosen. */
function sounds(
  sampleRate: Hertz,
  click: ClickSound,
): (sound: Sound, isHeard: boolean) => Float32Array | undefined {
  const known = new Map<string, Float32Array>();
  const takeOf = createTakes();
  return (asked, isHeard) => {
    const sound =
      asked.instrument === CLICK_INSTRUMENT
        ? { ...asked, instrument: clickInstrument(click) }
        : asked;
    const name = soundKey(sound);
    const take = takeOf(name);
    if (!isHeard) return undefined;
    const key = `${name} ${take}`;
    let samples = known.get(key);
    if (!samples) {
      samples = renderSound(sound, sampleRate, take);
      known.set(key, samples);
    }
    return samples;
  };
}

/** How loud each layer is left and right; undefined where it is not heard. */
function gainsOf(
  { players }: Performance,
  { levels, only, spread = 0, click = false }: RecordOptions,
): (layer: string) => readonly [number, number] | undefined {
  const places = placesOf(players.length, spread);
  const at = new Map(players.map(({ id }, index) => [id, numberAt(places, index)]));
  const known = new Map<string, readonly [number, number]>();
  return (layer) => {
    if (only?.has(layer) === false) return undefined;
    if (click === false && CLICKS.has(layer)) return undefined;
    const level = levels?.get(layer) ?? 1;
    if (level === 0) return undefined;
    const gain = known.get(layer) ?? sides(level, at.get(layer) ?? 0);
    known.set(layer, gain);
    return gain;
  };
}

/** Equal power: as loud wherever one stands. @param place −1 left to 1 right */
function sides(gain: number, place: number): readonly [number, number] {
  const angle = ((place + 1) * Math.PI) / 4;
  return [gain * VOLUME * Math.cos(angle), gain * VOLUME * Math.sin(angle)];
}

/** Adds what of a sound falls into a block; where it is choked it dies within `fade` samples. */
function mixInto(
  [left, right]: readonly [Float32Array, Float32Array],
  sounding: Sounding,
  start: Samples,
  fade: Samples,
): void {
  const { samples, at, length } = sounding;
  const from = Math.max(0, start - at);
  const whole = Math.min(samples.length, length, start + left.length - at);
  const offset = at - start;
  for (let i = from; i < whole; i += 1) {
    const value = samples[i] as number;
    left[offset + i] = (left[offset + i] as number) + value * sounding.left;
    right[offset + i] = (right[offset + i] as number) + value * sounding.right;
  }
  const end = Math.min(samples.length, length + fade, start + left.length - at);
  for (let i = Math.max(from, length); i < end; i += 1) {
    const value = (samples[i] as number) * (1 - (i - length) / fade);
    left[offset + i] = (left[offset + i] as number) + value * sounding.left;
    right[offset + i] = (right[offset + i] as number) + value * sounding.right;
  }
}
