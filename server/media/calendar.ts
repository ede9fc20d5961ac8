/** Calendars (iCalendar, RFC 5545) of a programme and of classes: days, since nobody has said an hour. */
import ical, { ICalCalendarMethod, type ICalCalendar } from 'ical-generator';
import type { ClassOfStudio } from '../../api/classes.js';
import type { StudioDefaults } from '../../api/studio.js';
import type { Catalog } from '../../core/catalog/index.js';
import { addDays, type Day } from '../../core/days.js';
import { drillName } from '../../words/names.js';
import { workText } from '../../words/programme.js';
import type { StoredProgramme } from '../repositories/programmes.js';

/** Whose calendar it is, and by whose wall its days are. */
export interface Hall {
  name: string;
  timeZone: string;
}
export const hallOf = ({ name = '', timeZone }: Pick<StudioDefaults, 'name' | 'timeZone'>): Hall => ({
  name,
  timeZone,
});
const calendarOf = (name: string, { timeZone }: Hall): ICalCalendar =>
  ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Upright Anchor', product: 'programmes', language: 'EN' },
    timezone: timeZone,
    ttl: 3600,
  });
/** A date without an hour, as the generator takes one. */
const at = (day: Day): Date => new Date(`${day}T00:00:00`);
const after = (day: Day): Date => at(addDays(day, 1));

/**
 * A programme's days with what is done on them, and the days on which its looks are due. Each keeps its id whatever version it comes
 * from, so that reading it again changes what is there instead of doubling it.
 * @param whose the person's first name, or that of the reader's own
 */
export function programmeCalendar(
  catalog: Catalog,
  { id, version, planned, endedOn, at: changed }: StoredProgramme,
  whose: string,
  hall: Hall,
): string {
  const calendar = calendarOf(whose, hall);
  const stands = (day: Day): boolean => endedOn === null || day <= endedOn;
  const common = { allDay: true, sequence: version, lastModified: new Date(changed), stamp: new Date(changed) };
  for (const { day, minutes, items } of planned.weeks.flatMap((w) => w.days))
    if (items.length > 0 && stands(day))
      calendar.createEvent({
        ...common,
        id: `${id}-${day}@upright-anchor`,
        start: at(day),
        end: after(day),
        summary: `${whose}, ${Math.round(minutes)} min`,
        description: items.map((i) => `${drillName(catalog, i.item)}: ${workText(catalog, i)}`).join('\n'),
      });
  for (const day of planned.relook.filter(stands))
    calendar.createEvent({
      ...common,
      id: `${id}-relook-${day}@upright-anchor`,
      start: at(day),
      end: after(day),
      summary: `Look again: ${whose}`,
    });
  return calendar.toString();
}

/** Classes that have a day. */
export function classCalendar(classes: readonly ClassOfStudio[], hall: Hall): string {
  const calendar = calendarOf(hall.name || 'Classes', hall);
  for (const one of classes)
    if (one.day !== null)
      calendar.createEvent({
        id: `${one.id}@upright-anchor`,
        allDay: true,
        start: at(one.day),
        end: after(one.day),
        lastModified: new Date(one.changedAt),
        stamp: new Date(one.changedAt),
        summary: `${one.name}, ${one.minutes} min`,
      });
  return calendar.toString();
}
