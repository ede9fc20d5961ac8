/** Whether records and files belong together: pictures and clips whose files are gone, and files that nobody knows. */
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { z } from 'zod';
import { parseRows } from '../database/rows.js';

export interface CheckedFiles {
  /** Pictures and clips that have a record. */
  records: number;
  /** Files that a record names and that are not there, as paths below the studio's folder. */
  missing: string[];
  /** Files that no record names and no note speaks of. */
  unknown: string[];
  /** Files that are being written or are to go: noted, so nothing is wrong with them. */
  noted: number;
}

/** What lies beside the database, by the table that names it. */
export const FILES_OF = [
  ['media', (id: string) => [`media/${id}.jpg`, `media/${id}.thumb.jpg`]],
  ['clips', (id: string) => [`clips/${id}.clip`]],
] as const satisfies readonly (readonly [string, (id: string) => string[]])[];

const idRow = z.object({ id: z.string() });

/**
 * Compares the records of pictures and of clips that arrived with the files in the studio's folder.
 * @param dataDir the studio's folder; while its server runs, what it writes just then is noted
 */
export async function checkFiles(db: Knex, dataDir: string): Promise<CheckedFiles> {
  const idsOf = async (query: Knex.QueryBuilder): Promise<string[]> =>
    parseRows('files', idRow, await query.select('id')).map((r) => r.id);
  // Files first: what is kept in between has a record by then, and is no file without one.
  const files = FILES_OF.flatMap(([folder]) =>
    existsSync(join(dataDir, folder)) ? readdirSync(join(dataDir, folder)).map((name) => `${folder}/${name}`) : [],
  );
  const records: Record<(typeof FILES_OF)[number][0], string[]> = {
    media: await idsOf(db('media')),
    clips: await idsOf(db('clips').whereNotNull('arrived_at')),
  };
  const noted = new Set([...(await idsOf(db('media_removals'))), ...(await idsOf(db('media_writing')))]);
  const named = new Set(FILES_OF.flatMap(([table, filesOf]) => records[table].flatMap(filesOf)));
  const idOf = (file: string): string => file.split('/')[1]!.split('.')[0]!;
  const nameless = files.filter((file) => !named.has(file));
  return {
    records: records.media.length + records.clips.length,
    missing: [...named].filter((file) => !existsSync(join(dataDir, file))),
    unknown: nameless.filter((file) => !noted.has(idOf(file))),
    noted: nameless.filter((file) => noted.has(idOf(file))).length,
  };
}
