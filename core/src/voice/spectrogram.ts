import FFT from 'fft.js';
import type { Hertz, Seconds } from '../time/index.ts';

/** What of a sound is drawn, and how finely. */
export interface Drawn {
  readonly columns: number;
  readonly rows: number;
  readonly lasts: Seconds;
  readonly lowest: Hertz;
  readonly highest: Hertz;
}

const SIZE = 2048;
/** What lies further below the loudest is not drawn. */
const DEPTH = 66;

/**
 * A sound as a picture: how strong each pitch is at each time, 0 (not heard beside the loudest) to 1, column by column,
 * the lowest pitch first. Pitches lie as the ear hears them, by octaves.
 */
export function spectrogram(samples: Float32Array, sampleRate: Hertz, drawn: Drawn): Float32Array {
  const { columns, rows, lasts, lowest, highest } = drawn;
  const fft = new FFT(SIZE);
  const spectrum = fft.createComplexArray();
  const input = new Array<number>(SIZE);
  const levels = new Float32Array(columns * rows);
  for (let column = 0; column < columns; column += 1) {
    // A window that begins with the first column, so that the stroke itself stands at the left edge.
    const from = Math.round((column / columns) * lasts * sampleRate) - SIZE / 4;
    for (let i = 0; i < SIZE; i += 1) {
      const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / SIZE);
      input[i] = (samples[from + i] ?? 0) * window;
    }
    fft.realTransform(spectrum, input);
    for (let row = 0; row < rows; row += 1) {
      const [low, high] = [row, row + 1].map(
        (at) => (lowest * (highest / lowest) ** (at / rows) * SIZE) / sampleRate,
      ) as [number, number];
      let power = 0;
      for (
        let bin = Math.floor(low);
        bin <= Math.max(Math.floor(low), Math.ceil(high) - 1);
        bin += 1
      )
        power = Math.max(power, (spectrum[2 * bin] ?? 0) ** 2 + (spectrum[2 * bin + 1] ?? 0) ** 2);
      levels[column * rows + row] = power;
    }
  }
  const most = levels.reduce((max, power) => Math.max(max, power), 1e-20);
  return levels.map((power) => Math.max(0, 1 + (10 * Math.log10(power / most + 1e-12)) / DEPTH));
}
