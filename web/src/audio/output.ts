import { DAMP_FADE } from '@stride/core/sound';
import type { Seconds } from '@stride/core/time';
import earUrl from './ear.worklet.ts?worker&url';
import type { EarBit } from './ear-bit.ts';
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
}

const WAKE_MS = 1500;

/** Two readings of what is heard now that lie further apart than this do not speak of the same clock. */
const TRUSTED: Seconds = 0.1;

/**
 * The moment that reaches the ear now. The clock itself goes on in steps of a buffer, too coarse for
 * judging a tap; the browser says when a moment left for the ear, and the time since is added to it.
 */
function heardNow(context: AudioContext): Seconds {
  const coarse = context.currentTime - (context.outputLatency || 0);
  const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp();
  if (performanceTime === 0) return coarse;
  const fine = contextTime + (performance.now() - performanceTime) / 1000;
  return Math.abs(fine - coarse) < TRUSTED ? fine : coarse;
}

/**
 * The same, but never back in time: the two readings differ a little, and what the browser takes for
 * its latency changes while it plays. A count on the screen must not return to a beat that is over.
 */
function steadilyHeard(context: AudioContext): () => Seconds {
  let last: Seconds = Number.NEGATIVE_INFINITY;
  return () => {
    last = Math.max(last, heardNow(context));
    return last;
  };
}

/** Opens the browser's sound output: one gain for each layer, and a limiter against overload. */
export function createOutput(): Output {
  const context = new AudioContext({ sampleRate: SAMPLE_RATE, latencyHint: 'interactive' });
  const master = new DynamicsCompressorNode(context, {
    threshold: -8,
    knee: 6,
    ratio: 8,
    attack: 0.002,
    release: 0.12,
  });
  // Gentle on the ears: twelve layers at full force stay below the limit.
  const volume = new GainNode(context, { gain: 0.7 });
  master.connect(volume).connect(context.destination);

  const layers = new Map<string, GainNode>();
  const waiting = new Set<{ source: AudioBufferSourceNode; time: Seconds }>();
  let levels: ReadonlyMap<string, number> = new Map();

  function layerGain(layer: string): GainNode {
    const known = layers.get(layer);
    if (known) return known;
    const made = new GainNode(context, { gain: levels.get(layer) ?? 1 });
    made.connect(master);
    layers.set(layer, made);
    return made;
  }

  return {
    now: () => context.currentTime,
    heard: steadilyHeard(context),
    async listen(stream, take) {
      await context.audioWorklet.addModule(earUrl);
      const source = new MediaStreamAudioSourceNode(context, { mediaStream: stream });
      const ear = new AudioWorkletNode(context, 'ear', {
        numberOfOutputs: 0,
        channelCount: 1,
        channelCountMode: 'explicit',
      });
      ear.port.onmessage = ({ data }: MessageEvent<EarBit>) => {
        take(data.samples, data.time - (context.outputLatency || 0));
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
      if (until === undefined && gain === 1) source.connect(layerGain(layer));
      else {
        const shaped = new GainNode(context, { gain });
        if (until !== undefined) shaped.gain.setTargetAtTime(0, until, DAMP_FADE / 3);
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
      for (const [layer, gain] of layers) {
        gain.gain.setTargetAtTime(next.get(layer) ?? 1, context.currentTime, 0.008);
      }
    },
  };
}
