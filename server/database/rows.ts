/** Rows and stored JSON are parsed, not cast: what the database holds is checked where it is read. */
import { z } from 'zod';

/** A stored row that does not read as it should: a fault of the program or of the file, never of who asked. */
export class StoredDataError extends Error {
  constructor(table: string, error: z.ZodError) {
    const [issue] = error.issues;
    super(`${table}: a stored row cannot be read, ${issue?.path.join('.') ?? ''} ${issue?.message ?? ''}`);
    this.name = 'StoredDataError';
  }
}

/** A text column that holds JSON of a schema. */
export const json = <T>(schema: z.ZodType<T>) =>
  z.string().transform((text, context): T => {
    let value: unknown;
    try {
      value = JSON.parse(text);
    } catch {
      context.addIssue({ code: 'custom', message: 'is not JSON' });
      return z.NEVER;
    }
    const result = schema.safeParse(value);
    if (result.success) return result.data;
    for (const issue of result.error.issues)
      context.addIssue({ code: 'custom', path: issue.path, message: issue.message });
    return z.NEVER;
  });

/** A count or a flag, which SQLite gives as a number and others as text. */
export const number = z.coerce.number();
export const flag = z.coerce.number().transform((n) => n > 0);

/** @throws StoredDataError naming the table */
export function parseRow<T>(table: string, schema: z.ZodType<T>, row: unknown): T {
  const result = schema.safeParse(row);
  if (!result.success) throw new StoredDataError(table, result.error);
  return result.data;
}
export const parseRows = <T>(table: string, schema: z.ZodType<T>, rows: unknown): T[] =>
  (rows as unknown[]).map((row) => parseRow(table, schema, row));
/** One row, or null where there is none. */
export const maybeRow = <T>(table: string, schema: z.ZodType<T>, row: unknown): T | null =>
  row === undefined ? null : parseRow(table, schema, row);
