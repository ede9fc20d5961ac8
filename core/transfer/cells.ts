/** Cells of tables that other programs wrote: numbers, lengths, masses, times and dates in the ways people write them. */
import type { Day } from '../days.js';
import type { Metres, Seconds } from '../geometry.js';

/** What a cell says, or why it cannot be read. */
export type Read<T> = { value: T } | { problem: string };

export const LENGTH_UNITS = ['m', 'cm', 'in'] as const;
export const MASS_UNITS = ['kg', 'lb'] as const;
export const DAY_ORDERS = ['day-first', 'month-first'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];
export type MassUnit = (typeof MASS_UNITS)[number];
export type DayOrder = (typeof DAY_ORDERS)[number];

/** International inch and pound (exact by definition, 1959). */
const METRES: Readonly<Record<LengthUnit, number>> = { m: 1, cm: 0.01, in: 0.0254 };
const KILOGRAMS: Readonly<Record<MassUnit, number>> = { kg: 1, lb: 0.45359237 };
const INCHES_A_FOOT = 12;

/** A number may be as fine as this says: what a unit's factor adds behind it is none of it. */
const tidy = (n: number): number => Math.round(n * 1e6) / 1e6;

const NUMBER = /^[+-]?\d{1,9}(?:[.,]\d{1,9})?$/;
/**
 * A number with a point or a comma before its fraction. Thousands are not parted.
 * @example readNumber(' 1,72 ') // => { value: 1.72 }
 */
export function readNumber(text: string): Read<number> {
  const cell = text.trim().replace('−', '-');
  return NUMBER.test(cell) ? { value: Number(cell.replace(',', '.')) } : { problem: `“${text.trim()}” is no number` };
}

const WITH_UNIT = /^([+-]?[\d.,]+)\s*([a-zA-Z″"′']*)\.?$/;
function withUnit<U extends string>(
  text: string,
  unit: U,
  names: Readonly<Record<string, U>>,
): Read<{ n: number; unit: U }> {
  const found = WITH_UNIT.exec(text.trim());
  const number = found && readNumber(found[1]!);
  if (!found || !number || 'problem' in number) return { problem: `“${text.trim()}” is no number` };
  const named = found[2]!.toLowerCase();
  const known = named === '' ? unit : names[named];
  return known ? { value: { n: number.value, unit: known } } : { problem: `“${found[2]!}” is no unit here` };
}

const FEET = /^(\d)\s*(?:'|′|ft|feet)\s*(?:(\d{1,2}(?:[.,]\d+)?)\s*(?:"|″|''|in|inches)?)?$/i;
const LENGTH_NAMES: Readonly<Record<string, LengthUnit>> = {
  m: 'm',
  cm: 'cm',
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '″': 'in',
};
/**
 * A length: a unit in the cell stands before the column's; feet and inches are known as such.
 * @param unit of a bare number
 * @returns metres
 * @example readLength('5 ft 8 in', 'cm') // => { value: 1.7272 }
 */
export function readLength(text: string, unit: LengthUnit): Read<Metres> {
  const feet = FEET.exec(text.trim());
  if (feet) {
    const inches = Number((feet[2] ?? '0').replace(',', '.'));
    if (inches >= INCHES_A_FOOT)
      return { problem: `“${text.trim()}” has ${inches} inches: a foot has ${INCHES_A_FOOT}` };
    return { value: tidy((Number(feet[1]) * INCHES_A_FOOT + inches) * METRES.in) };
  }
  const read = withUnit(text, unit, LENGTH_NAMES);
  return 'problem' in read ? read : { value: tidy(read.value.n * METRES[read.value.unit]) };
}

const MASS_NAMES: Readonly<Record<string, MassUnit>> = { kg: 'kg', kgs: 'kg', lb: 'lb', lbs: 'lb' };
/** A mass, kg. @param unit of a bare number @example readMass('150 lb', 'kg') // => { value: 68.038856 } */
export function readMass(text: string, unit: MassUnit): Read<number> {
  const read = withUnit(text, unit, MASS_NAMES);
  return 'problem' in read ? read : { value: tidy(read.value.n * KILOGRAMS[read.value.unit]) };
}

const CLOCK = /^(?:(\d{1,2}):)?(\d{1,3}):(\d{2}(?:[.,]\d+)?)$/;
/** A length of time, s: `40`, `40 s`, `1:05`, `1:00:00`. */
export function readSeconds(text: string): Read<Seconds> {
  const cell = text.trim();
  const clock = CLOCK.exec(cell);
  if (clock) {
    const [hours, minutes, seconds] = [clock[1] ?? '0', clock[2]!, clock[3]!].map((p) => Number(p.replace(',', '.')));
    if (seconds! >= 60) return { problem: `“${cell}” has more than 59 seconds` };
    return { value: hours! * 3600 + minutes! * 60 + seconds! };
  }
  const bare = readNumber(cell.replace(/\s*(?:s|sec|seconds?)\.?$/i, ''));
  return 'problem' in bare ? { problem: `“${cell}” is no length of time` } : bare;
}

/** A whole number. */
export function readCount(text: string): Read<number> {
  const read = readNumber(text);
  if ('problem' in read) return read;
  return Number.isInteger(read.value) ? read : { problem: `“${text.trim()}” is no whole number` };
}

const ISO = /^(\d{4})-(\d{1,2})-(\d{1,2})(?:[T ].*)?$/;
const PARTED = /^(\d{1,2})([./-])(\d{1,2})\2(\d{4})$/;
const SHORT_YEAR = /^\d{1,2}([./-])\d{1,2}\1\d{2}$/;
const pad = (n: number): string => String(n).padStart(2, '0');
function realDay(cell: string, year: number, month: number, day: number): Read<Day> {
  const at = new Date(Date.UTC(year, month - 1, day));
  return at.getUTCFullYear() === year && at.getUTCMonth() === month - 1 && at.getUTCDate() === day
    ? { value: `${year}-${pad(month)}-${pad(day)}` }
    : { problem: `“${cell}” is no day of the calendar` };
}
/**
 * A day: ISO, or parted by points, slashes or dashes with a year of four digits.
 * @param order of day and month where the year stands last; null where it was not told: then only a day that can be read one way is read
 * @example readDay('31.5.2026', 'day-first') // => { value: '2026-05-31' }
 */
export function readDay(text: string, order: DayOrder | null): Read<Day> {
  const cell = text.trim();
  const iso = ISO.exec(cell);
  if (iso) return realDay(cell, Number(iso[1]), Number(iso[2]), Number(iso[3]));
  if (SHORT_YEAR.test(cell)) return { problem: `“${cell}” has a year of two digits: write all four` };
  const parted = PARTED.exec(cell);
  if (!parted) return { problem: `“${cell}” is no day like 2026-05-31 or 31.5.2026` };
  const [a, b, year] = [Number(parted[1]), Number(parted[3]), Number(parted[4])];
  const meant = order ?? orderTold(cell) ?? (a === b ? 'day-first' : null);
  if (meant === null)
    return { problem: `“${cell}” can be read two ways: say whether the day or the month comes first` };
  return meant === 'day-first' ? realDay(cell, year, b, a) : realDay(cell, year, a, b);
}
function orderTold(cell: string): DayOrder | null {
  const parted = PARTED.exec(cell);
  if (!parted) return null;
  if (Number(parted[1]) > 12) return 'day-first';
  return Number(parted[3]) > 12 ? 'month-first' : null;
}
/** What the days of a column tell of their order; null where none tells, or they contradict each other. */
export function dayOrderOf(cells: readonly string[]): DayOrder | null {
  const told = new Set(cells.flatMap((c) => orderTold(c.trim()) ?? []));
  return told.size === 1 ? [...told][0]! : null;
}
/** Whether a column holds a day that the order decides about. */
export const needsDayOrder = (cells: readonly string[]): boolean => cells.some((c) => PARTED.test(c.trim()));

/**
 * Text that a spreadsheet would take for a formula, also after quotes and white space, is written with a mark before it; the mark is no
 * part of it.
 */
export const withoutMark = (cell: string): string => cell.replace(/^'(?=[\s\p{Cf}'"]*[=+\-@\t\r])/u, '');
