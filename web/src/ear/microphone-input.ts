import type { Features, HeardStroke, Listened, Told } from '@stride/core/ear';
import type { Seconds } from '@stride/core/time';
import * as Comlink from 'comlink';
import type { Player } from '../audio/player.ts';
import { SAMPLE_RATE } from '../audio/voices.ts';
import type { EarApi } from '../workers/ear.worker.ts';
import { lazyWorker } from '../workers/lazy-worker.ts';
import { type EarInput, InputError } from './input.ts';

const worker = lazyWorker<EarApi>(
  () => new Worker(new URL('../workers/ear.worker.ts', import.meta.url), { type: 'module' }),
);

const SAID: Readonly<Record<string, string>> = {
  NotAllowedError:
    'The browser does not let this page hear the microphone. Allow it beside the address, then listen again. Nothing that is heard leaves this machine.',
  NotFoundError: 'There is no microphone. Connect one, or play on keys or pads.',
  NotReadableError: 'Another program holds the microphone. Close that program, then listen again.',
};
const ENDED = 'The microphone was pulled out or taken away. What was played until then is judged.';
const SLEPT =
  'Nothing was heard for a while, as when a computer sleeps. What was played until then is judged.';

/** A gap between two bits that is longer than this is no hiccup. */
const GAP: Seconds = 1.5;

/** The microphone as it is: nothing taken out and nothing made louder. @throws InputError */
async function openStream(device: string | undefined): Promise<MediaStream> {
  if (!window.isSecureContext || !navigator.mediaDevices) {
    throw new InputError(
      'Browsers give no microphone to an address without a certificate. Open the program on the machine that serves it, or have it served with one: npm start -- --lan --tls. Keys, pads and MIDI work here.',
    );
  }
  try {
    return await navigator.mediaDevices.getUserMedia({
      audio: {
        echoCancellation: false,
        noiseSuppression: false,
        autoGainControl: false,
        channelCount: 1,
        ...(device ? { deviceId: device } : {}),
      },
    });
  } catch (error) {
    const name = error instanceof Error ? error.name : '';
    throw new InputError(SAID[name] ?? 'The microphone could not be opened. Listen again.');
  }
}

/** A microphone that is open: what it hears, stroke by stroke. */
export interface OpenMicrophone {
  readonly name: string;
  /** Loudest moment of the last bit, as an amplitude. */
  level(): number;
  stop(): void;
}

export interface MicrophoneOptions {
  readonly device?: string | undefined;
  readonly threshold: number;
  readonly examples: ReadonlyMap<string, readonly Features[]>;
  readonly stroke: (heard: HeardStroke & { readonly at: Seconds }) => void;
  /** All of the sound, for hearing oneself; it is kept nowhere else. */
  readonly sound?: (samples: Float32Array<ArrayBuffer>, time: Seconds) => void;
  readonly fail: (message: string) => void;
  /** Told each time the sound drops out for a moment. */
  readonly drop?: (() => void) | undefined;
}

/** Opens the microphone on the player's clock. @throws InputError */
export async function openMicrophone(
  player: Pick<Player, 'listen'>,
  options: MicrophoneOptions,
): Promise<OpenMicrophone> {
  const { device, threshold, examples, stroke, sound, fail } = options;
  const stream = await openStream(device);
  const [track] = stream.getAudioTracks();
  let level = 0;
  let dropped = 0;
  let began: Seconds | undefined;
  let heardUntil: Seconds = 0;
  let stopped = false;
  let end: (() => void) | undefined;
  const stop = () => {
    stopped = true;
    end?.();
    for (const one of stream.getTracks()) one.stop();
  };
  const giveUp = (message: string) => {
    if (stopped) return;
    stop();
    fail(message);
  };
  track?.addEventListener('ended', () => giveUp(ENDED));
  await worker.call((api) => api.begin(SAMPLE_RATE, threshold, examples));
  end = await player.listen(stream, (samples, time) => {
    if (began !== undefined && time - heardUntil > GAP) {
      giveUp(SLEPT);
      return;
    }
    began ??= time;
    const start = began;
    heardUntil = time + samples.length / SAMPLE_RATE;
    level = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    sound?.(samples.slice(), time);
    worker
      .call((api) => api.hear(Comlink.transfer(samples, [samples.buffer])))
      .then(
        ({ strokes, dropouts }) => {
          if (stopped) return;
          for (; dropped < dropouts; dropped += 1) options.drop?.();
          for (const one of strokes) stroke({ ...one, at: start + one.time });
        },
        () =>
          giveUp(
            'Listening has stopped in the background. Listen again; what was played until then is judged.',
          ),
      );
  });
  if (stopped) end();
  return { name: track?.label ?? 'microphone', level: () => level, stop };
}

/** The microphone as an input. */
export function microphoneInput(
  player: Pick<Player, 'listen'>,
  options: Pick<MicrophoneOptions, 'device' | 'threshold' | 'examples' | 'sound'> & {
    readonly meter?: (level: () => number) => void;
  },
): EarInput {
  const tellsKinds = options.examples.size > 1;
  return {
    kind: 'microphone',
    device: `microphone ${options.device ?? ''}`.trim(),
    async open({ hear, fail, drop }) {
      const open = await openMicrophone(player, {
        ...options,
        stroke({ at, loud, told }) {
          hear({ time: at, loud, ...(tellsKinds ? kindOf(told) : {}) });
        },
        fail,
        drop,
      });
      options.meter?.(open.level);
      return { stop: open.stop };
    },
  };
}

function kindOf(told: Told | undefined): { readonly kind?: string; readonly sure?: number } {
  return told ? { kind: told.kind, sure: told.sure } : {};
}

/** What the room is like: some seconds in which nothing is played. @throws InputError */
export async function measureRoom(
  player: Pick<Player, 'listen'>,
  device: string | undefined,
  seconds: Seconds,
): Promise<Listened> {
  const stream = await openStream(device);
  const bits: Float32Array[] = [];
  let end: (() => void) | undefined;
  try {
    await new Promise<void>((resolve, reject) => {
      setTimeout(resolve, seconds * 1000 + 400);
      player
        .listen(stream, (samples) => bits.push(samples))
        .then((stop) => {
          end = stop;
        }, reject);
    });
  } finally {
    end?.();
    for (const track of stream.getTracks()) track.stop();
  }
  // The first moments of an opened microphone are not yet the room.
  const rest = bits.slice(8);
  const all = new Float32Array(rest.reduce((sum, bit) => sum + bit.length, 0));
  let at = 0;
  for (const bit of rest) {
    all.set(bit, at);
    at += bit.length;
  }
  return worker.call((api) => api.room(all));
}
