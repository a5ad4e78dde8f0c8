import { LOOK_AHEAD, type RoomName, roomResponse } from '@stride/core/mix';
import { CLICK_LAYER, COUNT_IN_LAYER, DAMP_FADE, SECOND_LAYER } from '@stride/core/sound';
import type { Seconds } from '@stride/core/time';
import earUrl from './ear.worklet.ts?worker&url';
import type { EarBit } from './ear-bit.ts';
import limiterUrl from './limiter.worklet.ts?worker&url';
import { SAMPLE_RATE } from './voices.ts';

/** The audio clock and what is put on it. */
export interface Output {
  now(): Seconds;
  /** The moment of the audio clock that reaches the ear now. */
  heard(): Seconds;
  /**
   * Takes what a microphone hears, bit by bit.
   * @param take the samples, and when the first of them was heard on this clock, as far as the browser knows
   * @returns ends it
   */
  listen(
    stream: MediaStream,
    take: (samples: Float32Array<ArrayBuffer>, time: Seconds) => void,
  ): Promise<() => void>;
  /** @returns false where the browser does not let the page sound yet */
  wake(): Promise<boolean>;
  /** @param shape how loud it is beside the others, 0 to 1, and where it is choked */
  schedule(
    buffer: AudioBuffer,
    time: Seconds,
    layer: string,
    shape?: { readonly gain?: number; readonly until?: Seconds },
  ): void;
  /** Takes back what has not begun by then. */
  cancelFrom(time: Seconds): void;
  /** How loud each layer is, 0 to 1; one that is not named sounds in full. */
  setLevels(levels: ReadonlyMap<string, number>): void;
  /** Where each layer is heard, −1 left to 1 right; one that is not named is heard in the middle. */
  setPlaces(places: ReadonlyMap<string, number>): void;
  /** Makes ready what can wait until nothing plays. */
  ready(): Promise<void>;
  /** The room it is heard in. */
  setRoom(room: RoomName): void;
}

const WAKE_MS = 1500;

/** Two readings of what is heard now that lie further apart than this do not speak of the same clock. */
const TRUSTED: Seconds = 0.1;

/**
 * The moment that reaches the ear now. The clock itself goes on in steps of a buffer, too coarse for
 * judging a tap; the browser says when a moment left for the ear, and the time since is added to it.
 * @param passing how long the sound is under way inside, from its strokes to the end
 */
function heardNow(context: AudioContext, passing: Seconds): Seconds {
  const coarse = context.currentTime - (context.outputLatency || 0) - passing;
  const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp();
  if (performanceTime === 0) return coarse;
  const fine = contextTime + (performance.now() - performanceTime) / 1000 - passing;
  return Math.abs(fine - coarse) < TRUSTED ? fine : coarse;
}

/**
 * The same, but never back in time: the two readings differ a little, and what the browser takes for
 * its latency changes while it plays. A count on the screen must not return to a beat that is over.
 */
function steadilyHeard(context: AudioContext, passing: () => Seconds): () => Seconds {
  let last: Seconds = Number.NEGATIVE_INFINITY;
  return () => {
    last = Math.max(last, heardNow(context, passing()));
    return last;
  };
}

/** From strokes that are evened to a level at which a plain one is well heard and an accent stays under the limit. */
const VOLUME = 1.6;

/** How far ahead the browser's compressor looks, and how much later all comes out of it. */
const STOPGAP_LATE: Seconds = 0.006;

/** The end of what is heard: the program's own limiter, and the browser's compressor until it is there, or for good. */
function limited(context: AudioContext) {
  const sum = new GainNode(context, { gain: VOLUME });
  const stopgap = new DynamicsCompressorNode(context, {
    threshold: -6,
    knee: 3,
    ratio: 20,
    attack: 0.001,
    release: 0.1,
  });
  sum.connect(stopgap).connect(context.destination);
  let loading: Promise<void> | undefined;
  let passing = STOPGAP_LATE;
  return {
    sum,
    passing: () => passing,
    /** Loads the limiter, which takes the audio thread a moment: not while something is to begin. */
    load(): Promise<void> {
      // Not where the page is not served safely; the stopgap stays then.
      loading ??= context.audioWorklet?.addModule(limiterUrl).then(
        () => {
          const limiter = new AudioWorkletNode(context, 'limiter', { outputChannelCount: [2] });
          sum.disconnect();
          sum.connect(limiter).connect(context.destination);
          passing = LOOK_AHEAD;
        },
        () => undefined,
      );
      return loading ?? Promise.resolve();
    },
  };
}

/** The room comes a moment after it is chosen: what is to be heard at once does not wait for it. */
const ROOM_MS = 250;

/** A room beside what is heard directly; silent until one is chosen. */
function roomInto(context: AudioContext, end: AudioNode) {
  const send = new GainNode(context);
  let convolver: ConvolverNode | undefined;
  let shown: RoomName = 'off';
  function show(room: RoomName): void {
    if (room !== shown) return;
    send.disconnect();
    convolver?.disconnect();
    convolver = undefined;
    const response = roomResponse(room, context.sampleRate);
    if (!response) return;
    const [left, right] = response;
    const { sampleRate } = context;
    const buffer = new AudioBuffer({ length: left.length, numberOfChannels: 2, sampleRate });
    buffer.copyToChannel(left, 0);
    buffer.copyToChannel(right, 1);
    convolver = new ConvolverNode(context, { buffer, disableNormalization: true });
    send.connect(convolver).connect(end);
  }
  return {
    send,
    set(room: RoomName): void {
      if (room === shown) return;
      shown = room;
      setTimeout(show, ROOM_MS, room);
    },
  };
}

/** A layer in the mix: how loud, and where. */
interface Strip {
  readonly gain: GainNode;
  readonly place: StereoPannerNode;
}

/** Clicks are to be found, not to sound well: they stay out of the room. */
const DRY: ReadonlySet<string> = new Set([CLICK_LAYER, SECOND_LAYER, COUNT_IN_LAYER]);

/** Opens the browser's sound output: a gain and a place for each layer, a room, and a limiter at the end. */
export function createOutput(): Output {
  const context = new AudioContext({ sampleRate: SAMPLE_RATE, latencyHint: 'interactive' });
  const { sum: end, passing, load } = limited(context);
  const room = roomInto(context, end);

  const layers = new Map<string, Strip>();
  const waiting = new Set<{ source: AudioBufferSourceNode; time: Seconds }>();
  let levels: ReadonlyMap<string, number> = new Map();
  let places: ReadonlyMap<string, number> = new Map();

  function layerGain(layer: string): GainNode {
    const known = layers.get(layer);
    if (known) return known.gain;
    const gain = new GainNode(context, { gain: levels.get(layer) ?? 1 });
    const place = new StereoPannerNode(context, { pan: places.get(layer) ?? 0 });
    gain.connect(place).connect(end);
    if (!DRY.has(layer)) place.connect(room.send);
    layers.set(layer, { gain, place });
    return gain;
  }

  return {
    now: () => context.currentTime,
    heard: steadilyHeard(context, passing),
    ready: load,
    async listen(stream, take) {
      await context.audioWorklet.addModule(earUrl);
      const source = new MediaStreamAudioSourceNode(context, { mediaStream: stream });
      const ear = new AudioWorkletNode(context, 'ear', {
        numberOfOutputs: 0,
        channelCount: 1,
        channelCountMode: 'explicit',
      });
      ear.port.onmessage = ({ data }: MessageEvent<EarBit>) => {
        take(data.samples, data.time - (context.outputLatency || 0) - passing());
      };
      source.connect(ear);
      return () => {
        ear.port.postMessage('end');
        ear.port.onmessage = null;
        source.disconnect();
      };
    },
    async wake() {
      if (context.state === 'running') return true;
      const late = new Promise<void>((resolve) => setTimeout(resolve, WAKE_MS));
      await Promise.race([context.resume().catch(() => undefined), late]);
      return (context.state as AudioContextState) === 'running';
    },
    schedule(buffer, time, layer, { gain = 1, until } = {}) {
      const source = new AudioBufferSourceNode(context, { buffer });
      const isCut = until !== undefined && until < time + buffer.duration;
      if (!isCut && gain === 1) source.connect(layerGain(layer));
      else {
        const shaped = new GainNode(context, { gain });
        if (isCut) shaped.gain.setTargetAtTime(0, until, DAMP_FADE / 3);
        source.connect(shaped).connect(layerGain(layer));
      }
      const entry = { source, time };
      waiting.add(entry);
      source.onended = () => waiting.delete(entry);
      source.start(Math.max(0, time));
    },
    cancelFrom(time) {
      for (const entry of waiting) {
        if (entry.time < time) continue;
        entry.source.stop();
        entry.source.disconnect();
        waiting.delete(entry);
      }
    },
    setLevels(next) {
      levels = next;
      for (const [layer, { gain }] of layers) {
        gain.gain.setTargetAtTime(next.get(layer) ?? 1, context.currentTime, 0.008);
      }
    },
    setPlaces(next) {
      places = next;
      for (const [layer, { place }] of layers) {
        place.pan.setTargetAtTime(next.get(layer) ?? 0, context.currentTime, 0.02);
      }
    },
    setRoom: room.set,
  };
}
