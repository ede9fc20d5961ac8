/** Calendar days as ISO dates, and the hall's day of an instant. A day is a date on the hall's wall, not 24 hours of a clock. */

/** Milliseconds of a day on a clock without changes of time. */
export const DAY_MS = 86_400_000;

/** An ISO date like `2026-05-31`. */
export type Day = string;

/**
 * Days from one date to another; negative when `to` is earlier.
 * @example daysBetween('2026-02-27', '2026-03-01') // => 2
 */
export const daysBetween = (from: Day, to: Day): number => (Date.parse(to) - Date.parse(from)) / DAY_MS;

/**
 * The date so many days later, or earlier.
 * @example addDays('2026-12-31', 1) // => '2027-01-01'
 */
export const addDays = (day: Day, days: number): Day =>
  new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10);

const formats = new Map<string, Intl.DateTimeFormat>();
/** A formatter is dear to make: one a time zone is kept. */
function formatOf(timeZone: string): Intl.DateTimeFormat {
  const known = formats.get(timeZone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
  formats.set(timeZone, made);
  return made;
}

/**
 * The date on the wall of a hall in a time zone.
 * @param instant ISO instant, like `2026-05-31T23:30:00Z`, or milliseconds since 1970
 * @param timeZone IANA name, like `Europe/Oslo`
 * @throws RangeError for an unknown zone or something that is no instant
 * @example hallDay('2026-05-31T23:30:00Z', 'Pacific/Auckland') // => '2026-06-01'
 */
export function hallDay(instant: string | number, timeZone: string): Day {
  const parts = formatOf(timeZone).formatToParts(typeof instant === 'number' ? instant : Date.parse(instant));
  const part = (type: Intl.DateTimeFormatPartTypes): string => parts.find((p) => p.type === type)!.value;
  return `${part('year').padStart(4, '0')}-${part('month')}-${part('day')}`;
}

const times = new Map<string, Intl.DateTimeFormat>();
/**
 * The time on the clock of a hall in a time zone, 'HH:MM', 00:00–23:59.
 * @param instant ISO instant, or epoch ms
 * @param timeZone IANA name
 * @throws RangeError for an unknown zone or something that is no instant
 * @example hallTime('2026-05-31T23:30:00Z', 'Europe/Oslo') // => '01:30'
 */
export function hallTime(instant: string | number, timeZone: string): string {
  let format = times.get(timeZone);
  if (!format) {
    const figures = { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' } as const;
    times.set(timeZone, (format = new Intl.DateTimeFormat('en-GB', { timeZone, ...figures })));
  }
  return format.format(typeof instant === 'number' ? instant : Date.parse(instant));
}
/**
 * The hour on the clock of a hall in a time zone, 0–23.
 * @throws RangeError as {@link hallTime}
 * @example hallHour('2026-05-31T23:30:00Z', 'Europe/Oslo') // => 1
 */
export const hallHour = (instant: string, timeZone: string): number => Number(hallTime(instant, timeZone).slice(0, 2));

/** Whether a name is a time zone that this program knows. */
export function isTimeZone(name: string): boolean {
  try {
    formatOf(name);
    return true;
  } catch {
    return false;
  }
}
