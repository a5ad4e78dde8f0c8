import type { Rhythm } from '@stride/core/rhythm';
import { largeRhythm } from './large.ts';

const LARGE = JSON.stringify(largeRhythm());

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
  for (let i = 0; i < 120; i += 1) run();
  return median(
    Array.from({ length: runs }, () => {
      const start = performance.now();
      run();
      return performance.now() - start;
    }),
  );
}

/**
 * Median time of a function that is given a fresh copy of the large rhythm, in milliseconds and in units of
 * what parsing that copy took, a moment before: a machine that slows down now and then slows both.
 */
export function timeInUnits(run: (copy: Rhythm) => unknown, runs = 400) {
  const once = () => {
    const start = performance.now();
    const copy = JSON.parse(LARGE) as Rhythm;
    const parsed = performance.now();
    run(copy);
    return { plain: parsed - start, ms: performance.now() - parsed };
  };
  for (let i = 0; i < 400; i += 1) once();
  const times = Array.from({ length: runs }, once);
  return {
    ms: median(times.map((one) => one.ms)),
    units: median(times.map((one) => one.ms / one.plain)),
  };
}

/**
 * Milliseconds that parsing the large rhythm as JSON takes this program now: what other figures are told in besides, since
 * milliseconds differ by half from machine to machine. On one machine they differ as much from one minute to the next, so that it
 * is measured beside each figure.
 */
export const parseUnit = (): number => time(() => JSON.parse(LARGE));

/**
 * So many milliseconds as units, with the limit in them.
 * @param unit milliseconds of one, as it was measured beside the figure
 */
export function inUnits(ms: number, most: number, unit: number) {
  const units = ms / unit;
  return {
    text: `${units.toFixed(1)} units of ${unit.toFixed(2)} ms`,
    limit: `${most} units`,
    ok: units <= most,
  };
}
