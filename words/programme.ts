/** A programme in words: what is done, why it stands there, what to mind. */
import type { Catalog } from '../core/catalog/index.js';
import { daysBetween, type Day } from '../core/days.js';
import { WEEKDAYS, PROGRAMME_FORMAT, type SetsOf, type Weekday } from '../core/formats/programme.js';
import type { PlanChange } from '../core/programme/changes.js';
import type { PlannedWhy } from '../core/programme/item.js';
import type { SessionItem } from '../core/programme/session.js';
import type { PlanWarning, Programme, UnplacedWhy } from '../core/programme/plan.js';
import { TEMPO_WORDS } from './dose.js';
import { KIND_WORDS, plain } from './labels.js';
import { causeName, cautionName, drillName, placeName, rungName } from './names.js';
import { percentText } from './numbers.js';

type Names = Pick<Catalog, 'drills' | 'families' | 'rungs' | 'cautions' | 'causes'>;

export const WEEKDAY_NAMES: Readonly<Record<Weekday, string>> = {
  mon: 'Monday',
  tue: 'Tuesday',
  wed: 'Wednesday',
  thu: 'Thursday',
  fri: 'Friday',
  sat: 'Saturday',
  sun: 'Sunday',
};
export const WEEKDAY_SHORT: Readonly<Record<Weekday, string>> = Object.fromEntries(
  WEEKDAYS.map((d) => [d, WEEKDAY_NAMES[d].slice(0, 3)]),
) as Record<Weekday, string>;

/** How long a link opens, to be chosen from. */
export const LINK_DAYS = [
  { id: '7', name: 'a week' },
  { id: '30', name: '30 days' },
  { id: '60', name: '60 days' },
  { id: '120', name: '120 days' },
] as const;

const many = (n: number, one: string): string => `${n}\u00A0${one}${n === 1 ? '' : 's'}`;
/** What one set is, as in `25 s` or `8 reps`. */
export const amountText = (of: Pick<SetsOf, 'seconds' | 'reps' | 'breaths' | 'steps'>): string =>
  of.seconds !== null
    ? `${of.seconds}\u00A0s`
    : of.reps !== null
      ? many(of.reps, 'rep')
      : of.breaths !== null
        ? many(of.breaths, 'breath')
        : many(of.steps ?? 0, 'step');
/** Sets and what one is, with its split: "3 × 20 s, then 10 s knees". */
export function workText(catalog: Pick<Catalog, 'rungs'>, item: SessionItem): string {
  const { split } = item;
  const family = item.item.split('/')[0]!;
  const work = split
    ? `${split.hard}\u00A0s, then ${split.easy}\u00A0s ${rungName(catalog, family, split.rung).toLowerCase()}`
    : amountText(item);
  return [
    `${item.sets} × ${work}`,
    ...(item.hold ? [`${item.hold}\u00A0s hold`] : []),
    ...(item.sides === 'each' ? ['each side'] : []),
  ].join(', ');
}
/** Tempo and rest of an item, where there is something to say. */
export const pacingText = ({ tempo, rest, sets }: SessionItem): string =>
  [
    ...(tempo === null ? [] : [Array.isArray(tempo) ? tempo.join('-') : TEMPO_WORDS[tempo]]),
    ...(sets > 1 && rest > 0 ? [`rest ${rest}\u00A0s`] : []),
  ].join(' · ');

/**
 * Where a programme is on a day.
 * @example weekOfText({ from: '2026-11-30', weeks: 4, endedOn: null }, '2026-12-08') // => '2 of 4'
 */
export function weekOfText(
  { from, weeks, endedOn }: { from: Day; weeks: number; endedOn: Day | null },
  today: Day,
): string {
  if (endedOn !== null && endedOn <= today) return 'ended';
  const week = weekOn(from, today);
  if (week < 1) return `begins in ${many(daysBetween(today, from), 'day')}`;
  return week > weeks ? 'over' : `${week} of ${weeks}`;
}
/** The week of a programme on a day, from 1; 0 or less before it begins. */
export const weekOn = (from: Day, day: Day): number => Math.floor(daysBetween(from, day) / 7) + 1;

const wantedText = ({ wanted, unit }: { wanted: number; unit: 's' | 'reps' }): string =>
  unit === 's' ? `${wanted} s` : `${wanted} reps`;

export function plannedWhy(catalog: Names, why: PlannedWhy): string {
  switch (why.is) {
    case 'pinned':
      return 'Set by hand.';
    case 'place':
      return `Today’s version. Its gate is ${wantedText(why)}.`;
    case 'next':
      return `The next version, once ${placeName(catalog, why.after)} was clean for ${wantedText(why)}. If it was not, stay there.`;
    case 'gate':
      return `On the way to ${placeName(catalog, why.goal)}: it asks for this first.`;
    case 'instead':
      return why.caution
        ? `In place of ${placeName(catalog, why.of)}, which the caution ${cautionName(catalog, why.caution).toLowerCase()} leaves out.`
        : `In place of ${placeName(catalog, why.of)}: the kit for it is not there.`;
    case 'cause':
      return `Answers ${causeName(catalog, why.cause)}${why.probability > 0 ? ` (${percentText(why.probability)})` : ''}.`;
  }
}

export function unplacedText(catalog: Names, why: UnplacedWhy): string {
  switch (why.is) {
    case 'unknown':
      return 'It is no longer in the library.';
    case 'banned':
      return 'It is on the list of what is left out.';
    case 'caution':
      return `The caution ${cautionName(catalog, why.caution).toLowerCase()} leaves it out.`;
    case 'kit':
      return `It takes ${plain(why.kit)}, which is not there.`;
    case 'alone':
      return 'It takes a second person.';
    case 'no-amount':
      return 'It goes on until the shape is lost: there is no time to plan it by.';
    case 'no-training-day':
      return 'That is no training day.';
    case 'minutes':
      return 'What is pinned on that day takes more minutes than there are.';
  }
}

export function planWarningText(catalog: Names, warning: PlanWarning): string {
  switch (warning.is) {
    case 'over-load':
      return `The load rises by more than a fifth (${Math.round(warning.load)} of ${Math.round(warning.limit)} N·m·s): what is set by hand leaves nothing to cut.`;
    case 'empty-day':
      return 'Nothing that may be given fits into this day.';
    case 'kinds':
      return `Nothing of this kind found room: ${warning.missing.map((k) => KIND_WORDS[k]).join(', ')}.`;
    case 'heavy-in-a-row':
      return 'Heavy work on the day after heavy work, as it was set by hand.';
    case 'not-proven':
      return 'The best week found in the time there was; it is not proven to be the best there is.';
    case 'goal-shut':
      return `What ${placeName(catalog, warning.goal)} asks for first is not there yet: the weeks lead to it, and it is not in them.`;
    case 'nothing':
      return 'Nothing is known to plan by, or nothing may be given: add a look, kit or days.';
  }
}

/** What a pace of the work makes of a forecast. */
export const workPaceText = (pace: number): string =>
  `${pace < 1 ? 'Less' : 'More'} of the programme is done of late than while this log grew: the days to come count ${percentText(pace)}.`;

/** Where a warning belongs: a day, a week, or the whole. */
const whereOf = (warning: PlanWarning): { day?: string; week?: number } =>
  'day' in warning ? { day: warning.day } : 'week' in warning ? { week: warning.week } : {};

export function changeText(catalog: Names, change: PlanChange): string {
  const name = drillName(catalog, change.item);
  switch (change.is) {
    case 'added':
      return `${name}: new. ${plannedWhy(catalog, change.why)}`;
    case 'removed':
      return `${name}: out.`;
    case 'moved':
      return `${name}: moved here from ${change.from}.`;
    case 'changed':
      return `${name}: ${change.before.sets} × ${amountText(change.before)} → ${change.after.sets} × ${amountText(change.after)}.`;
  }
}

/** The programme as `npm run -s plan` prints it and files hold it. */
export const programmeFile = (catalog: Names, programme: Programme) => ({
  format: PROGRAMME_FORMAT,
  version: 1 as const,
  relook: programme.relook,
  warnings: programme.warnings.map((w) => ({ ...whereOf(w), says: planWarningText(catalog, w) })),
  unplaced: programme.unplaced.map(({ pin, why }) => ({ ...pin, why: unplacedText(catalog, why) })),
  weeks: programme.weeks.map(({ week, load, easier, days }) => ({
    week,
    load,
    easier,
    days: days.map(({ day, minutes, items }) => ({
      day,
      minutes,
      items: items.map(({ hold, why, ...item }) => ({
        ...item,
        ...(hold === null ? {} : { hold }),
        why: plannedWhy(catalog, why),
      })),
    })),
  })),
});
