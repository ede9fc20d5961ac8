/** Looks (observations), mends tried and pictures' records. What is stored is the record; verdicts are never stored. */
import type { Knex } from 'knex';
import type { Look, LookInput, LookPatch, Media, MendTried } from '../../api/observations.js';
import type { Observation } from '../../core/formats/observation.js';

interface LookRow {
  id: string;
  person_id: string;
  started_at: string;
  position: string;
  record: string;
  media_id: string | null;
  relook_of: string | null;
  note: string;
  made_by_name: string;
  overrule: string | null;
  deleted_at: string | null;
}
interface MendRow {
  id: string;
  observation_id: string;
  fault: string;
  step: number;
  kind: MendTried['kind'];
  result: MendTried['result'];
  at: string;
}
interface MediaRow {
  id: string;
  person_id: string;
  width: number;
  height: number;
  taken_at: string;
}

const media = (row: MediaRow): Media => ({
  id: row.id,
  personId: row.person_id,
  width: row.width,
  height: row.height,
  takenAt: row.taken_at,
});
const mend = (row: MendRow): MendTried => ({
  id: row.id,
  fault: row.fault,
  step: row.step,
  kind: row.kind,
  result: row.result,
  at: row.at,
});

export type Looks = ReturnType<typeof looksIn>;

export function looksIn(db: Knex) {
  const rows = (): Knex.QueryBuilder =>
    db('observations')
      .join('accounts', 'accounts.id', 'observations.made_by')
      .select('observations.*', 'accounts.name as made_by_name');
  const told = (row: LookRow, mends: MendRow[], relooks: string[]): Look => ({
    id: row.id,
    personId: row.person_id,
    startedAt: row.started_at,
    observation: JSON.parse(row.record) as Observation,
    mediaId: row.media_id,
    relookOf: row.relook_of,
    relooks,
    note: row.note,
    mends: mends.map(mend),
    overrule: row.overrule ? (JSON.parse(row.overrule) as Look['overrule']) : null,
    by: row.made_by_name,
  });
  return {
    /** Whose look this is, deleted or not; null when unknown. */
    async owner(id: string): Promise<{ personId: string; deleted: boolean } | null> {
      const row = (await db('observations').where('id', id).first('person_id', 'deleted_at')) as LookRow | undefined;
      return row ? { personId: row.person_id, deleted: row.deleted_at !== null } : null;
    },
    async find(id: string): Promise<Look | null> {
      const row = (await rows().where('observations.id', id).whereNull('deleted_at').first()) as LookRow | undefined;
      if (!row) return null;
      const mends = (await db('mends').where('observation_id', id).orderBy('at')) as MendRow[];
      const relooks = (await db('observations')
        .where('relook_of', id)
        .whereNull('deleted_at')
        .orderBy('started_at')
        .select('id')) as { id: string }[];
      return told(
        row,
        mends,
        relooks.map((r) => r.id),
      );
    },
    /** Newest first. */
    async ofPerson(personId: string, limit: number, before?: string): Promise<Look[]> {
      const q = rows().where('person_id', personId).whereNull('deleted_at').orderBy('started_at', 'desc').limit(limit);
      if (before) q.where('started_at', '<', before);
      const found = (await q) as LookRow[];
      const mends = (await db('mends')
        .whereIn(
          'observation_id',
          found.map((r) => r.id),
        )
        .orderBy('at')) as MendRow[];
      const by = new Map<string, MendRow[]>();
      for (const m of mends) by.set(m.observation_id, [...(by.get(m.observation_id) ?? []), m]);
      return found.map((row) => told(row, by.get(row.id) ?? [], []));
    },
    async add(personId: string, input: LookInput, by: string): Promise<void> {
      await db('observations').insert({
        id: input.id,
        person_id: personId,
        started_at: input.startedAt,
        position: input.observation.position,
        record: JSON.stringify(input.observation),
        media_id: input.mediaId,
        relook_of: input.relookOf,
        note: input.note,
        made_by: by,
      });
    },
    async change(look: Look, patch: LookPatch): Promise<void> {
      const set: Record<string, unknown> = {};
      if (patch.note !== undefined) set.note = patch.note;
      if (patch.overrule !== undefined) set.overrule = patch.overrule && JSON.stringify(patch.overrule);
      if (patch.evidence || patch.tests) {
        const tests = Object.fromEntries(
          Object.entries({ ...look.observation.tests, ...patch.tests }).filter(
            ([, answer]) => answer !== null && answer !== undefined,
          ),
        );
        const evidence = { ...look.observation.evidence, ...patch.evidence };
        set.record = JSON.stringify({
          ...look.observation,
          ...(Object.keys(evidence).length > 0 ? { evidence } : {}),
          tests: Object.keys(tests).length > 0 ? tests : undefined,
        });
      }
      if (Object.keys(set).length > 0) await db('observations').where('id', look.id).update(set);
    },
    async setDeleted(id: string, deleted: boolean): Promise<void> {
      await db('observations')
        .where('id', id)
        .update({ deleted_at: deleted ? new Date().toISOString() : null });
    },
    async addMend(lookId: string, input: Omit<MendTried, 'at'>): Promise<void> {
      await db('mends')
        .insert({ ...input, observation_id: lookId, at: new Date().toISOString() })
        .onConflict('id')
        .ignore();
    },
    async removeMend(lookId: string, id: string): Promise<boolean> {
      return (await db('mends').where({ id, observation_id: lookId }).delete()) > 0;
    },
    async addMedia(record: Media, by: string): Promise<void> {
      await db('media').insert({
        id: record.id,
        person_id: record.personId,
        width: record.width,
        height: record.height,
        taken_at: record.takenAt,
        added_by: by,
      });
    },
    async findMedia(id: string): Promise<Media | null> {
      const row = (await db('media').where('id', id).first()) as MediaRow | undefined;
      return row ? media(row) : null;
    },
    async mediaOf(personId: string): Promise<Media[]> {
      return ((await db('media').where('person_id', personId)) as MediaRow[]).map(media);
    },
    async removeMedia(id: string): Promise<void> {
      await db('media').where('id', id).delete();
    },
  };
}
