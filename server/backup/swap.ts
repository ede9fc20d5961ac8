/**
 * A studio takes another's place: the backup is unpacked and checked beside it, a note says what is to be done, and two renamings do it
 * while nobody has it open. Whatever breaks off, the next start finds the note and ends what was begun.
 */
import { copyFileSync, existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { basename, resolve } from 'node:path';
import Database from 'better-sqlite3';
import { z } from 'zod';
import { trailFile } from '../trail/trail-database.js';
import { databaseFile } from '../database/open.js';
import { STEP_NAMES } from '../database/migrations.js';
import { BackupError, restore as restoreHere, stampOf, type Archive } from './archive.js';

export /** The note that another studio is to take this one's place. */
const noteOf = (dataDir: string): string => `${resolve(dataDir)}.restore.json`;
const noteSchema = z.object({ staged: z.string(), before: z.string() });

/** Steps of a database that this program does not know. */
function newerSteps(file: string): string[] {
  const db = new Database(file, { readonly: true });
  try {
    const done = db.prepare('select name from knex_migrations').all() as { name: string }[];
    return done.map((row) => row.name).filter((name) => !STEP_NAMES.includes(name));
  } finally {
    db.close();
  }
}

/**
 * Unpacks a backup beside the studio and notes that it is to take its place.
 * @param at ISO instant, which names the folder that the studio will lie in then
 * @throws BackupError in words; then nothing was noted
 */
export async function stageRestore(
  file: string,
  dataDir: string,
  at: string,
  restore: Archive['restore'] = restoreHere,
): Promise<void> {
  const staged = `${resolve(dataDir)}.restored-${stampOf(at)}`;
  await restore(file, staged);
  const newer = newerSteps(databaseFile(staged));
  if (newer.length > 0) {
    rmSync(staged, { recursive: true });
    throw new BackupError(
      `This backup was made by a newer version of this program (it has ${newer.join(', ')}). Start that version and restore it there.`,
    );
  }
  const part = `${noteOf(dataDir)}.part`;
  writeFileSync(part, JSON.stringify({ staged, before: `${resolve(dataDir)}.before-${stampOf(at)}` }), { mode: 0o600 });
  renameSync(part, noteOf(dataDir));
}

/** Whether a studio waits to take another's place. */
export const isStaged = (dataDir: string): boolean => existsSync(noteOf(dataDir));

/**
 * Does what is noted; called while nobody has the studio open. Run again it goes on where it broke off.
 * @returns name of the folder in which the studio lies that was; null where nothing was noted
 */
export function finishRestore(dataDir: string): string | null {
  if (!isStaged(dataDir)) return null;
  const { staged, before } = noteSchema.parse(JSON.parse(readFileSync(noteOf(dataDir), 'utf8')));
  if (existsSync(staged)) {
    if (existsSync(dataDir)) {
      // Who saw what is not turned back; whoever has the studio's secret has it still; and a demo that was filled is.
      for (const name of [
        'session-secret',
        'filled',
        basename(trailFile(dataDir)),
        `${basename(trailFile(dataDir))}-wal`,
      ])
        if (existsSync(`${dataDir}/${name}`)) copyFileSync(`${dataDir}/${name}`, `${staged}/${name}`);
      renameSync(dataDir, before);
    }
    renameSync(staged, dataDir);
  }
  rmSync(noteOf(dataDir));
  return basename(before);
}
