import { largeRhythm } from './large.ts';

/** One line of the report. */
export interface Figure {
  readonly what: string;
  readonly value: string;
  readonly limit: string;
  readonly ok: boolean;
}

export function median(values: number[]): number {
  return values.sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;
}

/** Median time of a function in milliseconds, after enough runs for the engine to have compiled it. */
export function time(run: () => unknown, runs = 120): number {
  return timeEach(() => undefined, run, runs);
}

/** The same where each run needs something made for it, which is not timed. */
export function timeEach<T>(make: () => T, run: (made: T) => unknown, runs = 120): number {
  for (let i = 0; i < 120; i += 1) run(make());
  return median(
    Array.from({ length: runs }, () => {
      const made = make();
      const start = performance.now();
      run(made);
      return performance.now() - start;
    }),
  );
}

let unit: number | undefined;

/**
 * Milliseconds that parsing the large rhythm as JSON takes in this run: what other figures are told in
 * besides, since milliseconds differ by half from machine to machine.
 */
export function parseUnit(): number {
  const json = JSON.stringify(largeRhythm());
  unit ??= time(() => JSON.parse(json));
  return unit;
}

/** So many milliseconds as units of this run, with the limit in them. */
export function inUnits(ms: number, most: number) {
  const units = ms / parseUnit();
  return { text: `${units.toFixed(1)} units`, limit: `${most} units`, ok: units <= most };
}
