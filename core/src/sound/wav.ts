import type { Hertz } from '../time/index.ts';

/** Bytes before the samples of a WAV file of one channel. */
const HEADER = 44;

/**
 * Samples as a WAV file: one channel, 16 bits, least byte first (RIFF, format 1). What is louder than 1 is cut.
 * @example wavFile(new Float32Array(48_000), 48_000).length // 96044
 */
export function wavFile(samples: Float32Array, sampleRate: Hertz): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(HEADER + samples.length * 2);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string) => {
    for (let i = 0; i < word.length; i += 1) view.setUint8(at + i, word.charCodeAt(i));
  };
  text(0, 'RIFF');
  view.setUint32(4, bytes.length - 8, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, samples.length * 2, true);
  for (let i = 0; i < samples.length; i += 1) {
    const value = Math.max(-1, Math.min(1, samples[i] ?? 0));
    view.setInt16(HEADER + i * 2, Math.round(value * 32_767), true);
  }
  return bytes;
}
