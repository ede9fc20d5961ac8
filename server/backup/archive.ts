/** A studio in one file: a zip of the database, the trail of who saw what, the pictures and clips, and a list of everything with its hash. */
import { createHash } from 'node:crypto';
import {
  createWriteStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import Database from 'better-sqlite3';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { z } from 'zod';
import { rowsIntoFiles } from '../database/move.js';
import { CLOCK_SEEN } from '../clock-guard.js';
import { databaseFile } from '../database/open.js';
import { FILES_OF } from '../media/check-files.js';
import { hashOfFile } from '../media/drafts.js';

export const BACKUP_FORMAT = 'upright-anchor/backup';
const MANIFEST = 'manifest.json';
const DATABASE = 'anchor.sqlite';
const TRAIL = 'trail.sqlite';

const manifestSchema = z.object({
  format: z.literal(BACKUP_FORMAT),
  version: z.literal(1),
  madeAt: z.string(),
  files: z.array(z.object({ name: z.string(), bytes: z.number().int(), sha256: z.string() })),
  /** Pictures and clips that had a record and no file: they are not in it. Backups of before say nothing of them. */
  without: z.number().int().optional(),
});
export type Manifest = z.infer<typeof manifestSchema>;

/** Why a backup cannot be made or restored, in words. */
export class BackupError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'BackupError';
  }
}

/** A copy of the database as it is at one moment, without sessions and without pictures and clips whose files are gone. @returns the files that belong to it, and how many had none */
async function snapshot(rowsDir: string, dataDir: string, to: string): Promise<{ whole: string[]; without: number }> {
  const source = new Database(databaseFile(rowsDir), { readonly: true, fileMustExist: true });
  try {
    await source.backup(to);
  } finally {
    source.close();
  }
  const copy = new Database(to);
  try {
    if (copy.prepare("select 1 from sqlite_master where name = 'sessions'").get()) copy.exec('delete from sessions');
    const whole: string[] = [];
    // A clip that is announced has no file yet.
    if (copy.prepare("select 1 from sqlite_master where name = 'clips'").get())
      copy.exec('delete from clips where arrived_at is null');
    let without = 0;
    for (const [table, filesOf] of FILES_OF) {
      const gone = copy.prepare(`delete from ${table} where id = ?`);
      for (const id of idsOf(copy, table)) {
        if (filesOf(id).every((name) => existsSync(join(dataDir, name)))) whole.push(...filesOf(id));
        else {
          gone.run(id);
          without += 1;
        }
      }
    }
    copy.exec('delete from media_removals; delete from media_writing');
    // Brought back after weeks, it is no clock that jumped.
    copy.prepare('delete from studio_settings where name = ?').run(CLOCK_SEEN);
    copy.pragma('journal_mode = DELETE');
    copy.exec('vacuum');
    return { whole, without };
  } finally {
    copy.close();
  }
}
/** The trail of who saw what as it is at one moment. @returns false where there is none yet */
async function trailCopy(dataDir: string, to: string): Promise<boolean> {
  if (!existsSync(join(dataDir, TRAIL))) return false;
  const source = new Database(join(dataDir, TRAIL), { readonly: true });
  try {
    await source.backup(to);
  } finally {
    source.close();
  }
  return true;
}
const tablesOf = (db: Database.Database): Set<string> =>
  new Set(
    (db.prepare("select name from sqlite_master where type = 'table'").all() as { name: string }[]).map((t) => t.name),
  );
/** Ids of a table; none where a backup of an older program has no such table. */
const idsOf = (db: Database.Database, table: string): string[] =>
  db.prepare('select 1 from sqlite_master where name = ?').get(table)
    ? (db.prepare(`select id from ${table}`).all() as { id: string }[]).map((row) => row.id)
    : [];

/**
 * An instant as a part of a file's name.
 * @example stampOf('2026-05-20T10:00:00.000Z') // => '20260520-100000'
 */
export const stampOf = (at: string): string =>
  `${at.slice(0, 10).replaceAll('-', '')}-${at.slice(11, 19).replaceAll(':', '')}`;

/** What makes backups and brings them back: here, or in a thread. */
export interface Archive {
  backup: (dataDir: string, file: string, now: string) => Promise<Manifest>;
  restore: (file: string, dataDir: string) => Promise<Manifest>;
}

/**
 * Writes a studio into one file while its server goes on. The file appears when it is whole.
 * @param now ISO instant
 * @param address of the database where the studio lies on a server: the file is the same, and restored into a folder
 * @returns what is in it
 * @throws BackupError in words
 */
export async function backup(dataDir: string, file: string, now: string, address?: string): Promise<Manifest> {
  if (address === undefined && !existsSync(databaseFile(dataDir)))
    throw new BackupError(`There is no studio in ${dataDir}.`);
  if (existsSync(file)) throw new BackupError(`${file} is there already. Name another file.`);
  if (!existsSync(dirname(resolve(file)))) throw new BackupError(`${dirname(resolve(file))} is no folder.`);
  const work = mkdtempSync(`${resolve(file)}.work-`);
  const part = join(work, 'part.zip');
  try {
    const rowsDir = address === undefined ? dataDir : join(work, 'rows');
    if (address !== undefined) await rowsIntoFiles(address, rowsDir);
    const { whole, without } = await snapshot(rowsDir, dataDir, join(work, DATABASE));
    const sources = [
      { name: DATABASE, from: join(work, DATABASE) },
      ...whole.map((name) => ({ name, from: join(dataDir, name) })),
    ];
    if (await trailCopy(rowsDir, join(work, TRAIL))) sources.push({ name: TRAIL, from: join(work, TRAIL) });
    const zip = new yazl.ZipFile();
    const written = pipeline(zip.outputStream, createWriteStream(part, { mode: 0o600 }));
    const files: Manifest['files'] = [];
    for (const { name, from } of sources) {
      files.push({ name, bytes: statSync(from).size, sha256: await hashOfFile(from) });
      zip.addFile(from, name, { compress: name === DATABASE || name === TRAIL });
    }
    const manifest: Manifest = { format: BACKUP_FORMAT, version: 1, madeAt: now, files, without };
    zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 2)), MANIFEST);
    zip.end();
    await written;
    const handle = await open(part, 'r');
    await handle.sync();
    await handle.close();
    await rename(part, file);
    return manifest;
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}

const entriesOf = (zip: yauzl.ZipFile): Promise<Map<string, yauzl.Entry>> =>
  new Promise((done, fail) => {
    const found = new Map<string, yauzl.Entry>();
    zip.on('entry', (entry: yauzl.Entry) => {
      found.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', () => done(found));
    zip.on('error', fail);
    zip.readEntry();
  });
const openZip = (file: string): Promise<yauzl.ZipFile> =>
  new Promise((done, fail) => {
    yauzl.open(file, { lazyEntries: true, autoClose: false }, (error, zip) => (error ? fail(error) : done(zip)));
  });
const streamOf = (zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<NodeJS.ReadableStream> =>
  new Promise((done, fail) => {
    zip.openReadStream(entry, (error, stream) => (error ? fail(error) : done(stream)));
  });

/** The list of what a backup holds. @throws BackupError for another file, or one of a newer program */
async function manifestOf(zip: yauzl.ZipFile, entries: Map<string, yauzl.Entry>): Promise<Manifest> {
  const entry = entries.get(MANIFEST);
  if (!entry) throw new BackupError('This is no backup of this program: it holds no list of its files.');
  const chunks: Buffer[] = [];
  for await (const chunk of await streamOf(zip, entry)) chunks.push(chunk as Buffer);
  try {
    return manifestSchema.parse(JSON.parse(Buffer.concat(chunks).toString('utf8')));
  } catch {
    throw new BackupError(
      'This is no backup that this program can read: its list of files is damaged or of a newer version.',
    );
  }
}

/** Writes one file out of a backup and checks it against the list. @throws BackupError when it is not as listed */
async function extract(
  zip: yauzl.ZipFile,
  entry: yauzl.Entry,
  listed: Manifest['files'][number],
  to: string,
): Promise<void> {
  const hash = createHash('sha256');
  let bytes = 0;
  const watch = new Transform({
    transform(chunk: Buffer, _encoding, next) {
      hash.update(chunk);
      bytes += chunk.length;
      next(null, chunk);
    },
  });
  await pipeline(await streamOf(zip, entry), watch, createWriteStream(to, { mode: 0o600 }));
  if (bytes !== listed.bytes || hash.digest('hex') !== listed.sha256)
    throw new BackupError(`${listed.name} is not as it was when the backup was made.`);
}

/** @throws BackupError where the database and the pictures do not belong together */
function checkWhole(dir: string): void {
  const db = new Database(join(dir, DATABASE), { readonly: true });
  try {
    if (
      db.pragma('integrity_check', { simple: true }) !== 'ok' ||
      (db.pragma('foreign_key_check') as unknown[]).length > 0
    )
      throw new BackupError('The database in the backup is damaged.');
    const steps = db.prepare("select 1 from sqlite_master where name = 'knex_migrations'").get();
    if (!steps || !tablesOf(db).has('people') || !tablesOf(db).has('accounts'))
      throw new BackupError('The database in the backup is none of a studio.');
    if (!db.prepare("select 1 from accounts where role = 'owner' and disabled_at is null").get())
      throw new BackupError('The studio in the backup has no owner: nobody could open it.');
    for (const [table, filesOf] of FILES_OF)
      for (const name of idsOf(db, table).flatMap(filesOf))
        if (!existsSync(join(dir, name))) throw new BackupError(`The file ${name} is missing from the backup.`);
  } finally {
    db.close();
  }
}

/**
 * Brings a studio back into an empty folder; the folder is filled when everything was checked.
 * @throws BackupError in words; then nothing was written
 */
export async function restore(file: string, dataDir: string): Promise<Manifest> {
  if (!existsSync(file)) throw new BackupError(`${file} does not exist.`);
  if (existsSync(dataDir) && readdirSync(dataDir).length > 0)
    throw new BackupError(`${dataDir} is not empty. A studio is restored into an empty folder: name another.`);
  const zip = await openZip(file).catch(() => {
    throw new BackupError(`${file} is no backup of this program, or it is cut off.`);
  });
  mkdirSync(dirname(resolve(dataDir)), { recursive: true });
  const part = mkdtempSync(`${resolve(dataDir)}.restoring-`);
  try {
    const entries = await entriesOf(zip);
    const manifest = await manifestOf(zip, entries);
    for (const folder of ['media', 'clips']) mkdirSync(join(part, folder), { mode: 0o700 });
    for (const listed of manifest.files) {
      if (
        !/^(anchor\.sqlite|trail\.sqlite|media\/[0-9a-f-]{36}(\.thumb)?\.jpg|clips\/[0-9a-f-]{36}\.clip)$/.test(
          listed.name,
        )
      )
        throw new BackupError(`The backup lists a file that does not belong in it: ${listed.name.slice(0, 60)}`);
      const entry = entries.get(listed.name);
      if (!entry) throw new BackupError(`${listed.name} is missing from the backup.`);
      await extract(zip, entry, listed, join(part, listed.name));
    }
    if (!manifest.files.some((f) => f.name === DATABASE)) throw new BackupError('The backup holds no database.');
    checkWhole(part);
    if (existsSync(dataDir)) rmSync(dataDir, { recursive: true });
    renameSync(part, dataDir);
    return manifest;
  } catch (error) {
    rmSync(part, { recursive: true, force: true });
    if (error instanceof BackupError) throw error;
    if (/SQLITE_/.test((error as { code?: string }).code ?? ''))
      throw new BackupError('The database in the backup is damaged.');
    if (/ENOSPC|EDQUOT/.test((error as { code?: string }).code ?? '')) throw new BackupError('The disk is full.');
    throw new BackupError(`The backup cannot be read: ${(error as Error).message}`);
  } finally {
    zip.close();
  }
}
