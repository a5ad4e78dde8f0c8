import type { Hertz } from '../time/index.ts';

/** What a WAV holds, its channels mixed into one. */
export type WavResult =
  | { readonly ok: true; readonly samples: Float32Array; readonly sampleRate: Hertz }
  | { readonly ok: false; readonly message: string };

const PCM = 1;
const FLOAT = 3;
/** The kind stands further on in the same chunk: WAVEFORMATEXTENSIBLE. */
const EXTENDED = 0xfffe;
/** Of a length that was not known when the head was written, all that is there is taken. */
const UNKNOWN_LENGTH = 0xffffffff;

interface Shape {
  readonly kind: number;
  readonly channels: number;
  readonly sampleRate: Hertz;
  readonly bits: number;
}

/**
 * Reads a WAV of whole numbers of 8 to 32 bits or of floats; a file that was cut short is read as far as it goes.
 * Never throws. Source: Multimedia Programming Interface and Data Specifications 1.0, and its extension of 2001.
 */
export function readWav(bytes: Uint8Array): WavResult {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const name = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  if (bytes.length < 12 || name(0) !== 'RIFF' || name(8) !== 'WAVE') {
    return { ok: false, message: 'It is not a WAV file.' };
  }
  let shape: Shape | undefined;
  for (let at = 12; at + 8 <= bytes.length; ) {
    const long = view.getUint32(at + 4, true);
    const from = at + 8;
    if (name(at) === 'fmt ' && from + 16 <= bytes.length) shape = shapeAt(view, from);
    if (name(at) === 'data') {
      const to = long === UNKNOWN_LENGTH ? bytes.length : Math.min(bytes.length, from + long);
      return mixed(view, shape, from, to);
    }
    at = from + long + (long % 2);
  }
  return { ok: false, message: 'The WAV file ends before its sound begins.' };
}

function shapeAt(view: DataView, from: number): Shape {
  const written = view.getUint16(from, true);
  const isLong = written === EXTENDED && from + 26 <= view.byteLength;
  return {
    kind: isLong ? view.getUint16(from + 24, true) : written,
    channels: view.getUint16(from + 2, true),
    sampleRate: view.getUint32(from + 4, true),
    bits: view.getUint16(from + 14, true),
  };
}

function mixed(view: DataView, shape: Shape | undefined, from: number, to: number): WavResult {
  const reader = shape && readerOf(shape);
  if (!shape || !reader || shape.channels < 1 || shape.sampleRate < 8000) {
    return {
      ok: false,
      message:
        'Its sound is packed in a way that cannot be read: save it as WAV, PCM, 16 or 24 bits.',
    };
  }
  const { channels, bits, sampleRate } = shape;
  const wide = bits / 8;
  const samples = new Float32Array(Math.floor((to - from) / (wide * channels)));
  for (let at = 0; at < samples.length; at += 1) {
    let sum = 0;
    for (let channel = 0; channel < channels; channel += 1) {
      sum += reader(view, from + (at * channels + channel) * wide);
    }
    samples[at] = sum / channels;
  }
  return { ok: true, samples, sampleRate };
}

type Reader = (view: DataView, at: number) => number;

function readerOf({ kind, bits }: Shape): Reader | undefined {
  if (kind === FLOAT && bits === 32) return (view, at) => view.getFloat32(at, true);
  if (kind !== PCM) return undefined;
  if (bits === 8) return (view, at) => (view.getUint8(at) - 128) / 0x80;
  if (bits === 16) return (view, at) => view.getInt16(at, true) / 0x8000;
  if (bits === 24) {
    return (view, at) => (view.getInt16(at + 1, true) * 256 + view.getUint8(at)) / 0x800000;
  }
  if (bits === 32) return (view, at) => view.getInt32(at, true) / 0x80000000;
  return undefined;
}
