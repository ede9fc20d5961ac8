/** Prescriptions in versions, intakes, movement screens. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import {
  prescriptionSchema,
  screenRecordSchema,
  type GivenDrill,
  type Intake,
  type IntakeInput,
  type Prescription,
  type PrescriptionInput,
  type Screening,
  type ScreenInput,
} from '../../api/plans.js';
import type { Account } from '../../api/accounts.js';
import type { Day } from '../../core/days.js';
import { readIntake } from '../../core/studio/intake.js';
import type { Clock } from '../clock.js';
import { nextArrival } from '../database/arrivals.js';
import { fieldOf } from '../database/dialect.js';
import { json, maybeRow, number, parseRow, parseRows } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';

const prescriptionRow = z.object({
  id: z.string(),
  series: z.string(),
  version: z.number(),
  newest: number,
  person_id: z.string(),
  look_id: z.string().nullable(),
  record: json(
    z.object({
      family: z.string(),
      method: z.string(),
      causes: prescriptionSchema.shape.causes,
      items: prescriptionSchema.shape.items,
      note: z.string(),
    }),
  ),
  starts_on: z.string(),
  relook_on: z.string(),
  ended_on: z.string().nullable(),
  made_at: z.string(),
  by: z.string(),
});
const intakeRow = z.object({
  id: z.string(),
  day: z.string(),
  answers: json(z.record(z.string(), z.boolean())),
  note: z.string(),
  asked_at: z.string(),
  arrival: z.number(),
  made_as: z.string(),
  by: z.string(),
});
const screenRow = z.object({
  id: z.string(),
  done_at: z.string(),
  record: json(screenRecordSchema),
  note: z.string(),
  by: z.string(),
});

/** A prescription as stored; the warnings are derived by who reads it. */
export type StoredPrescription = Omit<Prescription, 'warnings'>;

const told = (row: z.infer<typeof prescriptionRow>): StoredPrescription => ({
  ...row.record,
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
const intake = (row: z.infer<typeof intakeRow>): Intake => {
  const read = readIntake(row.answers);
  return {
    id: row.id,
    day: row.day,
    yes: read.yes.map((s) => s.id),
    advice: read.advice,
    askedAt: row.asked_at,
    arrival: row.arrival,
    lifts: row.made_as !== 'assistant',
    note: row.note,
    by: row.by,
  };
};
const screening = (row: z.infer<typeof screenRow>): Screening => ({
  id: row.id,
  doneAt: row.done_at,
  record: row.record,
  note: row.note,
  by: row.by,
});

export type Plans = ReturnType<typeof plansIn>;

export function plansIn(db: Knex, clock: Clock) {
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
  /** Screens speak for looks: what was judged of them is judged anew. */
  const screensChanged = (trx: Knex, personId: string): Promise<unknown> =>
    trx('people').where('id', personId).increment('screens_version', 1);
  return {
    /** Newest first, all versions. */
    async prescriptionsOf(personId: string): Promise<StoredPrescription[]> {
      const rows = await prescriptions()
        .where('person_id', personId)
        .orderBy('made_at', 'desc')
        .orderBy('version', 'desc');
      return parseRows('prescriptions', prescriptionRow, rows).map(told);
    },
    async findPrescription(id: string): Promise<(StoredPrescription & { personId: string }) | null> {
      const row = maybeRow(
        'prescriptions',
        prescriptionRow,
        await prescriptions().where('prescriptions.id', id).first(),
      );
      return row && { ...told(row), personId: row.person_id };
    },
    /**
     * Adds a version; the one before in the series stops being the newest. Whose series it is was checked before.
     * @param after the version that it comes after, of its series or of what runs; null for whatever stands
     * @returns false where another stands
     */
    async addPrescription(
      personId: string,
      input: Omit<PrescriptionInput, 'items'> & { items: GivenDrill[] },
      by: string,
      after: { series: string | null; version: number } | null = null,
    ): Promise<boolean> {
      const id = randomUUID();
      const { series, lookId, startsOn, relookOn, ...record } = input;
      return inTransaction(db, async (trx) => {
        if (after) {
          const newest = parseRow(
            'prescriptions',
            z.object({ version: z.number().nullable() }),
            after.series === null
              ? await trx('prescriptions')
                  .where({ person_id: personId, ended_on: null })
                  .whereRaw(`${fieldOf(trx, 'record', 'family')} = ?`, [input.family])
                  .max('version as version')
                  .first()
              : await trx('prescriptions').where('series', after.series).max('version as version').first(),
          );
          if ((newest.version ?? 0) !== after.version) return false;
        }
        const last = parseRow(
          'prescriptions',
          z.object({ version: z.number().nullable() }),
          await trx('prescriptions')
            .where('series', series ?? id)
            .max('version as version')
            .first(),
        );
        await trx('prescriptions').insert({
          id,
          series: series ?? id,
          version: (last.version ?? 0) + 1,
          person_id: personId,
          look_id: lookId,
          record: JSON.stringify(record),
          starts_on: startsOn,
          relook_on: relookOn,
          made_by: by,
          made_at: clock(),
        });
        return true;
      });
    },
    /** Ends a series, or takes its end back with null. */
    async endSeries(series: string, day: string | null): Promise<void> {
      await db('prescriptions').where('series', series).update({ ended_on: day });
    },
    async addIntake(
      personId: string,
      input: IntakeInput,
      day: Day,
      at: string,
      by: Pick<Account, 'id' | 'role'>,
    ): Promise<void> {
      await inTransaction(db, async (trx) => {
        await trx('intakes').insert({
          id: randomUUID(),
          person_id: personId,
          day,
          answers: JSON.stringify(input.answers),
          note: input.note,
          asked_by: by.id,
          made_as: by.role,
          arrival: await nextArrival(trx),
          asked_at: at,
        });
      });
    },
    /** Newest first. */
    async intakesOf(personId: string): Promise<Intake[]> {
      const rows = await byName('intakes', 'asked_by').where('person_id', personId).orderBy('arrival', 'desc');
      return parseRows('intakes', intakeRow, rows).map(intake);
    },
    async addScreen(personId: string, input: ScreenInput, by: string): Promise<void> {
      await inTransaction(db, async (trx) => {
        await trx('screens')
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
        await screensChanged(trx, personId);
      });
    },
    async screenOwner(id: string): Promise<string | null> {
      const found = await db('screens').where('id', id).first('person_id');
      return maybeRow('screens', z.object({ person_id: z.string() }), found)?.person_id ?? null;
    },
    /** Newest first. */
    async screensOf(personId: string): Promise<Screening[]> {
      const rows = await byName('screens', 'made_by').where('person_id', personId).orderBy('done_at', 'desc');
      return parseRows('screens', screenRow, rows).map(screening);
    },
    async removeScreen(personId: string, id: string): Promise<boolean> {
      return inTransaction(db, async (trx) => {
        const removed = await trx('screens').where({ id, person_id: personId }).delete();
        if (removed > 0) await screensChanged(trx, personId);
        return removed > 0;
      });
    },
  };
}
