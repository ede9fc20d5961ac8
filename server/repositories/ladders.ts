/** Steps decided on ladders, and skills a person works toward. */
import type { Knex } from 'knex';
import { z } from 'zod';
import { ladderStepSchema, type LadderStep, type LadderStepInput } from '../../api/ladders.js';
import type { Day } from '../../core/days.js';
import type { Clock } from '../clock.js';
import { json, maybeRow, parseRows } from '../database/rows.js';

const stepRow = z.object({
  id: z.string(),
  look_id: z.string().nullable(),
  day: z.string(),
  record: json(ladderStepSchema.omit({ id: true, lookId: true, day: true, by: true })),
  by: z.string(),
});

export type Ladders = ReturnType<typeof laddersIn>;

export function laddersIn(db: Knex, clock: Clock) {
  return {
    /** Newest first. */
    async stepsOf(personId: string): Promise<LadderStep[]> {
      const rows = await db('ladder_steps')
        .join('accounts', 'accounts.id', 'ladder_steps.made_by')
        .where('person_id', personId)
        .orderBy('made_at', 'desc')
        .select('ladder_steps.*', 'accounts.name as by');
      return parseRows('ladder_steps', stepRow, rows).map((row) => ({
        ...row.record,
        id: row.id,
        lookId: row.look_id,
        day: row.day,
        by: row.by,
      }));
    },
    async stepOwner(id: string): Promise<string | null> {
      const found = await db('ladder_steps').where('id', id).first('person_id');
      return maybeRow('ladder_steps', z.object({ person_id: z.string() }), found)?.person_id ?? null;
    },
    /** Sent twice it is kept once; whose id it is was checked before. */
    async addStep(personId: string, input: LadderStepInput, day: Day, by: string): Promise<void> {
      const { id, lookId, ...record } = input;
      await db('ladder_steps')
        .insert({
          id,
          person_id: personId,
          look_id: lookId,
          day,
          record: JSON.stringify(record),
          made_by: by,
          made_at: clock(),
        })
        .onConflict('id')
        .ignore();
    },
    async removeStep(personId: string, id: string): Promise<boolean> {
      return (await db('ladder_steps').where({ id, person_id: personId }).delete()) > 0;
    },
    async goalsOf(personId: string): Promise<string[]> {
      const rows = await db('goals').where('person_id', personId).orderBy('set_at').orderBy('goal');
      return parseRows('goals', z.object({ goal: z.string() }), rows).map((row) => row.goal);
    },
    async setGoal(personId: string, goal: string): Promise<void> {
      await db('goals')
        .insert({ person_id: personId, goal, set_at: clock() })
        .onConflict(['person_id', 'goal'])
        .ignore();
    },
    async removeGoal(personId: string, goal: string): Promise<void> {
      await db('goals').where({ person_id: personId, goal }).delete();
    },
  };
}
