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

export function createPredictor(order: number): Predictor {
  const weights = new Float64Array(order);
  const correlation = new Float64Array(order + 1);
  const before = new Float64Array(order);
  let taper = new Float32Array(0);
  let tapered = new Float32Array(0);

  return {
    learn(window) {
      const { length } = window;
      if (taper.length !== length) {
        taper = Float32Array.from(
          { length },
          (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (at + 0.5)) / length),
        );
        tapered = new Float32Array(length);
      }
      for (let at = 0; at < length; at += 1) tapered[at] = (window[at] ?? 0) * (taper[at] ?? 0);
      for (let lag = 0; lag <= order; lag += 1) {
        let sum = 0;
        for (let at = lag; at < length; at += 1)
          sum += (tapered[at] ?? 0) * (tapered[at - lag] ?? 0);
        correlation[lag] = sum;
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
