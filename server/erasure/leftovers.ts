/** Folders beside the studio and its backups that broken-off backups, checks and restores leave: each may hold everybody's records. */
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import { noteOf } from '../backup/swap.js';
import { machineClock, msOf } from '../clock.js';
import { BROKEN_MS } from '../media/drafts.js';

/** Files are dated by the machine's clock. */
const now = msOf(machineClock());
/** How such a name goes on after the studio's, the backups' or a backup's own. */
const WORKING = /^\.(work|checking|restoring)-[\w-]+$/;
const RESTORED = /^\.restored-\d{8}-\d{6}(\.restoring-[\w-]+)?$/;
/** A backup made by hand, in whichever folder it was to lie beside the studio: `name.zip.work-…`. */
const OF_BACKUP = /\.zip\.work-[\w-]+$/;

/**
 * What is left over now, as paths.
 * @param dataDir the studio's folder
 * @param backups the folder of backups
 */
export function leftoversOf(dataDir: string, backups: string): string[] {
  const note = noteOf(dataDir);
  // A restore that is noted is ended by the next start: its folder is no leftover.
  const staged = existsSync(note) ? readFileSync(note, 'utf8') : '';
  const beside = (folder: string, kinds: readonly RegExp[]): string[] => {
    const [parent, name] = [dirname(resolve(folder)), basename(resolve(folder))];
    if (!existsSync(parent)) return [];
    return readdirSync(parent)
      .filter((n) => n.startsWith(name) && kinds.some((k) => k.test(n.slice(name.length))))
      .map((n) => join(parent, n));
  };
  const within = existsSync(backups)
    ? readdirSync(backups)
        .filter((n) => OF_BACKUP.test(n) || /^taking-.*\.part$/.test(n))
        .map((n) => join(resolve(backups), n))
    : [];
  return [...new Set([...beside(dataDir, [WORKING, RESTORED]), ...beside(backups, [WORKING]), ...within])].filter(
    (path) => !staged.includes(path),
  );
}

/**
 * Removes what is left over.
 * @param age of what nobody can be working on any more, ms: 0 at a start, when nobody does
 */
export async function sweepLeftovers(dataDir: string, backups: string, age = BROKEN_MS): Promise<void> {
  for (const path of leftoversOf(dataDir, backups)) {
    const old = age === 0 || !existsSync(path) || now() - statSync(path).mtimeMs > age;
    if (old) await rm(path, { recursive: true, force: true });
  }
}
