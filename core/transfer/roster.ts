/** People out of a table. */
import { kitItems, type Catalog } from '../catalog/index.js';
import {
  dayOrderOf,
  readCount,
  readDay,
  readLength,
  readMass,
  type DayOrder,
  type LengthUnit,
  type MassUnit,
  type Read,
} from './cells.js';
import { unitTold, type Columns, type RosterField } from './columns.js';
import { named, rowReader, type RowProblem, type RowReader, type Table } from './table.js';

export interface RosterRow {
  row: number;
  name: string;
  /** Only what the table says; a cell that is empty says nothing. */
  says: {
    group?: string;
    birthYear?: number;
    /** m */
    stature?: number;
    /** kg */
    mass?: number;
    sex?: 'female' | 'male' | 'unspecified';
    email?: string;
    goal?: string;
    method?: string;
    familyMethods?: Record<string, string>;
    kit?: string[];
    notes?: string;
  };
}
export interface RosterOptions {
  dates: DayOrder | null;
  /** Units of bare numbers; what the head of the column names where left out, else metres and kilograms. */
  length?: LengthUnit;
  mass?: MassUnit;
}

/** What of a catalogue a roster names. */
type RosterCatalog = Pick<Catalog, 'methods' | 'families' | 'drills' | 'tests'>;

const SEXES: Readonly<Record<string, 'female' | 'male' | 'unspecified'>> = {
  f: 'female',
  female: 'female',
  woman: 'female',
  girl: 'female',
  w: 'female',
  m: 'male',
  male: 'male',
  man: 'male',
  boy: 'male',
  x: 'unspecified',
  unspecified: 'unspecified',
  other: 'unspecified',
};
const readSex = (text: string): Read<'female' | 'male' | 'unspecified'> => {
  const sex = SEXES[text.toLowerCase()];
  return sex ? { value: sex } : { problem: `“${text}” is none of female, male, unspecified` };
};
const readBorn =
  (dates: DayOrder | null) =>
  (text: string): Read<number> => {
    if (/^\d{4}$/.test(text)) return readCount(text);
    // Of a day of birth the year alone is kept, so the order does not matter.
    const day = readDay(text, dates ?? 'day-first');
    const other = 'problem' in day && dates === null ? readDay(text, 'month-first') : day;
    return 'problem' in other ? other : { value: Number(other.value.slice(0, 4)) };
  };
const listed = (text: string): string[] =>
  text
    .split(';')
    .map((t) => t.trim())
    .filter((t) => t !== '');

/** How a person who has no kit at all is written. */
export const NO_KIT = 'none';
const readKit =
  (catalog: Pick<Catalog, 'drills' | 'tests'>) =>
  (text: string): Read<string[]> => {
    const known = kitItems(catalog);
    const said = listed(text.toLowerCase()).filter((k) => k !== NO_KIT);
    const unknown = said.find((k) => !known.includes(k));
    return unknown === undefined
      ? { value: [...new Set(said)] }
      : { problem: `“${unknown}” is no kit of the catalogue: ${known.join(', ')}` };
  };
const readMethod =
  (catalog: Pick<Catalog, 'methods'>) =>
  (text: string): Read<string> => {
    const method = named(catalog.methods, text);
    return method ? { value: method.id } : { problem: `there is no method “${text}”` };
  };
const readMethods =
  (catalog: Pick<Catalog, 'methods' | 'families'>) =>
  (text: string): Read<Record<string, string>> => {
    const pairs: [string, string][] = [];
    for (const one of listed(text)) {
      const [position, method] = one.split('=').map((p) => p.trim());
      const [family, by] = [named(catalog.families, position ?? ''), named(catalog.methods, method ?? '')];
      if (!family || !by) return { problem: `“${one}” is not like hollow=straight` };
      pairs.push([family.id, by.id]);
    }
    return { value: Object.fromEntries(pairs) };
  };

function says(
  { text, read }: RowReader<RosterField>,
  catalog: RosterCatalog,
  { dates, length, mass }: Required<RosterOptions>,
): RosterRow['says'] {
  const found: RosterRow['says'] = {
    group: text('group') || undefined,
    birthYear: read('born', readBorn(dates)),
    stature: read('height', (t) => readLength(t, length)),
    mass: read('weight', (t) => readMass(t, mass)),
    sex: read('sex', readSex),
    email: text('email') || undefined,
    goal: text('goal') || undefined,
    method: read('method', readMethod(catalog)),
    familyMethods: read('methods', readMethods(catalog)),
    kit: read('kit', readKit(catalog)),
    notes: text('notes') || undefined,
  };
  return Object.fromEntries(Object.entries(found).filter(([, v]) => v !== undefined));
}

/** The unit of a roster's bare numbers where nobody said it: what the head names, else what the numbers can be. */
function unitsOf({ head, rows }: Table, columns: Columns<RosterField>): { length: LengthUnit; mass: MassUnit } {
  const headed = (field: RosterField): string => head[columns[field] ?? -1] ?? '';
  const cells = rows.map((r) => Number((r.cells[columns.height ?? -1] ?? '').replace(',', '.'))).filter((n) => n > 0);
  // Nobody is three metres tall, and nobody three inches.
  const tall = cells.length > 0 && cells.every((n) => n > 3);
  return {
    length: unitTold(headed('height'), ['cm', 'in', 'm'] as const) ?? (tall ? 'cm' : 'm'),
    mass: unitTold(headed('weight'), ['lb', 'kg'] as const) ?? 'kg',
  };
}

/**
 * A roster read.
 * @returns people by row, what is wrong, and how bare numbers and days were taken
 */
export function readRoster(
  table: Table,
  columns: Columns<RosterField>,
  catalog: RosterCatalog,
  options: RosterOptions,
): { people: RosterRow[]; problems: RowProblem[]; taken: Required<RosterOptions> } {
  const problems: RowProblem[] = [];
  const born = table.rows.map((r) => r.cells[columns.born ?? -1] ?? '');
  const taken = { ...unitsOf(table, columns), ...options, dates: options.dates ?? dayOrderOf(born) };
  const rowOf = new Map<string, number>();
  const people = table.rows.flatMap((given): RosterRow[] => {
    const reader = rowReader(table, columns, given, problems);
    const name = reader.text('name').replace(/\s+/g, ' ');
    const row: RosterRow = { row: given.row, name, says: says(reader, catalog, taken) };
    const before = rowOf.get(nameKey(name));
    if (name === '') reader.wrong('name', 'is missing');
    else if (before !== undefined) reader.wrong('name', `“${name}” stands in row ${before} already`);
    else rowOf.set(nameKey(name), given.row);
    return name === '' ? [] : [row];
  });
  return { people, problems, taken };
}

/** Two spellings of a name that are one person's. */
export const nameKey = (name: string): string =>
  name.normalize('NFC').trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');
