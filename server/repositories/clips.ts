/** Clips of looks and of the inbox; whom an account may see is asked of the people. */
import type { Knex } from 'knex';
import { z } from 'zod';
import { keptTypeSchema, type Clip, type WaitingClip } from '../../api/clips.js';
import { flag, maybeRow, parseRow, parseRows } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';
import { letFilesGo } from './looks.js';
import { endWriting } from './media-notes.js';

const clipRow = z.object({
  id: z.string(),
  person_id: z.string(),
  look_id: z.string().nullable(),
  name: z.string(),
  type: keptTypeSchema,
  bytes: z.number(),
  note: z.string(),
  added_at: z.string(),
  arrived_at: z.string().nullable(),
  by_name: z.string(),
  by_link: flag,
});
const waitingRow = clipRow.extend({ person_name: z.string() });
const clip = (row: z.infer<typeof clipRow>): Clip => ({
  id: row.id,
  personId: row.person_id,
  lookId: row.look_id,
  name: row.name,
  type: row.type,
  bytes: row.bytes,
  note: row.note,
  addedAt: row.added_at,
  arrivedAt: row.arrived_at,
  by: row.by_name,
  byLink: row.by_link,
});

export type Clips = ReturnType<typeof clipsIn>;

export function clipsIn(db: Knex) {
  const rows = (): Knex.QueryBuilder =>
    db('clips').join('accounts', 'accounts.id', 'clips.added_by').select('clips.*', 'accounts.name as by_name');
  return {
    async find(id: string): Promise<Clip | null> {
      const row = maybeRow('clips', clipRow, await rows().where('clips.id', id).first());
      return row && clip(row);
    },
    /** Clips of a person that are there, oldest first. */
    async arrivedOf(personId: string): Promise<Clip[]> {
      const found = await rows().where('person_id', personId).whereNotNull('arrived_at').orderBy('added_at');
      return parseRows('clips', clipRow, found).map(clip);
    },
    /** Clips that arrived and that no look shows yet, oldest first. @param only groups that are seen; null for all */
    async waiting(only: readonly string[] | null): Promise<WaitingClip[]> {
      const found = await rows()
        .join('people', 'people.id', 'clips.person_id')
        .select('people.name as person_name')
        .whereNull('look_id')
        .whereNotNull('arrived_at')
        .whereNull('people.archived_at')
        .modify((q) => void (only && q.whereIn('people.group_id', [...only])))
        .orderBy('added_at');
      return parseRows('clips', waitingRow, found).map((row) => ({ ...clip(row), personName: row.person_name }));
    },
    /** Clips of a person that came by link and wait for a look, those too that were announced since an instant and may still come. */
    async waitingByLink(personId: string, since: string): Promise<number> {
      const row: unknown = await db('clips')
        .where({ person_id: personId, by_link: true })
        .whereNull('look_id')
        .where((w) => void w.whereNotNull('arrived_at').orWhere('added_at', '>=', since))
        .count({ n: '*' })
        .first();
      return parseRow('clips', z.object({ n: z.number() }), row).n;
    },
    /** Bytes of all clips that are kept or on their way: an announcement alone takes no room. */
    async bytes(): Promise<number> {
      const row: unknown = await db('clips')
        .whereNotNull('arrived_at')
        .orWhereIn('id', db('media_writing').select('id'))
        .sum({ bytes: 'bytes' })
        .first();
      return parseRow('clips', z.object({ bytes: z.number().nullable() }), row).bytes ?? 0;
    },
    /** Whether the link by which a clip was announced still stands. */
    async linkOpen(id: string, now: string, trx: Knex = db): Promise<boolean> {
      const link = await trx('clips')
        .join('programme_links', 'programme_links.id', 'clips.link_id')
        .where('clips.id', id)
        .whereNull('revoked_at')
        .where('until', '>', now)
        .first('clips.id');
      return link !== undefined;
    },
    /**
     * Announces a clip.
     * @param link by which it comes, where it does
     * @param also what is kept with it, in the same transaction
     * @returns false where one of this id is known
     */
    async add(
      of: Omit<Clip, 'by' | 'arrivedAt'>,
      by: string,
      link: string | null = null,
      also: (trx: Knex) => Promise<unknown> = () => Promise.resolve(),
    ): Promise<boolean> {
      return inTransaction(db, async (trx) => {
        if (await trx('clips').where('id', of.id).first('id')) return false;
        await trx('clips').insert({
          id: of.id,
          person_id: of.personId,
          look_id: of.lookId,
          name: of.name,
          type: of.type,
          bytes: of.bytes,
          note: of.note,
          added_at: of.addedAt,
          added_by: by,
          by_link: of.byLink,
          link_id: link,
        });
        await also(trx);
        return true;
      });
    },
    /**
     * The content is there, where the clip is still announced, nobody began to send it anew, and today's consent allows it.
     * @param sent who wrote it, when, and how it takes its place
     * @returns whether it was kept
     */
    async arrived(
      id: string,
      { writer, at, publish }: { writer: string; at: string; publish: () => Promise<void> },
      allowed: (trx: Knex) => Promise<boolean>,
    ): Promise<'kept' | 'forbidden' | 'gone' | 'another'> {
      return inTransaction(db, async (trx) => {
        if ((await trx('clips').where('id', id).first('id')) === undefined) return 'gone';
        if (!(await allowed(trx))) return 'forbidden';
        if (!(await endWriting(trx, id, writer))) return 'another';
        await trx('clips').where('id', id).update({ arrived_at: at });
        await publish();
        return 'kept';
      });
    },
    async change(id: string, patch: { lookId?: string | null; note?: string }): Promise<void> {
      const set = {
        ...(patch.lookId === undefined ? {} : { look_id: patch.lookId }),
        ...(patch.note === undefined ? {} : { note: patch.note }),
      };
      if (Object.keys(set).length > 0) await db('clips').where('id', id).update(set);
    },
    /** Lets a clip's record go; its file is to follow. */
    async remove(id: string, at: string): Promise<void> {
      await inTransaction(db, (trx) => letFilesGo(trx, 'clips', trx('clips').where('id', id), at));
    },
    /** Lets the clips go of looks that were taken out before an instant, and those whose content never came. @returns how many */
    async removeOfDeleted(before: string, at: string): Promise<number> {
      return inTransaction(db, async (trx) => {
        const neverCame = trx('clips').whereNull('arrived_at').where('added_at', '<', before).select('id');
        await trx('consents').whereIn('for_clip', neverCame).delete();
        return letFilesGo(
          trx,
          'clips',
          trx('clips').where(
            (w) =>
              void w
                .whereIn('look_id', trx('observations').where('deleted_at', '<', before).select('id'))
                .orWhere((o) => void o.whereNull('arrived_at').where('added_at', '<', before)),
          ),
          at,
        );
      });
    },
  };
}
