import { describe, expect, it } from 'vitest';
import { type Recording, wavFile, wavPieces } from './index.ts';

describe('a WAV file', () => {
  it('has a header that says its size, rate and bits, and then its samples', () => {
    const file = wavFile(Float32Array.of(0, 1, -1, 0.5, 2, -3), 48_000);
    const view = new DataView(file.buffer);
    const text = (at: number, length: number) =>
      String.fromCharCode(...file.subarray(at, at + length));
    expect([text(0, 4), text(8, 8), text(36, 4)]).toEqual(['RIFF', 'WAVEfmt ', 'data']);
    expect(view.getUint32(4, true)).toBe(file.length - 8);
    expect([16, 20, 22, 32, 34].map((at) => view.getUint16(at, true))).toEqual([16, 1, 1, 2, 16]);
    expect([24, 28, 40].map((at) => view.getUint32(at, true))).toEqual([48_000, 96_000, 12]);
    const samples = Array.from({ length: 6 }, (_, at) => view.getInt16(44 + at * 2, true));
    expect(samples).toEqual([0, 32_767, -32_767, 16_384, 32_767, -32_767]);
  });

  it('of two channels has them side by side, in two bytes or three', () => {
    const [left, right] = [Float32Array.of(0.5, -1, 0.25), Float32Array.of(-0.5, 1, 0)];
    const recording: Recording = {
      length: 3,
      sampleRate: 48_000,
      *blocks() {
        yield [left, right];
      },
    };
    const read = (bits: 16 | 24) => {
      const bytes = [...wavPieces(recording, bits)].flatMap((piece) => [...piece]);
      const wide = bits / 8;
      return Array.from({ length: bytes.length / wide }, (_, at) => {
        const whole = bytes
          .slice(at * wide, (at + 1) * wide)
          .reduce((sum, byte, place) => sum + byte * 256 ** place, 0);
        return whole >= 2 ** (bits - 1) ? whole - 2 ** bits : whole;
      });
    };
    expect(read(16)).toEqual([16_384, -16_383, -32_767, 32_767, 8192, 0]);
    expect(read(24)).toEqual([4_194_304, -4_194_303, -8_388_607, 8_388_607, 2_097_152, 0]);
  });
});
