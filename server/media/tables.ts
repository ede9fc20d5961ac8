/** Tables as files: text with commas, and a workbook. What a spreadsheet would take for a formula is text. */
import ExcelJS from 'exceljs';
import Papa from 'papaparse';

export type Cell = string | number | null;
export interface Sheet {
  name: string;
  /** Numbers stay numbers; nothing is null. */
  head: readonly string[];
  rows: readonly (readonly Cell[])[];
}

/** What a spreadsheet takes for a formula, also after quotes, white space and marks that nobody sees. */
const FORMULA = /^[\s\p{Cf}'"]*[=+\-@\t\r]/u;
/**
 * Text with a mark before it where a spreadsheet would take it for a formula. Only text is a danger: a number below nought is one.
 * Reading back takes the mark away (`withoutMark`).
 */
const asText = <C extends Cell>(cell: C): C =>
  (typeof cell === 'string' && FORMULA.test(cell) ? `'${cell}` : cell) as C;

/** Some spreadsheets read text of other alphabets only after this mark. */
const MARK = '\uFEFF';

/** A table of text (RFC 4180), with a mark that tells its encoding. */
export const csvOf = ({ head, rows }: Sheet): string =>
  MARK +
  Papa.unparse(
    { fields: head.map(asText), data: rows.map((row) => row.map((cell) => asText(cell) ?? '')) },
    { newline: '\r\n' },
  );

/** A workbook with a sheet for each table; the head stays in sight. */
export async function workbookOf(sheets: readonly Sheet[]): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  for (const { name, head, rows } of sheets) {
    const sheet = book.addWorksheet(name, { views: [{ state: 'frozen', ySplit: 1 }] });
    sheet.addRow(head.map(asText)).font = { bold: true };
    for (const row of rows) sheet.addRow(row.map(asText));
    sheet.columns.forEach((column, i) => {
      const longest = Math.max(head[i]?.length ?? 0, ...rows.map((r) => String(r[i] ?? '').length));
      column.width = Math.min(60, longest + 2);
    });
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}
