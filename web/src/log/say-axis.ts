import { dayAt, sayDay } from '@stride/core/log';

/** A day on an axis, short. @example '8 Dec' */
export function sayAxisDay(x: number): string {
  return sayDay(dayAt(Math.round(x))).replace(/(\p{L}{3})\p{L}+/u, '$1');
}
