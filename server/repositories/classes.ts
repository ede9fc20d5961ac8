/** Classes that a studio plans, and its templates. */
import type { Knex } from 'knex';
import { z } from 'zod';
import { classInputSchema, type ClassInput, type ClassLine, type ClassOfStudio } from '../../api/classes.js';
import { json, maybeRow, parseRows } from '../database/rows.js';

const row = z.object({
  id: z.string(),
  record: json(classInputSchema),
  changed_at: z.string(),
  by: z.string(),
});

export type Classes = ReturnType<typeof classesIn>;

/** Classes that are listed. */
const SHOWN = 100;

export function classesIn(db: Knex) {
  const rows = (): Knex.QueryBuilder =>
    db('classes')
      .join('accounts', 'accounts.id', 'classes.changed_by')
      .whereNull('classes.deleted_at')
      .select('classes.id', 'record', 'changed_at', 'accounts.name as by');
  const told = ({ record, changed_at, by }: z.infer<typeof row>): ClassOfStudio => ({
    ...record,
    by,
    changedAt: changed_at,
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
    async put(input: ClassInput, by: string, at: string): Promise<void> {
      const record = JSON.stringify(input);
      await db('classes')
        .insert({ id: input.id, day: input.day, name: input.name, record, changed_by: by, changed_at: at })
        .onConflict('id')
        .merge();
    },
    async setDeleted(id: string, at: string | null): Promise<boolean> {
      return (await db('classes').where('id', id).update({ deleted_at: at })) > 0;
    },
  };
}
