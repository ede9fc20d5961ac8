/** Who is archived longer than the studio keeps people. */
import type { Knex } from 'knex';
import { z } from 'zod';
import { retentionInputSchema, type Retention } from '../../api/backups.js';
import { number, parseRows } from '../database/rows.js';
import { settingsIn } from '../repositories/settings.js';
import type { Trail } from '../trail/trail.js';
import type { Erasure } from './erase.js';

const NAME = 'retention';
const row = z.object({
  id: z.string(),
  name: z.string(),
  archived_at: z.string(),
  looks: number,
  pictures: number,
  clips: number,
});

/** The instant so many months before another, at the same day of the month or the month's last. */
export function monthsBefore(now: string, months: number): string {
  const at = new Date(now);
  const day = at.getUTCDate();
  at.setUTCDate(1);
  at.setUTCMonth(at.getUTCMonth() - months);
  const last = new Date(Date.UTC(at.getUTCFullYear(), at.getUTCMonth() + 1, 0)).getUTCDate();
  at.setUTCDate(Math.min(day, last));
  return at.toISOString();
}

export function retentionIn(db: Knex, clock: () => string) {
  const settings = settingsIn(db);
  const months = async (): Promise<number | null> => (await settings.get(NAME, retentionInputSchema))?.months ?? null;
  const counted = (table: string): Knex.QueryBuilder =>
    db(table)
      .whereRaw('?? = people.id', [`${table}.person_id`])
      .count('*');
  async function archivedFor(count: number): Promise<z.infer<typeof row>[]> {
    return parseRows(
      'people',
      row,
      await db('people')
        .whereNotNull('archived_at')
        .where('archived_at', '<=', monthsBefore(clock(), count))
        .orderBy('archived_at')
        .select('id', 'name', 'archived_at', {
          looks: counted('observations'),
          pictures: counted('media'),
          clips: counted('clips'),
        }),
    );
  }
  return {
    months,
    async set(count: number | null): Promise<void> {
      await settings.set(NAME, { months: count });
    },
    /** @param asked a rule that is thought of; the one in force where left out */
    async preview(asked?: number): Promise<Retention> {
      const inForce = await months();
      const count = asked ?? inForce;
      const due = inForce === null ? null : monthsBefore(clock(), inForce);
      const people = count === null ? [] : await archivedFor(count);
      return {
        months: inForce,
        people: people.map(({ archived_at, ...p }) => ({
          ...p,
          archivedAt: archived_at,
          due: due !== null && archived_at <= due,
        })),
      };
    },
    /** Whom the rule in force lets go now. */
    async due(): Promise<{ id: string; name: string }[]> {
      const count = await months();
      return count === null ? [] : archivedFor(count);
    },
  };
}

/** Lets those go whom the rule in force lets go; each is a line of the trail, and nobody goes where none can be written. */
export const letGoInTime =
  (retention: ReturnType<typeof retentionIn>, erasure: Erasure, trail: Trail) => async (): Promise<void> => {
    for (const person of await retention.due()) {
      await trail.ready();
      await erasure.erase(person, '', []);
      await trail.add({
        act: 'deleted',
        what: 'retention.run',
        account: null,
        person: person.id,
        device: 'the studio itself',
      });
    }
  };
