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
