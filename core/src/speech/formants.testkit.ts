import type { Hertz } from '../time/index.ts';

/** Linear prediction by autocorrelation (Levinson and Durbin): the coefficients of the filter behind a sound. */
function prediction(samples: Float32Array, order: number): Float64Array {
  const lags = Float64Array.from({ length: order + 1 }, (_, lag) => {
    let sum = 0;
    for (let i = lag; i < samples.length; i += 1)
      sum += (samples[i] as number) * (samples[i - lag] as number);
    return sum;
  });
  const filter = new Float64Array(order + 1);
  filter[0] = 1;
  let error = lags[0] as number;
  for (let i = 1; i <= order; i += 1) {
    let sum = lags[i] as number;
    for (let j = 1; j < i; j += 1) sum += (filter[j] as number) * (lags[i - j] as number);
    const back = -sum / error;
    const before = filter.slice();
    for (let j = 1; j < i; j += 1)
      filter[j] = (before[j] as number) + back * (before[i - j] as number);
    filter[i] = back;
    error *= 1 - back * back;
  }
  return filter;
}

/** The resonances of a vowel, lowest first: peaks of the filter that linear prediction finds. */
export function formantsIn(vowel: Float32Array, sampleRate: Hertz): readonly Hertz[] {
  const windowed = vowel.map((value, i) => {
    const bright = value - (i > 0 ? 0.97 * (vowel[i - 1] as number) : 0);
    return bright * (0.54 - 0.46 * Math.cos((2 * Math.PI * i) / vowel.length));
  });
  const filter = prediction(windowed, 12);
  const peaks: Hertz[] = [];
  let before = 0;
  let last = 0;
  for (let frequency = 150; frequency < 4200; frequency += 5) {
    let re = 0;
    let im = 0;
    for (const [k, value] of filter.entries()) {
      re += value * Math.cos((2 * Math.PI * frequency * k) / sampleRate);
      im -= value * Math.sin((2 * Math.PI * frequency * k) / sampleRate);
    }
    const size = 1 / Math.hypot(re, im);
    if (last > before && last > size) peaks.push(frequency - 5);
    before = last;
    last = size;
  }
  return peaks;
}
