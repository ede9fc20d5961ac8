/** One server a folder: a lock that the system lets go when its process ends, however it ends, and a note of whose it is. */
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { machineClock } from '../clock.js';
import { StartError } from './start-error.js';

interface Owner {
  pid: number;
  host: string;
  since: string;
}

function ownerIn(file: string): Owner | null {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Owner;
  } catch {
    return null;
  }
}

/**
 * Takes a folder for this process. A note that a killed process left is no hindrance: its lock is gone.
 * @returns lets the folder go
 * @throws StartError naming the process that has it, or that the folder cannot be written
 */
export function takeFolder(dataDir: string): () => void {
  const note = join(dataDir, 'server.lock');
  let lock: Database.Database;
  try {
    mkdirSync(dataDir, { recursive: true, mode: 0o700 });
    lock = new Database(join(dataDir, 'server.lock.held'), { timeout: 0 });
  } catch {
    throw new StartError(
      `${dataDir} cannot be written. Give this user the right to write there, or name another folder in ANCHOR_DATA.`,
    );
  }
  try {
    lock.exec('begin exclusive');
  } catch (error) {
    lock.close();
    if (!/^SQLITE_BUSY/.test((error as { code?: string }).code ?? ''))
      throw new StartError(
        `${dataDir} cannot be written. Give this user the right to write there, or name another folder in ANCHOR_DATA.`,
      );
    const owner = ownerIn(note);
    throw new StartError(
      `${dataDir} is in use by another server${owner ? `, process ${owner.pid} on ${owner.host} since ${owner.since}` : ''}. Stop that one first, or name another folder in ANCHOR_DATA.`,
    );
  }
  const owner: Owner = { pid: process.pid, host: hostname(), since: machineClock()() };
  writeFileSync(note, `${JSON.stringify(owner)}\n`, { mode: 0o600 });
  return () => {
    rmSync(note, { force: true });
    lock.close();
  };
}
