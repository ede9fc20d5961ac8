/** Prescriptions in versions, intakes, movement screens. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { Intake, IntakeInput, Prescription, PrescriptionInput, Screening, ScreenInput } from '../../api/plans.js';
import { readIntake } from '../../core/studio/intake.js';

interface PrescriptionRow {
  id: string;
  series: string;
  version: number;
  newest: number;
  person_id: string;
  look_id: string | null;
  record: string;
  starts_on: string;
  relook_on: string;
  ended_on: string | null;
  made_at: string;
  by: string;
}
interface IntakeRow {
  id: string;
  day: string;
  answers: string;
  note: string;
  by: string;
}
interface ScreenRow {
  id: string;
  done_at: string;
  record: string;
  note: string;
  by: string;
}
type Stored = Pick<Prescription, 'family' | 'method' | 'causes' | 'items' | 'note'>;

/** A prescription as stored; the warnings are derived by who reads it. */
export type StoredPrescription = Omit<Prescription, 'warnings'>;

const told = (row: PrescriptionRow): StoredPrescription => ({
  ...(JSON.parse(row.record) as Stored),
  id: row.id,
  series: row.series,
  version: row.version,
  newest: row.version === row.newest,
  lookId: row.look_id,
  startsOn: row.starts_on,
  relookOn: row.relook_on,
  endedOn: row.ended_on,
  by: row.by,
  at: row.made_at,
});
const intake = (row: IntakeRow): Intake => {
  const read = readIntake(JSON.parse(row.answers) as Record<string, boolean>);
  return { id: row.id, day: row.day, yes: read.yes.map((s) => s.id), advice: read.advice, note: row.note, by: row.by };
};
const screening = (row: ScreenRow): Screening => ({
  id: row.id,
  doneAt: row.done_at,
  record: JSON.parse(row.record) as Screening['record'],
  note: row.note,
  by: row.by,
});

export type Plans = ReturnType<typeof plansIn>;

export function plansIn(db: Knex) {
  const prescriptions = (): Knex.QueryBuilder =>
    db('prescriptions')
      .join('accounts', 'accounts.id', 'prescriptions.made_by')
      .select(
        'prescriptions.*',
        'accounts.name as by',
        db('prescriptions as p').whereRaw('p.series = prescriptions.series').max('p.version').as('newest'),
      );
  const byName = (table: string, column: string): Knex.QueryBuilder =>
    db(table).join('accounts', 'accounts.id', `${table}.${column}`).select(`${table}.*`, 'accounts.name as by');
  return {
    /** Newest first, all versions. */
    async prescriptionsOf(personId: string): Promise<StoredPrescription[]> {
      const rows = (await prescriptions().where('person_id', personId).orderBy('made_at', 'desc')) as PrescriptionRow[];
      return rows.map(told);
    },
    async findPrescription(id: string): Promise<(StoredPrescription & { personId: string }) | null> {
      const row = (await prescriptions().where('prescriptions.id', id).first()) as PrescriptionRow | undefined;
      return row ? { ...told(row), personId: row.person_id } : null;
    },
    /** Adds a version; the one before in the series stops being the newest. Whose series it is was checked before. */
    async addPrescription(personId: string, input: PrescriptionInput, by: string): Promise<string> {
      const id = randomUUID();
      const { series, lookId, startsOn, relookOn, ...record } = input;
      await db.transaction(async (trx) => {
        const [last] = (await trx('prescriptions')
          .where('series', series ?? id)
          .max('version as version')) as {
          version: number | null;
        }[];
        await trx('prescriptions').insert({
          id,
          series: series ?? id,
          version: (last?.version ?? 0) + 1,
          person_id: personId,
          look_id: lookId,
          record: JSON.stringify(record),
          starts_on: startsOn,
          relook_on: relookOn,
          made_by: by,
          made_at: new Date().toISOString(),
        });
      });
      return id;
    },
    /** Ends a series, or takes its end back with null. */
    async endSeries(series: string, day: string | null): Promise<void> {
      await db('prescriptions').where('series', series).update({ ended_on: day });
    },
    async addIntake(personId: string, input: IntakeInput, day: string, by: string): Promise<void> {
      await db('intakes').insert({
        id: randomUUID(),
        person_id: personId,
        day,
        answers: JSON.stringify(input.answers),
        note: input.note,
        asked_by: by,
        asked_at: new Date().toISOString(),
      });
    },
    /** Newest first. */
    async intakesOf(personId: string): Promise<(Intake & { askedAt: string })[]> {
      const rows = (await byName('intakes', 'asked_by')
        .where('person_id', personId)
        .orderBy('asked_at', 'desc')) as (IntakeRow & { asked_at: string })[];
      return rows.map((row) => ({ ...intake(row), askedAt: row.asked_at }));
    },
    /** Positions with a hold that pain ended after an instant; all of them when it is null. */
    async painSince(personId: string, since: string | null): Promise<string[]> {
      const q = db('observations')
        .where('person_id', personId)
        .whereNull('deleted_at')
        .whereRaw("json_extract(record, '$.ended.reason') = 'pain'")
        .distinct('position');
      if (since) q.where('started_at', '>', since);
      return ((await q) as { position: string }[]).map((r) => r.position);
    },
    async addScreen(personId: string, input: ScreenInput, by: string): Promise<void> {
      await db('screens')
        .insert({
          id: input.id,
          person_id: personId,
          done_at: input.doneAt,
          record: JSON.stringify(input.record),
          note: input.note,
          made_by: by,
        })
        .onConflict('id')
        .ignore();
    },
    async screenOwner(id: string): Promise<string | null> {
      const row = (await db('screens').where('id', id).first('person_id')) as { person_id: string } | undefined;
      return row?.person_id ?? null;
    },
    /** Newest first. */
    async screensOf(personId: string): Promise<Screening[]> {
      const rows = (await byName('screens', 'made_by')
        .where('person_id', personId)
        .orderBy('done_at', 'desc')) as ScreenRow[];
      return rows.map(screening);
    },
    async removeScreen(personId: string, id: string): Promise<boolean> {
      return (await db('screens').where({ id, person_id: personId }).delete()) > 0;
    },
  };
}
