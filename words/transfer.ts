/** What came in from files and what may go out, in words. */
import type { DayOrder, LengthUnit, MassUnit } from '../core/transfer/cells.js';

export const ORDER_WORDS: Readonly<Record<DayOrder, string>> = {
  'day-first': 'Day first, like 31.5.2026',
  'month-first': 'Month first, like 5/31/2026',
};
export const LENGTH_WORDS: Readonly<Record<LengthUnit, string>> = { m: 'Metres', cm: 'Centimetres', in: 'Inches' };
export const MASS_WORDS: Readonly<Record<MassUnit, string>> = { kg: 'Kilograms', lb: 'Pounds' };

const many = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;
type Kind = 'roster' | 'sets' | 'looks' | 'records';
const THINGS: Readonly<Record<Kind, readonly [string, string]>> = {
  roster: ['person', 'people'],
  sets: ['set', 'sets'],
  looks: ['look', 'looks'],
  records: ['record', 'records'],
};
/** "12 people", "1 set". */
export const thingsText = (kind: Kind, n: number): string => many(n, ...THINGS[kind]);
/** "adds 12 people, changes 3, leaves 5 as they are" */
export function countsText(kind: Kind, counts: { adds: number; changes: number; leaves?: number }): string {
  const { adds, changes, leaves = 0 } = counts;
  return [
    `adds ${thingsText(kind, adds)}`,
    ...(changes > 0 ? [`changes ${changes}`] : []),
    ...(leaves > 0 ? [`leaves ${leaves} as ${leaves === 1 ? 'it is' : 'they are'}`] : []),
  ].join(', ');
}
/** "Row 12, Height" or the file's name; the whole where neither is known. */
export const placeOfProblem = ({ row, column }: { row: number; column: string }): string =>
  [...(row > 0 ? [`Row ${row}`] : []), ...(column ? [column] : [])].join(', ') || 'The file';

export const KNOWN_SAYS = 'is known here';
export const NOTHING_NEW = 'says nothing new';
export const KEPT_ALREADY = 'is kept already';
export const OWN_ENTRY = 'An entry of the hall’s own';

const FIELDS: Readonly<Record<string, string>> = {
  birthYear: 'born',
  stature: 'height',
  mass: 'weight',
  email: 'e-mail',
  familyMethods: 'methods by position',
};
/** Fields of a person that a row says otherwise: "height, group". */
export const fieldsText = (fields: readonly string[]): string => fields.map((f) => FIELDS[f] ?? f).join(', ');
/** What was held, and how long or how often. */
export const heldText = (place: string, { reps, seconds }: { reps?: number; seconds?: number }): string =>
  [place, ...(reps !== undefined ? [many(reps, 'rep', 'reps')] : seconds !== undefined ? [`${seconds} s`] : [])].join(
    ', ',
  );

const PARTS: Readonly<Record<string, readonly [string, string]>> = {
  looks: ['look', 'looks'],
  prescriptions: ['set of drills', 'sets of drills'],
  programmes: ['programme', 'programmes'],
  cautions: ['caution', 'cautions'],
  consents: ['permission', 'permissions'],
};
/** What a record holds: "12 looks, 1 programme". */
export const recordText = (counts: Readonly<Record<string, number>>): string =>
  Object.entries(PARTS)
    .flatMap(([part, words]) => ((counts[part] ?? 0) > 0 ? [many(counts[part]!, ...words)] : []))
    .join(', ');
