/** A file that comes in, read whole: what it is, what it holds, and every problem with its place. Nothing is asked of the database. */
import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { ImportPreview } from '../../api/imports.js';
import { lookInputSchema } from '../../api/observations.js';
import { personInputSchema } from '../../api/people.js';
import {
  PERSON_FORMAT,
  personFileSchema,
  STUDIO_FORMAT,
  studioFileSchema,
  type RecordOfFile,
  type StudioFile,
} from '../../api/person-file.js';
import type { Catalog } from '../../core/catalog/index.js';
import type { Day } from '../../core/days.js';
import { OBSERVATION_FORMAT, type ObservationInput } from '../../core/formats/observation.js';
import { InputError, problemsOf, type Problem } from '../../core/formats/problems.js';
import { needsDayOrder, type DayOrder, type LengthUnit, type MassUnit } from '../../core/transfer/cells.js';
import {
  guessColumns,
  ROSTER_FIELDS,
  SET_FIELDS,
  type Columns,
  type Field,
  type RosterField,
  type SetField,
} from '../../core/transfer/columns.js';
import { readRoster, type RosterRow } from '../../core/transfer/roster.js';
import { instantOn, readSets, type SetRow } from '../../core/transfer/sets.js';
import type { RowProblem, Table } from '../../core/transfer/table.js';
import { entryKey, type StudioEntry } from '../../core/formats/entries.js';
import { applyEntries, problemsOfEntry } from '../../core/studio/overlay.js';
import { recordOf } from '../../api/studio.js';
import { lookRead, type ReadLook } from '../work/look-read.js';
import { isWorkbook, readTable } from './read-table.js';
import { isZip, readText, unpack } from './unpack.js';

export interface ImportGiven {
  bytes: Buffer;
  as: 'roster' | 'sets';
  /** Places of columns by field; guessed where left out. */
  columns?: Readonly<Record<string, number>>;
  dates?: DayOrder;
  length?: LengthUnit;
  mass?: MassUnit;
  /** Of the hall, for sets. */
  timeZone: string;
  today: Day;
  /** Entries that this studio has of its own, as `kind:key`: they stay as they are. */
  own: readonly string[];
}

type TableTold = NonNullable<ImportPreview['table']>;
interface Common {
  read: string;
  problems: RowProblem[];
}
export type ReadImport = Common &
  (
    | { kind: 'roster'; table: TableTold; people: RosterRow[] }
    | { kind: 'sets'; table: TableTold; sets: (Pick<SetRow, 'row' | 'name' | 'day'> & { look: ReadLook })[] }
    | { kind: 'looks'; looks: { file: string; name: string; day: Day; look: ReadLook }[] }
    | {
        kind: 'records';
        people: { where: string; record: RecordOfFile; looks: ReadLook[] }[];
        /** Entries of another studio's catalogue that this one does not have; null for records of people alone. */
        entries: StudioEntry[] | null;
      }
  );

const tell = (file: string, problems: readonly Problem[]): RowProblem[] =>
  problems.map(({ path, message }) => ({ row: 0, column: path === 'file' ? file : `${file}: ${path}`, message }));
const inputProblems = (error: unknown): readonly Problem[] => {
  if (error instanceof InputError) return error.problems;
  throw error;
};

/** A look as it will be kept. @throws InputError */
function lookOf(
  catalog: Catalog,
  observation: unknown,
  { startedAt, note, ...rest }: { startedAt: string; note: string } & Partial<z.input<typeof lookInputSchema>>,
): ReadLook {
  const read = lookInputSchema.safeParse(
    { id: randomUUID(), startedAt, observation: observation as ObservationInput, note, fromFile: true, ...rest },
    { reportInput: true },
  );
  if (!read.success) throw new InputError(problemsOf(read.error));
  return lookRead(catalog, read.data);
}

function tableTold<F extends string>(
  table: Table,
  fields: readonly (Field & { id: F })[],
  columns: Columns<F>,
  told: Pick<TableTold, 'dates' | 'length' | 'mass'>,
  days: F | null,
): TableTold {
  const at = days === null ? null : columns[days];
  return {
    head: table.head.map((h) => h.slice(0, 80)),
    sample: table.rows.slice(0, 5).map(({ cells }) => table.head.map((_, i) => (cells[i] ?? '').slice(0, 80))),
    fields: fields.map((f) => ({ id: f.id, head: f.head, needed: f.needed ?? false, column: columns[f.id] ?? null })),
    asksDates: typeof at === 'number' && needsDayOrder(table.rows.map((r) => r.cells[at] ?? '')),
    ...told,
  };
}
/** Columns as they were told, else guessed; a field that is needed and has none is a problem of the whole. */
function columnsOf<F extends string>(
  table: Table,
  fields: readonly (Field & { id: F })[],
  told: ImportGiven['columns'],
): { columns: Columns<F>; problems: RowProblem[] } {
  const columns = told
    ? (Object.fromEntries(
        fields.map((f) => [f.id, (told[f.id] ?? -1) in table.head ? told[f.id]! : null]),
      ) as Columns<F>)
    : guessColumns(fields, table.head);
  const problems = fields
    .filter((f) => f.needed && typeof columns[f.id] !== 'number')
    .map((f) => ({ row: 0, column: f.head, message: 'is in no column: say which one it is' }));
  return { columns, problems };
}

/** Where a column that is needed is not known, its rows say nothing. */
const noRows = ({ head }: Table): Table => ({ head, rows: [] });

/** Columns that problems of a person's fields are told at. */
const ROSTER_COLUMNS: Readonly<Record<string, RosterField>> = { birthYear: 'born', stature: 'height', mass: 'weight' };
function rosterOf(catalog: Catalog, { table, read }: { table: Table; read: string }, given: ImportGiven): ReadImport {
  const { columns, problems } = columnsOf(table, ROSTER_FIELDS, given.columns);
  const roster = readRoster(problems.length > 0 ? noRows(table) : table, columns, catalog, {
    dates: given.dates ?? null,
    ...(given.length ? { length: given.length } : {}),
    ...(given.mass ? { mass: given.mass } : {}),
  });
  const people = roster.people.map(({ row, name, says: { group, ...says } }): RosterRow => {
    const checked = personInputSchema.safeParse({ name, ...says }, { reportInput: true });
    if (!checked.success)
      for (const { path, message } of problemsOf(checked.error)) {
        const field = ROSTER_COLUMNS[path] ?? (path as RosterField);
        const at = columns[field];
        roster.problems.push({ row, column: typeof at === 'number' ? table.head[at]! : field, message });
      }
    if (group !== undefined && group.length > 60)
      roster.problems.push({ row, column: 'Group', message: 'is longer than 60 characters' });
    return { row, name, says: { ...says, ...(group === undefined ? {} : { group }) } };
  });
  return {
    kind: 'roster',
    read,
    // Of a day of birth the year alone is kept, so nothing has to be asked of days.
    table: tableTold(table, ROSTER_FIELDS, columns, roster.taken, null),
    people,
    problems: [...problems, ...roster.problems.sort((a, b) => a.row - b.row)],
  };
}

/** Columns that problems of an observation's fields are told at, by the first word of their path. */
const SET_COLUMNS: Readonly<Record<string, SetField>> = {
  position: 'position',
  rung: 'version',
  ended: 'held',
  events: 'clean',
  reps: 'reps',
  setup: 'setup',
  target: 'target',
  targetReps: 'targetReps',
  side: 'side',
  note: 'note',
};
function setsOf(catalog: Catalog, { table, read }: { table: Table; read: string }, given: ImportGiven): ReadImport {
  const { columns, problems } = columnsOf(table, SET_FIELDS, given.columns);
  const found = readSets(problems.length > 0 ? noRows(table) : table, columns, catalog, {
    dates: given.dates ?? null,
    timeZone: given.timeZone,
  });
  const wrong = (row: number, field: SetField, message: string): void => {
    const at = columns[field];
    found.problems.push({ row, column: typeof at === 'number' ? table.head[at]! : field, message });
  };
  const sets = found.sets.flatMap(({ row, name, day, startedAt, note, observation }) => {
    if (day > given.today) {
      wrong(row, 'day', `${day} is still to come`);
      return [];
    }
    try {
      return [{ row, name, day, look: lookOf(catalog, observation, { startedAt, note }) }];
    } catch (error) {
      for (const { path, message } of inputProblems(error))
        wrong(row, SET_COLUMNS[path.replace(/^observation\.?/, '').split(/[.[]/)[0]!] ?? 'position', message);
      return [];
    }
  });
  return {
    kind: 'sets',
    read,
    table: tableTold(table, SET_FIELDS, columns, { ...found.taken, length: null, mass: null }, 'day'),
    sets,
    problems: [...problems, ...found.problems.sort((a, b) => a.row - b.row)],
  };
}

const NAMED_DAY = /(\d{4}-\d{2}-\d{2})/;
const isDay = (day: string): boolean => !Number.isNaN(Date.parse(day)) && new Date(day).toISOString().startsWith(day);
type JsonFile = { file: string; value: unknown };
const formatOf = ({ value }: JsonFile): unknown =>
  value === null || typeof value !== 'object' ? null : (value as { format?: unknown }).format;

function looksOf(catalog: Catalog, files: readonly JsonFile[], given: ImportGiven, read: string): ReadImport {
  const problems: RowProblem[] = [];
  const nth = new Map<string, number>();
  const looks = files.flatMap(({ file, value }) => {
    const parts = file.split('/');
    const day = NAMED_DAY.exec(parts.at(-1)!)?.[1];
    if (!day || !isDay(day)) {
      problems.push(...tell(file, [{ path: 'file', message: 'says no day: its name must hold one, like 2026-05-31' }]));
      return [];
    }
    if (day > given.today) {
      problems.push(...tell(file, [{ path: 'file', message: `is of ${day}, which is still to come` }]));
      return [];
    }
    // Files of a day follow each other from noon, in the order of their names.
    const n = nth.get(day) ?? 0;
    nth.set(day, n + 1);
    const startedAt = instantOn(day, Math.min(12 * 60 + n, 24 * 60 - 1), given.timeZone);
    try {
      const name = parts.length > 1 ? parts.at(-2)! : '';
      return [{ file, name, day, look: lookOf(catalog, value, { startedAt, note: '' }) }];
    } catch (error) {
      problems.push(
        ...tell(
          file,
          inputProblems(error).map((p) => ({ ...p, path: p.path.replace(/^observation\.?/, '') || 'file' })),
        ),
      );
      return [];
    }
  });
  return { kind: 'looks', read, looks, problems };
}

/** A person's looks as they will be kept, each with its record checked against the catalogue. */
function looksOfRecord(catalog: Catalog, record: RecordOfFile, at: string, problems: RowProblem[]): ReadLook[] {
  return record.looks.flatMap((look, i) => {
    const { observation, startedAt, note, marks, anchors, pad } = look;
    try {
      return [lookOf(catalog, observation, { startedAt, note, marks, anchors, pad })];
    } catch (error) {
      problems.push(
        ...tell(
          at,
          inputProblems(error).map((p) => ({ ...p, path: `looks[${i}].${p.path}` })),
        ),
      );
      return [];
    }
  });
}
/** Entries of a studio's file that are new here, each checked against the catalogue that they make together. */
function entriesOf(
  catalog: Catalog,
  { entries }: StudioFile,
  { own }: ImportGiven,
  at: string,
  problems: RowProblem[],
): StudioEntry[] {
  const fresh = entries.flatMap(({ kind, key, record }, i): StudioEntry[] => {
    if (own.includes(`${kind}:${key}`)) return [];
    const checked = recordOf(kind).safeParse(record, { reportInput: true });
    if (checked.success) return [{ kind, record: checked.data }];
    problems.push(
      ...tell(
        at,
        problemsOf(checked.error).map((p) => ({ ...p, path: `entries[${i}].record.${p.path}` })),
      ),
    );
    return [];
  });
  const laid = applyEntries(catalog, fresh);
  for (const entry of fresh)
    problems.push(
      ...tell(
        at,
        problemsOfEntry(laid, entry).map((p) => ({
          ...p,
          path: `entries, ${entry.kind} “${entryKey(entry.kind, entry.record)}”: ${p.path}`,
        })),
      ),
    );
  return fresh;
}

function recordsOf(shipped: Catalog, files: readonly JsonFile[], given: ImportGiven, read: string): ReadImport {
  const problems: RowProblem[] = [];
  let entries: StudioEntry[] | null = null;
  const records: { where: string; record: RecordOfFile }[] = [];
  for (const file of files) {
    if (formatOf(file) === STUDIO_FORMAT) {
      const parsed = studioFileSchema.safeParse(file.value, { reportInput: true });
      if (!parsed.success) problems.push(...tell(file.file, problemsOf(parsed.error)));
      else {
        entries = [...(entries ?? []), ...entriesOf(shipped, parsed.data, given, file.file, problems)];
        parsed.data.people.forEach((record, i) => records.push({ where: `${file.file}: people[${i}]`, record }));
      }
    } else {
      const parsed = personFileSchema.safeParse(file.value, { reportInput: true });
      if (!parsed.success) problems.push(...tell(file.file, problemsOf(parsed.error)));
      else records.push({ where: file.file, record: parsed.data });
    }
  }
  const catalog = applyEntries(shipped, entries ?? []);
  const people = records.map(({ where, record }) => ({
    where,
    record,
    looks: looksOfRecord(catalog, record, where, problems),
  }));
  return { kind: 'records', read, people, entries, problems };
}

function ofJson(catalog: Catalog, files: readonly JsonFile[], given: ImportGiven, read: string): ReadImport {
  const formats = files.map(formatOf);
  const odd = files.find((_, i) => ![OBSERVATION_FORMAT, PERSON_FORMAT, STUDIO_FORMAT].includes(String(formats[i])));
  if (odd)
    throw new InputError([
      {
        path: odd.file,
        message: Array.isArray(odd.value)
          ? 'is a list, perhaps of keypoints: add it on the person’s page, where more is asked about it'
          : 'is none of the formats that this program reads (an observation, a person, a studio)',
      },
    ]);
  const records = formats.some((f) => f !== OBSERVATION_FORMAT);
  if (records && formats.includes(OBSERVATION_FORMAT))
    throw new InputError([
      { path: 'file', message: 'holds looks and whole records: take them in one after the other' },
    ]);
  return records ? recordsOf(catalog, files, given, read) : looksOf(catalog, files, given, read);
}

const parsed = (file: string, bytes: Buffer): JsonFile => {
  try {
    return { file, value: JSON.parse(readText(bytes).text) as unknown };
  } catch {
    throw new InputError([{ path: file, message: 'is not JSON' }]);
  }
};

/**
 * Reads a file: a table (text or workbook), JSON of this program, or an archive of such JSON.
 * @throws InputError where it cannot be read at all; problems of its parts are in what is returned
 */
export async function readImport(catalog: Catalog, given: ImportGiven): Promise<ReadImport> {
  const bytes = Buffer.from(given.bytes);
  if (bytes.length === 0) throw new InputError([{ path: 'file', message: 'is empty' }]);
  if (isZip(bytes) && !isWorkbook(bytes)) {
    const files = [...(await unpack(bytes))].sort(([a], [b]) => (a < b ? -1 : 1));
    if (files.length === 0) throw new InputError([{ path: 'file', message: 'is an archive that holds nothing' }]);
    const table = files.find(([name]) => !/\.json$/i.test(name));
    if (table)
      throw new InputError([
        { path: table[0], message: 'is no JSON file; a table is taken in by itself, not in an archive' },
      ]);
    const json = files.map(([name, content]) => parsed(name, content));
    return ofJson(catalog, json, given, `an archive of ${files.length} file${files.length === 1 ? '' : 's'}`);
  }
  if (!isZip(bytes) && /^\s*[{[]/.test(readText(bytes.subarray(0, 256)).text))
    return ofJson(catalog, [parsed('file', bytes)], given, 'a file of this program');
  const table = await readTable(bytes);
  return given.as === 'sets' ? setsOf(catalog, table, given) : rosterOf(catalog, table, given);
}
