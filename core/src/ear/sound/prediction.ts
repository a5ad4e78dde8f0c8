/**
 * How a signal goes on, guessed from what it was: what rings can be foretold from sample to sample, and what is
 * struck cannot. Coefficients by autocorrelation and the recursion of Levinson and Durbin.
 */
export interface Predictor {
  /** Learns from the samples of a window, the newest last. */
  learn(window: Float32Array): void;
  /** What the sample at an index differs from what was foretold of it. */
  surprise(samples: Float32Array, at: number): number;
}

/** How much of white noise is added when learning, so that silence can be foretold as well. */
const FLOOR = 1e-4;
/** Lags whose sums are made in one walk: each sample is read for all of them. */
const LAGS_AT_ONCE = 4;

export function createPredictor(order: number): Predictor {
  const weights = new Float64Array(order);
  const correlation = new Float64Array(order + 1);
  const before = new Float64Array(order);
  let taper = new Float32Array(0);
  /** The window without its edges, after as many zeros as the farthest lag looks back. */
  let tapered = new Float64Array(0);
  const back = order + LAGS_AT_ONCE - 1;

  return {
    learn(window) {
      const { length } = window;
      if (taper.length !== length) {
        taper = Float32Array.from(
          { length },
          (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (at + 0.5)) / length),
        );
        tapered = new Float64Array(back + length);
      }
      for (let at = 0; at < length; at += 1)
        tapered[back + at] = Math.fround((window[at] ?? 0) * (taper[at] ?? 0));
      for (let lag = 0; lag <= order; lag += LAGS_AT_ONCE) {
        correlation.set(alike(tapered, back, lag).slice(0, order + 1 - lag), lag);
      }
      correlation[0] = (correlation[0] ?? 0) * (1 + FLOOR) + 1e-12;
      weights.fill(0);
      let error = correlation[0];
      for (let step = 0; step < order; step += 1) {
        let sum = correlation[step + 1] ?? 0;
        for (let at = 0; at < step; at += 1)
          sum -= (weights[at] ?? 0) * (correlation[step - at] ?? 0);
        const reflection = sum / error;
        before.set(weights);
        weights[step] = reflection;
        for (let at = 0; at < step; at += 1) {
          weights[at] = (before[at] ?? 0) - reflection * (before[step - 1 - at] ?? 0);
        }
        error *= 1 - reflection * reflection;
        if (!(error > 0)) break;
      }
    },
    surprise(samples, at) {
      let foretold = 0;
      for (let lag = 0; lag < order; lag += 1) {
        foretold += (weights[lag] ?? 0) * (samples[at - 1 - lag] ?? 0);
      }
      return (samples[at] ?? 0) - foretold;
    },
  };
}

/** How alike values from an index on are to themselves, so many samples and up to three more before. */
function alike(values: Float64Array, from: number, lag: number): readonly number[] {
  let first = 0;
  let second = 0;
  let third = 0;
  let fourth = 0;
  for (let at = from; at < values.length; at += 1) {
    const value = values[at] ?? 0;
    const before = at - lag;
    first += value * (values[before] ?? 0);
    second += value * (values[before - 1] ?? 0);
    third += value * (values[before - 2] ?? 0);
    fourth += value * (values[before - 3] ?? 0);
  }
  return [first, second, third, fourth];
}
