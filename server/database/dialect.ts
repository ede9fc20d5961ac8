/**
 * The few pieces of SQL that the file and the server write differently. Columns and paths are the program's own words, never what
 * somebody entered.
 */
import type { Knex } from 'knex';

export const onPostgres = (db: Knex): boolean => (db.client as Knex.Client).config.client === 'pg';

/**
 * A field of a column that holds JSON, as SQL: its text, or null.
 * @example `fieldOf(db, 'record', 'ended', 'reason')` is `json_extract(record, '$.ended.reason')` on a file
 */
export const fieldOf = (db: Knex, column: string, ...path: string[]): string =>
  onPostgres(db) ? `(${column}::json #>> '{${path.join(',')}}')` : `json_extract(${column}, '$.${path.join('.')}')`;

/** Fields of a column that holds JSON as one JSON array, null for what is not there, as SQL. */
export const fieldsOf = (db: Knex, column: string, ...names: string[]): string =>
  onPostgres(db)
    ? `json_build_array(${names.map((n) => `${column}::json -> '${n}'`).join(', ')})::text`
    : `json_extract(${column}, ${names.map((n) => `'$.${n}'`).join(', ')})`;

/** The items of an array in a column that holds JSON, as SQL for a `from`; an item is `alias.value`. */
export const itemsOf = (db: Knex, column: string, name: string, alias: string): string =>
  onPostgres(db)
    ? `json_array_elements(${column}::json -> '${name}') as ${alias}(value)`
    : `json_each(${column}, '$.${name}') ${alias}`;

/** The values of an object in a column that holds JSON, as SQL for a `from`; a value is `alias.value`. */
export const valuesOf = (db: Knex, column: string, alias: string): string =>
  onPostgres(db) ? `json_each_text(${column}::json) as ${alias}` : `json_each(${column}) ${alias}`;

/** Columns of rows as one JSON array of objects, as SQL; `[]` for no rows. */
export function gathered(db: Knex, columns: readonly string[]): string {
  const pairs = columns.map((c) => `'${c}', ${c}`).join(', ');
  return onPostgres(db)
    ? `coalesce(json_agg(json_build_object(${pairs}))::text, '[]')`
    : `json_group_array(json_object(${pairs}))`;
}

/** What is ordered and compared by name, whatever the case of its letters: a column or `?`, as SQL. */
export const caseless = (db: Knex, what: string): string =>
  onPostgres(db) ? `lower(${what})` : `${what} collate nocase`;

/** Seconds between two columns of ISO instants, as SQL. */
export const secondsBetween = (db: Knex, one: string, two: string): string =>
  onPostgres(db)
    ? `abs(extract(epoch from (${one}::timestamptz - ${two}::timestamptz)))`
    : `abs(julianday(${one}) - julianday(${two})) * 86400`;

/** A text column, '' where it is null, as the indexes have it. */
export const orNothing = (db: Knex, column: string): string =>
  `${onPostgres(db) ? 'coalesce' : 'ifnull'}(${column}, '')`;

/** Whether a text column holds `?`, whatever the case of its letters, as SQL; `%`, `_` and a backslash in it are escaped by a backslash. */
export const contains = (db: Knex, column: string): string =>
  `${column} ${onPostgres(db) ? 'ilike' : 'like'} ? escape '\\'`;
