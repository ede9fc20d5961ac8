/** Classes that a studio plans, and its templates. */
import type { Knex } from 'knex';
import { z } from 'zod';
import { classInputSchema, type ClassInput, type ClassLine, type ClassOfStudio } from '../../api/classes.js';
import { changeRow, type ChangeBy } from '../database/change.js';
import { json, maybeRow, parseRows } from '../database/rows.js';

const row = z.object({
  id: z.string(),
  record: json(classInputSchema),
  changed_at: z.string(),
  version: z.number(),
  by: z.string(),
});

const columns = (input: ClassInput): Record<string, unknown> => ({
  day: input.day,
  name: input.name,
  record: JSON.stringify(input),
});

export type Classes = ReturnType<typeof classesIn>;

/** Classes that are listed. */
const SHOWN = 100;

export function classesIn(db: Knex) {
  const rows = (): Knex.QueryBuilder =>
    db('classes')
      .join('accounts', 'accounts.id', 'classes.changed_by')
      .whereNull('classes.deleted_at')
      .select('classes.id', 'record', 'changed_at', 'classes.version', 'accounts.name as by');
  const told = ({ record, changed_at, version, by }: z.infer<typeof row>): ClassOfStudio => ({
    ...record,
    by,
    changedAt: changed_at,
    version,
  });
  return {
    /** Templates first, then classes, the newest day first. */
    async list(): Promise<ClassLine[]> {
      const found = parseRows(
        'classes',
        row,
        await rows().orderByRaw('classes.day is not null, classes.day desc, classes.name').limit(SHOWN),
      );
      return found.map(({ record: { id, name, day, minutes, members, blocks } }) => ({
        id,
        name,
        day,
        minutes,
        members: members.length,
        blocks: blocks.length,
      }));
    },
    async find(id: string): Promise<ClassOfStudio | null> {
      const found = maybeRow('classes', row, await rows().where('classes.id', id).first());
      return found && told(found);
    },
    /** Whether there is one of this id, taken away or not. */
    known: async (id: string): Promise<boolean> => (await db('classes').where('id', id).first('id')) !== undefined,
    async add(input: ClassInput, by: string, at: string): Promise<void> {
      await db('classes')
        .insert({ ...columns(input), id: input.id, changed_by: by, changed_at: at })
        .onConflict('id')
        .ignore();
    },
    /** @returns false where another version stands, or it was taken away */
    change: (input: ClassInput, change: ChangeBy, at: string): Promise<boolean> =>
      changeRow(db, db('classes').where('id', input.id).whereNull('deleted_at'), columns(input), change, at),
    async setDeleted(id: string, at: string | null): Promise<boolean> {
      return (await db('classes').where('id', id).update({ deleted_at: at })) > 0;
    },
  };
}
