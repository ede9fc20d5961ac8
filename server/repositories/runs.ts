/** Classes that run: the plan as it stood, and every event once, in the order of its arrival. */
import type { Knex } from 'knex';
import { z } from 'zod';
import { runSchema, type Run, type RunLine } from '../../api/runs.js';
import { MAX_EVENTS, runEventSchema, type RunEvent } from '../../core/formats/run.js';
import { fieldOf } from '../database/dialect.js';
import { json, maybeRow, parseRow, parseRows } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';

/** What is kept of the plan. */
const recordSchema = runSchema.pick({ name: true, blocks: true, people: true, resting: true, plan: true, kit: true });
export type RunRecord = z.infer<typeof recordSchema>;
const row = z.object({
  id: z.string(),
  class_id: z.string(),
  day: z.string(),
  started_at: z.string(),
  by: z.string(),
  record: json(recordSchema),
  kept_at: z.string().nullable(),
});
const lineRow = z.object({
  id: z.string(),
  class_id: z.string(),
  name: z.string(),
  day: z.string(),
  started_at: z.string(),
  kept_at: z.string().nullable(),
});
const keptRow = z.object({ run_note: z.string(), id: z.string(), person_id: z.string() });
const eventRow = z.object({ arrival: z.number(), event: json(runEventSchema) });

export type Runs = ReturnType<typeof runsIn>;

export function runsIn(db: Knex) {
  return {
    async find(id: string): Promise<Run | null> {
      const found = maybeRow(
        'class_runs',
        row,
        await db('class_runs')
          .join('accounts', 'accounts.id', 'class_runs.started_by')
          .where('class_runs.id', id)
          .first('class_runs.*', 'accounts.name as by'),
      );
      if (!found) return null;
      const kept = parseRows(
        'observations',
        keptRow,
        // One that was taken out again is kept none the less: it is put back on its person's page.
        await db('observations').where('run_id', id).orderBy('arrival').select('run_note', 'id', 'person_id'),
      );
      return {
        id: found.id,
        classId: found.class_id,
        day: found.day,
        startedAt: found.started_at,
        by: found.by,
        keptAt: found.kept_at,
        ...found.record,
        kept: kept.map((k) => ({ note: k.run_note, lookId: k.id, personId: k.person_id })),
      };
    },
    /** When a class ran, the last time first. */
    async of(classId: string): Promise<RunLine[]> {
      const found = await db('class_runs')
        .where('class_id', classId)
        .orderBy('started_at', 'desc')
        .select('id', 'class_id', 'day', 'started_at', 'kept_at', db.raw(`${fieldOf(db, 'record', 'name')} as name`));
      return parseRows('class_runs', lineRow, found).map((r) => ({
        id: r.id,
        classId: r.class_id,
        name: r.name,
        day: r.day,
        startedAt: r.started_at,
        keptAt: r.kept_at,
      }));
    },
    /** Looks of people that were made in classes since a day: the run of each, and the key of its note. */
    async looksOf(people: readonly string[], since: string): Promise<Map<string, { run: string; note: string }>> {
      const found = parseRows(
        'observations',
        z.object({ id: z.string(), run_id: z.string(), run_note: z.string() }),
        await db('observations')
          .whereIn('person_id', people)
          .where('day', '>=', since)
          .whereNotNull('run_id')
          .select('id', 'run_id', 'run_note'),
      );
      return new Map(found.map((o) => [o.id, { run: o.run_id, note: o.run_note }]));
    },
    /** What was planned in each block of runs, by run. */
    async plans(ids: readonly string[]): Promise<Map<string, RunRecord['plan']['blocks']>> {
      const found = parseRows(
        'class_runs',
        row.pick({ id: true, record: true }),
        await db('class_runs').whereIn('id', ids).select('id', 'record'),
      );
      return new Map(found.map((r) => [r.id, r.record.plan.blocks]));
    },
    async add(
      of: { id: string; classId: string; day: string; at: string; by: string },
      record: RunRecord,
    ): Promise<void> {
      await db('class_runs')
        .insert({
          id: of.id,
          class_id: of.classId,
          day: of.day,
          started_at: of.at,
          started_by: of.by,
          record: JSON.stringify(record),
        })
        .onConflict('id')
        .ignore();
    },
    async change(id: string, change: (record: RunRecord) => RunRecord): Promise<void> {
      await inTransaction(db, async (trx) => {
        const found = parseRow(
          'class_runs',
          z.object({ record: json(recordSchema) }),
          await trx('class_runs').where('id', id).first('record'),
        );
        await trx('class_runs')
          .where('id', id)
          .update({ record: JSON.stringify(change(found.record)) });
      });
    },
    /**
     * Keeps events, each once.
     * @returns how many were new; null where the class has more than it may
     */
    async note(id: string, events: readonly RunEvent[], by: string): Promise<number | null> {
      if (events.length === 0) return 0;
      return inTransaction(db, async (trx) => {
        const of = trx('class_events').where('run_id', id);
        const known = parseRows(
          'class_events',
          z.object({ id: z.string() }),
          await of
            .clone()
            .whereIn(
              'id',
              events.map((e) => e.id),
            )
            .select('id'),
        );
        const fresh = new Map(events.map((e) => [e.id, e]));
        for (const one of known) fresh.delete(one.id);
        if (fresh.size === 0) return 0;
        const { n } = parseRow('class_events', z.object({ n: z.number() }), await of.clone().count('* as n').first());
        if (n + fresh.size > MAX_EVENTS) return null;
        const rows = [...fresh.values()].map((event) => ({
          run_id: id,
          id: event.id,
          event: JSON.stringify(event),
          made_by: by,
        }));
        await trx('class_events').insert(rows);
        return fresh.size;
      });
    },
    /** Events that arrived after one. */
    async events(id: string, since = 0): Promise<{ events: RunEvent[]; next: number }> {
      const found = parseRows(
        'class_events',
        eventRow,
        await db('class_events')
          .where('run_id', id)
          .where('arrival', '>', since)
          .orderBy('arrival')
          .select('arrival', 'event'),
      );
      return { events: found.map((r) => r.event), next: found.at(-1)?.arrival ?? since };
    },
    async kept(id: string, at: string): Promise<void> {
      await db('class_runs').where('id', id).update({ kept_at: at });
    },
  };
}
