import { addDays as addTo, format, isValid, parseISO } from 'date-fns';
import * as v from 'valibot';

/** A day of the player's own calendar, as ISO 8601 writes it. @example '2026-12-12' */
export type Day = string;

/** A day of the week, Monday 1 to Sunday 7. */
export type Weekday = 1 | 2 | 3 | 4 | 5 | 6 | 7;
/** The days of a week, from Monday, 1, to Sunday, 7. */
export const WEEKDAYS: readonly Weekday[] = [1, 2, 3, 4, 5, 6, 7];

/** Days before and after these are not kept: nobody practised then. */
const YEARS = { from: 1970, to: 2199 };

/** A day of the calendar, as `2026-03-01`. */
export const DaySchema = v.pipe(
  v.string(),
  v.check(isDay, 'A day is written as year, month and day: 2026-12-12.'),
);

/** Whether a text is a day of the calendar, as `2026-03-01`. */
export function isDay(text: string): boolean {
  if (!/^\d{4}-\d\d-\d\d$/.test(text) || !isValid(parseISO(text))) return false;
  const year = Number(text.slice(0, 4));
  return year >= YEARS.from && year <= YEARS.to;
}

const DAY_MS = 86_400_000;
const EPOCH = parseISO('1970-01-01');
/** Days and their numbers as they were worked out: plans ask for the same few again and again. */
const numbers = new Map<Day, number>();
const days = new Map<number, Day>();

/** The day as a number that rises by one from day to day; 0 is 1 January 1970. */
export function dayNumber(day: Day): number {
  const known = numbers.get(day);
  if (known !== undefined) return known;
  const number = Date.parse(`${day}T00:00:00Z`) / DAY_MS;
  numbers.set(day, number);
  return number;
}

/** The day with such a number: {@link dayNumber} the other way. */
export function dayAt(number: number): Day {
  const known = days.get(number);
  if (known !== undefined) return known;
  const day = format(addTo(EPOCH, number), 'yyyy-MM-dd');
  days.set(number, day);
  return day;
}

/** So many days later; earlier where the number is negative. */
export function addDays(day: Day, days: number): Day {
  return dayAt(dayNumber(day) + days);
}

/** From one day to another; negative where the other is earlier. */
export function daysBetween(from: Day, to: Day): number {
  return dayNumber(to) - dayNumber(from);
}

/** The day of the week, from Monday, 1, to Sunday, 7. */
export function weekdayOf(day: Day): Weekday {
  // Day 0 was a Thursday, the fourth of the week.
  return (((((dayNumber(day) + 3) % 7) + 7) % 7) + 1) as Weekday;
}

/** The Monday of the week a day lies in. */
export function weekOf(day: Day): Day {
  return addDays(day, 1 - weekdayOf(day));
}

/** A day as it is said. @example sayDay('2026-12-08') // '8 December' */
export function sayDay(day: Day): string {
  return format(parseISO(day), 'd MMMM');
}

/** The same with its weekday and year. @example 'Tuesday, 8 December 2026' */
export function sayDate(day: Day): string {
  return format(parseISO(day), 'EEEE, d MMMM yyyy');
}
