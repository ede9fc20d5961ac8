/** Days as they are written on paper. */
import type { Day } from '../core/days.js';

const parts = (day: Day, weekday: 'short' | 'narrow', month: 'short' | 'long'): Readonly<Record<string, string>> =>
  Object.fromEntries(
    new Intl.DateTimeFormat('en-GB', { weekday, day: 'numeric', month, year: 'numeric', timeZone: 'UTC' })
      .formatToParts(Date.parse(day))
      .map(({ type, value }) => [type, value]),
  );

/** @example writtenDay('2026-11-29') // => 'Sun 29 November 2026' */
export function writtenDay(day: Day): string {
  const p = parts(day, 'short', 'long');
  return `${p.weekday} ${p.day} ${p.month} ${p.year}`;
}
/** @example shortDay('2026-11-29') // => '29 Nov' */
export function shortDay(day: Day): string {
  const p = parts(day, 'short', 'short');
  return `${p.day} ${p.month!.slice(0, 3)}`;
}
/** In a table. @example plainDay('2026-11-29') // => '29 Nov 2026' */
export const plainDay = (day: Day): string => `${shortDay(day)} ${day.slice(0, 4)}`;
/** Over a column of a grid. @example gridDay('2026-11-29') // => ['S', '29'] */
export function gridDay(day: Day): [weekday: string, day: string] {
  const p = parts(day, 'narrow', 'short');
  return [p.weekday!, p.day!];
}
