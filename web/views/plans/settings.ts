/** What a coach's hand does to the settings of a programme: each a new set of settings, so that it can be taken back. */
import { plainSettings, type ProgrammeSettings } from '../../../api/programmes.js';
import { addDays, type Day } from '../../../core/days.js';
import { mondayOf, WEEKDAYS, type SetsOf, type Weekday } from '../../../core/formats/programme.js';

/** An item on a day of a week. */
export interface At {
  week: number;
  day: Weekday;
  item: string;
}

/** The Monday of this week on a Monday, else the next one. */
export const nextMonday = (today: Day): Day => mondayOf(addDays(today, 6));

export const blankSettings = (today: Day): ProgrammeSettings => plainSettings(nextMonday(today));

const is = (a: At, b: At): boolean => a.week === b.week && a.day === b.day && a.item === b.item;
const without = <T extends At>(list: readonly T[], gone: readonly At[]): T[] =>
  list.filter((p) => !gone.some((g) => is(p, g)));
const inWeeks = (at: Omit<At, 'week'>, weeks: readonly number[]): At[] =>
  weeks.map((week) => ({ week, day: at.day, item: at.item }));

/** This week, or this one and those after it. */
export const weeksFrom = (week: number, { weeks }: Pick<ProgrammeSettings, 'weeks'>, after: boolean): number[] =>
  after ? Array.from({ length: weeks - week + 1 }, (_, i) => week + i) : [week];

export const isPinned = (s: Pick<ProgrammeSettings, 'pins'>, at: At): boolean => s.pins.some((p) => is(p, at));

export function pinned(s: ProgrammeSettings, at: At, weeks: readonly number[]): ProgrammeSettings {
  const here = inWeeks(at, weeks);
  return { ...s, pins: [...without(s.pins, here), ...here], offs: without(s.offs, here) };
}
/** The pin goes, and the coach's own numbers with it. */
export function unpinned(s: ProgrammeSettings, at: At, weeks: readonly number[]): ProgrammeSettings {
  const here = inWeeks(at, weeks);
  return { ...s, pins: without(s.pins, here), sets: without(s.sets, here) };
}
export function takenOff(s: ProgrammeSettings, at: At, weeks: readonly number[]): ProgrammeSettings {
  const here = inWeeks(at, weeks);
  const free = unpinned(s, at, weeks);
  return { ...free, offs: [...without(free.offs, here), ...here] };
}
/** To another day: off the one, pinned on the other, with its own numbers. */
export function moved(s: ProgrammeSettings, at: At, to: Weekday, weeks: readonly number[]): ProgrammeSettings {
  const own = s.sets.filter((p) => weeks.includes(p.week) && p.day === at.day && p.item === at.item);
  const there = pinned(takenOff(s, at, weeks), { ...at, day: to }, weeks);
  const moving = own.map((p) => ({ ...p, day: to }));
  return { ...there, sets: [...without(there.sets, moving), ...moving] };
}
export function swapped(s: ProgrammeSettings, at: At, other: string, weeks: readonly number[]): ProgrammeSettings {
  return pinned(takenOff(s, at, weeks), { ...at, item: other }, weeks);
}
/** The coach's own numbers; an item with such is pinned. */
export function numbered(
  s: ProgrammeSettings,
  at: At,
  as: Partial<SetsOf>,
  weeks: readonly number[],
): ProgrammeSettings {
  const here = inWeeks(at, weeks);
  const fixed = pinned(s, at, weeks);
  return { ...fixed, sets: [...without(fixed.sets, here), ...here.map((p) => ({ ...p, as }))] };
}
/** Nowhere in the programme. */
export function banned(s: ProgrammeSettings, item: string): ProgrammeSettings {
  const others = <T extends At>(list: readonly T[]): T[] => list.filter((p) => p.item !== item);
  return {
    ...s,
    bans: [...s.bans.filter((b) => b !== item), item],
    pins: others(s.pins),
    sets: others(s.sets),
    offs: others(s.offs),
  };
}
export const allowed = (s: ProgrammeSettings, item: string): ProgrammeSettings => ({
  ...s,
  bans: s.bans.filter((b) => b !== item),
});
/** The items of one day pinned on another too. */
export function copied(
  s: ProgrammeSettings,
  items: readonly string[],
  to: Weekday,
  weeks: readonly number[],
): ProgrammeSettings {
  return items.reduce((now, item) => pinned(now, { week: weeks[0]!, day: to, item }, weeks), s);
}
/** Nothing set by hand any more: what the programme would be by itself. */
export const freed = (s: ProgrammeSettings): ProgrammeSettings => ({ ...s, pins: [], offs: [], sets: [], bans: [] });
export const setByHand = ({ pins, offs, bans, sets }: ProgrammeSettings): number =>
  pins.length + offs.length + bans.length + sets.length;

/** Days and weeks that are no longer there take what stood on them along. */
export function trimmed(s: ProgrammeSettings): ProgrammeSettings {
  const stands = (p: At): boolean => p.week <= s.weeks && s.days.includes(p.day);
  return {
    ...s,
    days: WEEKDAYS.filter((d) => s.days.includes(d)),
    pullDays: WEEKDAYS.filter((d) => s.pullDays.includes(d) && s.days.includes(d)),
    easierWeek: s.easierWeek !== null && s.easierWeek > s.weeks ? null : s.easierWeek,
    pins: s.pins.filter(stands),
    offs: s.offs.filter(stands),
    sets: s.sets.filter(stands),
  };
}
