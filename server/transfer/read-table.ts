/** Tables out of files: text with commas, semicolons or tabs, and the first sheet of a workbook. */
import ExcelJS from 'exceljs';
import { zipSync } from 'fflate';
import Papa from 'papaparse';
import { InputError } from '../../core/formats/problems.js';
import type { Table } from '../../core/transfer/table.js';
import { isZip, readText, unpack } from './unpack.js';

/** Most rows and columns of a table that is taken in. */
export const MOST_ROWS = 20_000;
const MOST_COLUMNS = 100;
const LONGEST_CELL = 8000;
/** So much of a text tells what parts its cells, characters. */
const HEAD = 64 * 1024;

const refuse = (message: string): InputError => new InputError([{ path: 'file', message }]);

export interface ReadTable {
  table: Table;
  /** How it was read, for who checks it. */
  read: string;
}

const SEPARATORS: Readonly<Record<string, string>> = { ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'bars' };

/** A head and rows that hold something. @throws InputError */
function tableOf(lines: readonly (readonly string[])[]): Table {
  const all = lines.map((cells, i) => ({ row: i + 1, cells }));
  const at = all.findIndex(({ cells }) => cells.some((c) => c.trim() !== ''));
  if (at < 0) throw refuse('holds no rows');
  const rows = all.slice(at + 1).filter(({ cells }) => cells.some((c) => c.trim() !== ''));
  if (rows.length === 0) throw refuse('holds a head and no rows');
  if (rows.length > MOST_ROWS) throw refuse(`holds ${rows.length} rows; at most ${MOST_ROWS} are taken at a time`);
  const head = all[at]!.cells.map((c) => c.trim());
  if (head.length > MOST_COLUMNS) throw refuse(`has ${head.length} columns; at most ${MOST_COLUMNS} are read`);
  const long = rows.find(({ cells }) => cells.some((c) => c.length > LONGEST_CELL));
  if (long) throw refuse(`row ${long.row} has a cell of more than ${LONGEST_CELL} characters`);
  return { head, rows };
}

function ofText(bytes: Buffer): ReadTable {
  const { text, encoding } = readText(bytes);
  if (text.slice(0, 4096).includes('\0')) throw refuse('is no table: it holds bytes that are no text');
  // An empty last line would count as a row of one cell where the separator is found out.
  const whole = text.trimEnd();
  const { delimiter } = Papa.parse<string[]>(whole.slice(0, HEAD), { preview: 10 }).meta;
  // The quick way splits all of the text before it counts a row.
  const parsed = Papa.parse<string[]>(whole, {
    delimiter,
    fastMode: false,
    skipEmptyLines: false,
    preview: MOST_ROWS + 2,
  });
  const [odd] = parsed.errors.filter((e) => e.type === 'Quotes');
  if (odd) throw refuse(`row ${(odd.row ?? 0) + 1} has a quotation mark that is not closed`);
  return {
    table: tableOf(parsed.data),
    read: `${encoding}, cells parted by ${SEPARATORS[parsed.meta.delimiter] ?? 'one column'}`,
  };
}

/** Names that make one part of a workbook stand for endless text: no workbook needs them. */
const DECLARES = /<!(?:DOCTYPE|ENTITY)/i;
const cellText = (value: ExcelJS.CellValue): string => {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) {
    const iso = value.toISOString();
    // A time of day alone stands on the workbook's first day.
    return iso.startsWith('1899-12-30') ? iso.slice(11, 19) : iso.slice(0, 10);
  }
  if (typeof value !== 'object') return String(value);
  if ('result' in value) return cellText(value.result ?? null);
  if ('richText' in value) return value.richText.map((r) => r.text).join('');
  if ('text' in value) return cellText(value.text);
  return '';
};
/** What a sheet says of ranges, which the parser would write out cell by cell; none of it is a cell's text. */
const OF_RANGES = [
  'mergeCells',
  'dataValidations',
  'conditionalFormatting',
  'autoFilter',
  'hyperlinks',
  'tableParts',
  'drawing',
  'legacyDrawing',
  'extLst',
] as const;
/** Parts of a workbook in which its text stands; nothing else is given to the parser. */
const TEXT_PARTS =
  /^(\[Content_Types\]\.xml|_rels\/\.rels|xl\/(workbook|styles|sharedStrings)\.xml|xl\/_rels\/workbook\.xml\.rels|xl\/theme\/[^/]+\.xml|xl\/worksheets\/[^/]+\.xml)$/i;
/** XML without the elements of a name, in one pass. */
function without(xml: string, name: string): string {
  const kept: string[] = [];
  let from = 0;
  for (;;) {
    const at = xml.indexOf(`<${name}`, from);
    if (at < 0) break;
    const end = xml.indexOf('>', at);
    const closes = `</${name}>`;
    const to = xml[end - 1] === '/' ? end + 1 : xml.indexOf(closes, end) + closes.length;
    // What is never closed is no XML: the parser says so.
    if (end < 0 || to <= end) break;
    kept.push(xml.slice(from, at));
    from = to;
  }
  return from === 0 ? xml : kept.join('') + xml.slice(from);
}
/** The same workbook with nothing in it but its text. */
function plainWorkbook(parts: ReadonlyMap<string, Buffer>): Buffer {
  const kept: Record<string, [Uint8Array, { level: 0 }]> = {};
  for (const [name, part] of parts) {
    if (!TEXT_PARTS.test(name)) continue;
    const names = /workbook\.xml$/i.test(name) ? ['definedNames'] : /worksheets\//i.test(name) ? OF_RANGES : [];
    const text = names.length > 0 ? names.reduce(without, part.toString('utf8')) : null;
    kept[name] = [text === null ? part : Buffer.from(text, 'utf8'), { level: 0 }];
  }
  return Buffer.from(zipSync(kept));
}

async function ofWorkbook(bytes: Buffer): Promise<ReadTable> {
  const parts = await unpack(bytes);
  for (const [name, part] of parts)
    if (/\.(xml|rels)$/i.test(name) && DECLARES.test(part.toString('latin1')))
      throw refuse('declares names of its own inside: such a workbook is not opened. Save it as CSV');
  const book = new ExcelJS.Workbook();
  try {
    await book.xlsx.load(plainWorkbook(parts) as unknown as ExcelJS.Buffer, { ignoreNodes: [...OF_RANGES] });
  } catch {
    throw refuse('is no workbook that can be read. Save it as CSV');
  }
  const sheet = book.worksheets[0];
  if (!sheet) throw refuse('is a workbook without a sheet');
  if (sheet.actualRowCount > MOST_ROWS + 1) throw refuse(`holds more than ${MOST_ROWS} rows`);
  const lines: string[][] = [];
  sheet.eachRow({ includeEmpty: false }, (row, number) => {
    while (lines.length < number - 1 && lines.length <= 2 * MOST_ROWS) lines.push([]);
    if (row.cellCount > MOST_COLUMNS) throw refuse(`has ${row.cellCount} columns; at most ${MOST_COLUMNS} are read`);
    const values = row.values as ExcelJS.CellValue[];
    lines.push(Array.from({ length: Math.max(0, values.length - 1) }, (_, i) => cellText(values[i + 1] ?? null)));
  });
  return { table: tableOf(lines), read: `a workbook, its sheet “${sheet.name}”` };
}

/** Whether an archive is a workbook: its first names say so. */
export const isWorkbook = (bytes: Buffer): boolean =>
  isZip(bytes) && bytes.includes('[Content_Types].xml') && bytes.includes('xl/');

/** A table out of a file's bytes. @throws InputError in words */
export const readTable = (bytes: Buffer): Promise<ReadTable> =>
  isWorkbook(bytes) ? ofWorkbook(bytes) : Promise.resolve().then(() => ofText(bytes));
