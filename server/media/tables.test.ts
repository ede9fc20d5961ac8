import { describe, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import fc from 'fast-check';
import { Readable } from 'node:stream';
import { withoutMark } from '../../core/transfer/cells.js';
import { csvOf, workbookOf } from './tables.js';

/** What a spreadsheet takes for a formula: a sign first, whatever white space, quotes and unseen marks stand before it. */
const formula = (cell: string): boolean => /^[\s\p{Cf}"]*[=+\-@\t\r]/u.test(cell);
/** Read by another package than wrote it. */
async function readBack(csv: string): Promise<string[][]> {
  const book = new ExcelJS.Workbook();
  const sheet = await book.csv.read(Readable.from([csv.replace(/^\uFEFF/, '')]), { map: (value: string) => value });
  const rows: string[][] = [];
  sheet.eachRow({ includeEmpty: true }, (row) => {
    rows.push((row.values as string[]).slice(1).map((v) => String(v ?? '')));
  });
  return rows;
}
const SIGNS = ['=', '+', '-', '@', '\t', '\r', '\n', '"', "'", ' ', '\u00a0', '\u200b', ';', ',', 'a', '1', '=1+1'];
const cell = fc.array(fc.constantFrom(...SIGNS), { minLength: 1, maxLength: 6 }).map((parts) => `${parts.join('')}x`);

describe('tables', () => {
  test('no text goes out as what a spreadsheet takes for a formula, and the mark is taken away again', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(cell, { minLength: 1, maxLength: 5 }), async (cells) => {
        const table = { name: 'T', head: cells.map((_, i) => `h${i}`), rows: [cells] };
        const [, read] = await readBack(csvOf(table));
        for (const one of read!) expect(formula(one)).toBe(false);
        const plain = (text: string): string => text.replace(/\r\n?/g, '\n').trim();
        expect(read!.map((one) => plain(withoutMark(one)))).toEqual(cells.map(plain));
      }),
    );
  });
  test('a line break before the sign hides nothing, heads are text too, and numbers stay numbers', async () => {
    const table = { name: 'T', head: ['=h'], rows: [['\n=1+1'], ['"=2'], [-3]] };
    expect(csvOf(table)).toBe('\uFEFF\'=h\r\n"\'\n=1+1"\r\n"\'""=2"\r\n-3');
    const book = new ExcelJS.Workbook();
    await book.xlsx.load((await workbookOf([table])) as unknown as ExcelJS.Buffer);
    expect(book.worksheets[0]!.getColumn(1).values.slice(1)).toEqual(["'=h", "'\n=1+1", '\'"=2', -3]);
  });
});
