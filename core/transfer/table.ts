/** Rows of somebody's table, read cell by cell: every problem with its row and its column. */
import { withoutMark, type Read } from './cells.js';
import type { Columns } from './columns.js';

export interface Table {
  head: readonly string[];
  /** Cells of each row; the head is row 1 of the file. */
  rows: readonly { row: number; cells: readonly string[] }[];
}
export interface RowProblem {
  /** As the file counts it, its head being 1; 0 for the whole. */
  row: number;
  /** The head of its column; '' for the whole row. */
  column: string;
  message: string;
}

/** Cells of one row by field, and what is wrong with them. */
export interface RowReader<F extends string> {
  row: number;
  /** What a cell says; '' where it is empty or the table does not have it. */
  text: (field: F) => string;
  /** What a cell says, read; undefined where it is empty or wrong: what is wrong is noted. */
  read: <T>(field: F, reading: (text: string) => Read<T>) => T | undefined;
  /** Notes a problem with a cell. */
  wrong: (field: F | null, message: string) => void;
}

/** Reads one row. @param problems where what is wrong goes */
export function rowReader<F extends string>(
  table: Table,
  columns: Columns<F>,
  { row, cells }: Table['rows'][number],
  problems: RowProblem[],
): RowReader<F> {
  const headOf = (field: F): string => {
    const at = columns[field];
    return typeof at === 'number' ? (table.head[at] ?? '') : '';
  };
  const wrong = (field: F | null, message: string): void => {
    problems.push({ row, column: field === null ? '' : headOf(field) || field, message });
  };
  const text = (field: F): string => {
    const at = columns[field];
    return typeof at === 'number' ? withoutMark((cells[at] ?? '').normalize('NFC').trim()).trim() : '';
  };
  return {
    row,
    text,
    wrong,
    read(field, reading) {
      const cell = text(field);
      if (cell === '') return undefined;
      const read = reading(cell);
      if ('value' in read) return read.value;
      wrong(field, read.problem);
      return undefined;
    },
  };
}

/** Words that name one of several things by its id or its name, without case. @returns undefined where none is called so */
export function named<T extends { id: string; name: string }>(all: readonly T[], text: string): T | undefined {
  const plain = (s: string): string => s.normalize('NFC').trim().toLocaleLowerCase('en');
  return all.find((one) => one.id === text) ?? all.find((one) => plain(one.name) === plain(text));
}
