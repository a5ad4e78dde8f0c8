import FFT from 'fft.js';
import { nth } from '../bounds/index.ts';
import type { Hertz } from '../time/index.ts';
import { type RoomName, roomResponse } from './room.ts';

/** Into about so many parts an answer is cut; each as long as these at least and at most. */
const PARTS = 12;
const LEAST_PART = 1024;
const MOST_PART = 16_384;

/**
 * Adds what a room answers to what is heard in it, bit by bit: convolution by parts in the frequencies (overlap and
 * save). Left and right go through one transform, as the two parts of a complex signal, and are told apart by their
 * symmetry. Bits are whole numbers of parts long: of 16,384 samples, or of a divisor of that.
 */
export function createRoom(
  name: RoomName,
  sampleRate: Hertz,
): ((channels: readonly [Float32Array, Float32Array]) => void) | undefined {
  const response = roomResponse(name, sampleRate);
  if (!response) return undefined;
  const room = inParts(response);
  return ([left, right]) => {
    for (let from = 0; from < left.length; from += room.part) {
      const to = from + room.part;
      room.add([left.subarray(from, to), right.subarray(from, to)]);
    }
  };
}

/** Adds the answer to as many samples as one of its parts has, again and again. */
function inParts(response: readonly [Float32Array, Float32Array]) {
  const wanted = response[0].length / PARTS;
  const part = Math.min(MOST_PART, Math.max(LEAST_PART, 2 ** Math.ceil(Math.log2(wanted))));
  const size = 2 * part;
  const fft = new FFT(size);
  // The library is made for plain lists: with typed arrays it takes twice as long.
  const both = fft.createComplexArray() as number[];
  const transformed = fft.createComplexArray() as number[];
  const spectrum = (left: Float32Array, right: Float32Array, from: number): Spectrum => {
    for (let i = 0; i < part; i += 1) {
      both[2 * (from + i)] = left[i] ?? 0;
      both[2 * (from + i) + 1] = right[i] ?? 0;
    }
    fft.transform(transformed, both);
    return apart(transformed);
  };
  const [left, right] = response;
  const answers = Array.from({ length: Math.ceil(left.length / part) }, (_, index) => {
    const [from, to] = [index * part, (index + 1) * part];
    both.fill(0);
    return spectrum(left.subarray(from, to), right.subarray(from, to), 0);
  });
  both.fill(0);
  const heard: Spectrum[] = [];
  const sum: Spectrum = [new Float64Array(size + 2), new Float64Array(size + 2)];
  const back = fft.createComplexArray() as number[];
  const add = (block: readonly [Float32Array, Float32Array]): void => {
    for (let i = 0; i < size; i += 1) both[i] = both[size + i] as number;
    heard.unshift(spectrum(block[0], block[1], part));
    heard.length = Math.min(heard.length, answers.length);
    for (const side of [0, 1] as const) {
      sum[side].fill(0);
      for (const [index, one] of heard.entries()) {
        addProduct(sum[side], one[side], nth(answers, index)[side]);
      }
    }
    together(sum, transformed);
    fft.inverseTransform(back, transformed);
    for (let i = 0; i < part; i += 1) {
      const at = 2 * (part + i);
      block[0][i] = (block[0][i] as number) + (back[at] as number);
      block[1][i] = (block[1][i] as number) + (back[at + 1] as number);
    }
  };
  return { part, add };
}

/** What left and right are made of, from nought up to half the sample rate: complex numbers one after another. */
type Spectrum = readonly [left: Float64Array, right: Float64Array];

/** The spectra of two real signals from that of the complex one they are the parts of. */
function apart(of: readonly number[]): Spectrum {
  const size = of.length / 2;
  const left = new Float64Array(size + 2);
  const right = new Float64Array(size + 2);
  for (let k = 0; k <= size / 2; k += 1) {
    const mirror = 2 * ((size - k) % size);
    const [a, b] = [of[2 * k] as number, of[2 * k + 1] as number];
    const [c, d] = [of[mirror] as number, of[mirror + 1] as number];
    left[2 * k] = (a + c) / 2;
    left[2 * k + 1] = (b - d) / 2;
    right[2 * k] = (b + d) / 2;
    right[2 * k + 1] = (c - a) / 2;
  }
  return [left, right];
}

/** The other way: the complex signal of which two real ones are the parts. */
function together([left, right]: Spectrum, into: number[]): void {
  const size = into.length / 2;
  for (let k = 0; k <= size / 2; k += 1) {
    const mirror = 2 * ((size - k) % size);
    const [a, b] = [left[2 * k] as number, left[2 * k + 1] as number];
    const [c, d] = [right[2 * k] as number, right[2 * k + 1] as number];
    into[2 * k] = a - d;
    into[2 * k + 1] = b + c;
    into[mirror] = a + d;
    into[mirror + 1] = c - b;
  }
}

/** Adds the product of two spectra, complex number by complex number. */
function addProduct(sum: Float64Array, a: Float64Array, b: Float64Array): void {
  for (let i = 0; i < sum.length; i += 2) {
    const x = a[i] as number;
    const y = a[i + 1] as number;
    const u = b[i] as number;
    const w = b[i + 1] as number;
    sum[i] = (sum[i] as number) + x * u - y * w;
    sum[i + 1] = (sum[i + 1] as number) + x * w + y * u;
  }
}
