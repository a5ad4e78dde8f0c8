/** Taps of the filter before samples are left out, on either side of the middle, for each that is left out. */
const TAPS = 2;

/** Keeps every so many samples after a low pass (a sinc under a Hann window), without delay: its middle is the moment. */
export function createThinner(every: number): (samples: Float32Array) => Float32Array {
  const half = TAPS * every;
  const taps = Float32Array.from({ length: half * 2 + 1 }, (_, at) => {
    const x = (at - half) / every;
    const sinc = x === 0 ? 1 : Math.sin(Math.PI * x * 0.8) / (Math.PI * x * 0.8);
    return (sinc * 0.8 * (0.5 + 0.5 * Math.cos((Math.PI * (at - half)) / (half + 1)))) / every;
  });
  let waiting = new Float32Array(half);
  let next = half;
  return (samples) => {
    const all = new Float32Array(waiting.length + samples.length);
    all.set(waiting);
    all.set(samples, waiting.length);
    const out: number[] = [];
    for (; next + half < all.length; next += every) {
      let sum = 0;
      for (let at = 0; at < taps.length; at += 1)
        sum += (taps[at] ?? 0) * (all[next - half + at] ?? 0);
      out.push(sum);
    }
    const drop = Math.max(0, next - half);
    waiting = all.slice(drop);
    next -= drop;
    return Float32Array.from(out);
  };
}
