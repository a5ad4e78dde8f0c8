import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readWav } from './read-wav.ts';
import { wavFile } from './wav.ts';

/** A WAV by hand: its format chunk, then perhaps others, then its samples. */
function wav(format: readonly number[], data: readonly number[], between: readonly number[] = []) {
  const text = (word: string) => [...word].map((letter) => letter.charCodeAt(0));
  const chunk = (name: string, bytes: readonly number[]) => [
    ...text(name),
    ...le(bytes.length, 4),
    ...bytes,
    ...(bytes.length % 2 ? [0] : []),
  ];
  const body = [...text('WAVE'), ...chunk('fmt ', format), ...between, ...chunk('data', data)];
  return Uint8Array.from([...text('RIFF'), ...le(body.length, 4), ...body]);
}
const le = (value: number, bytes: number) =>
  Array.from({ length: bytes }, (_, at) => (value >>> (8 * at)) & 255);
const format = (kind: number, channels: number, bits: number, rate = 48_000) => [
  ...le(kind, 2),
  ...le(channels, 2),
  ...le(rate, 4),
  ...le((rate * channels * bits) / 8, 4),
  ...le((channels * bits) / 8, 2),
  ...le(bits, 2),
];
function samplesOf(file: Uint8Array): number[] {
  const read = readWav(file);
  if (!read.ok) throw new Error(read.message);
  return [...read.samples].map((one) => Math.round(one * 1e4) / 1e4);
}

describe('a WAV that is read', () => {
  it('is what was written, to the last bit', () => {
    fc.assert(
      fc.property(
        fc.array(fc.float({ min: -1, max: 1, noNaN: true }), { maxLength: 60 }),
        fc.constantFrom(44_100, 48_000),
        (values, rate) => {
          const read = readWav(wavFile(Float32Array.from(values), rate));
          if (!read.ok) throw new Error(read.message);
          expect(read.sampleRate).toBe(rate);
          expect(read.samples).toHaveLength(values.length);
          for (const [at, value] of values.entries())
            expect(Math.abs((read.samples[at] ?? 9) - value)).toBeLessThan(1 / 16_000);
        },
      ),
    );
  });

  it('may have 8, 16, 24 or 32 bits or floats, two channels, and chunks before its sound', () => {
    expect(samplesOf(wav(format(1, 1, 8), [128, 192, 0]))).toEqual([0, 0.5, -1]);
    expect(samplesOf(wav(format(1, 2, 16), [0, 64, 0, 192, 0, 64, 0, 64]))).toEqual([0, 0.5]);
    expect(samplesOf(wav(format(1, 1, 24), [0, 0, 64, 0, 0, 192]))).toEqual([0.5, -0.5]);
    expect(samplesOf(wav(format(1, 1, 32), [0, 0, 0, 64, 0, 0, 0, 128]))).toEqual([0.5, -1]);
    const float = [...new Uint8Array(Float32Array.of(0.25).buffer)];
    expect(samplesOf(wav(format(3, 1, 32), float))).toEqual([0.25]);
    const list = [76, 73, 83, 84, ...le(3, 4), 1, 2, 3, 0];
    expect(samplesOf(wav(format(1, 1, 16), [0, 64], list))).toEqual([0.5]);
    const long = [...format(0xfffe, 1, 16), ...le(22, 2), ...le(16, 2), ...le(0, 4), ...le(1, 2)];
    expect(samplesOf(wav([...long, ...Array(14).fill(0)], [0, 64]))).toEqual([0.5]);
  });

  it('is read as far as it goes, also where its length was not known when it was begun', () => {
    const whole = wav(format(1, 1, 16), [0, 64, 0, 192, 0, 64]);
    expect(samplesOf(whole.slice(0, -3))).toEqual([0.5]);
    const streamed = whole.slice();
    streamed.set(le(0xffffffff, 4), whole.length - 10);
    expect(samplesOf(streamed)).toEqual([0.5, -0.5, 0.5]);
  });

  it('that is none, or packed otherwise, is refused with what to do; nothing throws', () => {
    const said = (file: Uint8Array) => {
      const read = readWav(file);
      return read.ok ? 'read' : read.message;
    };
    expect(said(new Uint8Array())).toBe('It is not a WAV file.');
    expect(said(wav(format(1, 1, 16), []).slice(0, 40))).toContain('ends before its sound');
    expect(said(wav(format(85, 1, 16), [1, 2]))).toContain('save it as WAV, PCM');
    expect(said(wav(format(1, 0, 16), [1, 2]))).toContain('save it as WAV');
    const good = wav(format(1, 2, 16), [0, 64, 0, 192, 0, 64, 0, 64]);
    fc.assert(
      fc.property(fc.nat(good.length - 1), fc.nat(255), (at, byte) => {
        const bent = good.slice();
        bent[at] = byte;
        expect(['read', 'It']).toContain(
          said(bent)
            .split(' ')[0]
            ?.replace(/^(Its|The)$/, 'It'),
        );
      }),
    );
  });
});
