import type { Hertz, Samples } from '../time/index.ts';
import type { Recording } from './record.ts';

/** Bytes before the samples of a WAV file. */
const HEADER = 44;

/** How fine each sample is. */
export type WavBits = 16 | 24;

interface WavShape {
  readonly sampleRate: Hertz;
  readonly channels: number;
  readonly bits: WavBits;
  /** Samples of each channel. */
  readonly length: number;
}

/** How many bytes a WAV file has. */
function wavSize({ channels, bits, length }: WavShape): number {
  return HEADER + (length * channels * bits) / 8;
}

/** What stands before the samples of a WAV file (RIFF, format 1), least byte first. */
function wavHeader(shape: WavShape): Uint8Array<ArrayBuffer> {
  const { sampleRate, channels, bits } = shape;
  const bytes = new Uint8Array(HEADER);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string) => {
    for (let i = 0; i < word.length; i += 1) view.setUint8(at + i, word.charCodeAt(i));
  };
  const frame = (channels * bits) / 8;
  text(0, 'RIFF');
  view.setUint32(4, wavSize(shape) - 8, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * frame, true);
  view.setUint16(32, frame, true);
  view.setUint16(34, bits, true);
  text(36, 'data');
  view.setUint32(40, wavSize(shape) - HEADER, true);
  return bytes;
}

/** Samples of channels side by side, as whole numbers; what is louder than 1 is cut. */
function wavSamples(channels: readonly Float32Array[], bits: WavBits): Uint8Array<ArrayBuffer> {
  const [first = new Float32Array()] = channels;
  const step = (channels.length * bits) / 8;
  const bytes = new Uint8Array(first.length * step);
  const most = 2 ** (bits - 1) - 1;
  for (const [index, channel] of channels.entries()) {
    let at = (index * bits) / 8;
    for (let i = 0; i < channel.length; i += 1) {
      const sample = (channel[i] as number) * most;
      const within = Math.max(-most, Math.min(most, sample));
      // Rounded to the nearest, by cutting off what lies half a step above.
      const value = (within + most + 1.5) | 0;
      const whole = value - most - 1;
      bytes[at] = whole;
      bytes[at + 1] = whole >> 8;
      if (bits === 24) bytes[at + 2] = whole >> 16;
      at += step;
    }
  }
  return bytes;
}

/**
 * Samples as a WAV file: one channel, 16 bits. What is louder than 1 is cut.
 * @example wavFile(new Float32Array(48_000), 48_000).length // 96044
 */
export function wavFile(samples: Float32Array, sampleRate: Hertz): Uint8Array<ArrayBuffer> {
  const shape: WavShape = { sampleRate, channels: 1, bits: 16, length: samples.length };
  const bytes = new Uint8Array(wavSize(shape));
  bytes.set(wavHeader(shape));
  bytes.set(wavSamples([samples], 16), HEADER);
  return bytes;
}

/** What stands before the samples of a recording in a WAV file of two channels. */
export function wavHead({ length, sampleRate }: Recording, bits: WavBits): Uint8Array<ArrayBuffer> {
  return wavHeader({ sampleRate, channels: 2, bits, length });
}

/**
 * The samples of a recording, piece by piece, as they follow that head; nothing of it is held.
 * @param from and to: only a part, in samples
 */
export function* wavPieces(
  recording: Recording,
  bits: WavBits,
  from?: Samples,
  to?: Samples,
): Generator<Uint8Array<ArrayBuffer>> {
  for (const block of recording.blocks(from, to)) yield wavSamples(block, bits);
}
