/** Between two samples the peak is looked for at so many places (ITU-R BS.1770-5, annex 2). */
const FINER = 4;
/** Samples on each side that a place between two is made of. */
const REACH = 12;

/** Windowed sinc for each place between two samples. */
const PHASES: readonly Float64Array[] = Array.from({ length: FINER - 1 }, (_, index) => {
  const part = (index + 1) / FINER;
  return Float64Array.from({ length: 2 * REACH }, (_, tap) => {
    const x = tap - REACH + 1 - part;
    const window = 0.5 + 0.5 * Math.cos((Math.PI * x) / (REACH + 0.5));
    return (window * Math.sin(Math.PI * x)) / (Math.PI * x);
  });
});

/** The largest size of what the samples stand for, between them too; 1 is full scale. */
export function truePeak(samples: Float32Array): number {
  let most = 0;
  for (const value of samples) most = Math.max(most, Math.abs(value));
  const most0 = most;
  for (let i = 0; i < samples.length - 1; i += 1) {
    // Between samples that are small against the peak nothing rises above it.
    if (Math.abs(samples[i] as number) + Math.abs(samples[i + 1] as number) < most0) continue;
    for (const phase of PHASES) {
      let sum = 0;
      for (let tap = 0; tap < 2 * REACH; tap += 1) {
        sum += (samples[i + tap - REACH + 1] ?? 0) * (phase[tap] as number);
      }
      most = Math.max(most, Math.abs(sum));
    }
  }
  return most;
}
