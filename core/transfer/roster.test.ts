import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import { guessColumns, ROSTER_FIELDS, SET_FIELDS, unitTold } from './columns.js';
import { nameKey, readRoster } from './roster.js';
import type { Table } from './table.js';

const table = (head: string[], ...rows: string[][]): Table => ({
  head,
  rows: rows.map((cells, i) => ({ row: i + 2, cells })),
});
const read = (of: Table, options: Partial<Parameters<typeof readRoster>[3]> = {}) =>
  readRoster(of, guessColumns(ROSTER_FIELDS, of.head), catalog, { dates: null, ...options });

describe('columns', () => {
  test('are known by other heads, without case, signs and accents', () => {
    const found = guessColumns(ROSTER_FIELDS, ['Téam', 'FULL-NAME', 'Height (cm)', 'DOB', 'Shoe size']);
    expect(found).toMatchObject({ group: 0, name: 1, height: 2, born: 3, weight: null });
  });
  test('each field takes one column, each column one field; our own heads are always found', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...SET_FIELDS.map((f) => f.head), 'Shoe', '']), (head) => {
        const found = guessColumns(SET_FIELDS, head);
        const taken = Object.values(found).filter((at) => at !== null);
        expect(new Set(taken).size).toBe(taken.length);
        for (const f of SET_FIELDS) if (head.includes(f.head)) expect(head[found[f.id]!]).toBe(f.head);
      }),
    );
  });
  test('a unit in the head', () => {
    expect(unitTold('Height (cm)', ['cm', 'in', 'm'] as const)).toBe('cm');
    expect(unitTold('Height, m', ['cm', 'in', 'm'] as const)).toBe('m');
    expect(unitTold('Height', ['cm', 'in', 'm'] as const)).toBeNull();
  });
});

describe('a roster', () => {
  test('is read with the units of its heads', () => {
    const { people, problems, taken } = read(
      table(
        ['Name', 'Group', 'Born', 'Height (cm)', 'Weight (lb)', 'Sex', 'Method', 'Kit'],
        ['Marit  Sund', 'Crew', '12.05.1991', '172', '150', 'F', 'hollow', 'band; roller'],
        ['Bram Okker', '', '1988', '', '', '', '', 'none'],
      ),
    );
    expect(problems).toEqual([]);
    expect(taken).toMatchObject({ length: 'cm', mass: 'lb' });
    expect(people).toEqual([
      {
        row: 2,
        name: 'Marit Sund',
        says: {
          group: 'Crew',
          birthYear: 1991,
          stature: 1.72,
          mass: 68.038856,
          sex: 'female',
          method: 'hollow',
          kit: ['band', 'roller'],
        },
      },
      { row: 3, name: 'Bram Okker', says: { birthYear: 1988, kit: [] } },
    ]);
  });
  test('heights without a unit are centimetres where nobody could be so many metres tall', () => {
    expect(read(table(['Name', 'Height'], ['A', '172'], ['B', '160'])).people[0]!.says.stature).toBe(1.72);
    expect(read(table(['Name', 'Height'], ['A', '1,72'])).people[0]!.says.stature).toBe(1.72);
    expect(read(table(['Name', 'Height'], ['A', '68']), { length: 'in' }).people[0]!.says.stature).toBe(1.7272);
  });
  test('every problem has its row and its column', () => {
    const { problems } = read(
      table(
        ['Name', 'Height', 'Sex', 'Method', 'Methods by position', 'Kit'],
        ['A', 'tall', 'q', 'wobbly', 'hollow=wobbly', 'anvil'],
        ['', '170', '', '', '', ''],
        ['a ', '170', '', '', '', ''],
      ),
    );
    expect(problems.map((p) => [p.row, p.column])).toEqual([
      [2, 'Height'],
      [2, 'Sex'],
      [2, 'Method'],
      [2, 'Methods by position'],
      [2, 'Kit'],
      [3, 'Name'],
      [4, 'Name'],
    ]);
    expect(problems.at(-1)!.message).toContain('row 2');
  });
  test('a day of birth that can be read two ways has one year', () => {
    expect(read(table(['Name', 'Born'], ['A', '3/4/1990'])).people[0]!.says.birthYear).toBe(1990);
    expect(read(table(['Name', 'Born'], ['A', '4/23/1990'])).people[0]!.says.birthYear).toBe(1990);
  });
  test('names are one person’s whatever their case and spaces', () => {
    expect(nameKey(' Marit  SUND ')).toBe(nameKey('marit sund'));
    expect(nameKey('Zoe\u0308')).toBe(nameKey('Zo\u00eb'));
  });
});
