/** Backups that the studio makes of itself: by hand, by a schedule with rotation, taken in from a file; checked, and let go. */
import { createWriteStream, existsSync, mkdirSync, mkdtempSync, readdirSync, statSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import Database from 'better-sqlite3';
import type { Knex } from 'knex';
import { z } from 'zod';
import {
  backupScheduleSchema,
  type BackupChecked,
  type BackupLine,
  type Backups,
  type BackupSchedule,
} from '../../api/backups.js';
import { hallHour } from '../../core/days.js';
import { databaseFile } from '../database/open.js';
import { HttpProblem, notFound } from '../http/problems.js';
import { settingsIn } from '../repositories/settings.js';
import type { ClockGuard } from '../clock-guard.js';
import { leftoversOf, sweepLeftovers } from '../erasure/leftovers.js';
import { BackupError, stampOf, type Archive } from './archive.js';

/** Every night at three, two weeks of them: what a small hall would do by hand. */
const AT_FIRST: BackupSchedule = { every: 'day', hour: 3, keep: 14 };
const SETTING = 'backups';
const FAILED = 'backup-failed';
const NAME = /^anchor-(\d{4})(\d{2})(\d{2})-(\d{2})(\d{2})(\d{2})-(scheduled|made|taken)\.zip$/;
const DAY_MS = 86_400_000;
/** Names of files tell whole seconds, and clocks of halls are put right by some. */
const FUTURE_MS = 3_600_000;
/** A scheduled one may be so late before it is said, ms: the machine may have slept. */
const PATIENCE_MS = 6 * 3_600_000;

const inWords = (error: unknown): never => {
  if (error instanceof BackupError) throw new HttpProblem(409, 'This does not work', error.message);
  throw error;
};

export type BackupKeeper = ReturnType<typeof backupsIn>;

/**
 * @param folder where backups lie; made when the first is
 * @param zone the hall's time zone now
 */
export function backupsIn(
  db: Knex,
  {
    dataDir,
    folder,
    clock,
    guard,
    zone,
    archive: { backup, restore },
    scheduled = true,
  }: {
    dataDir: string;
    folder: string;
    clock: () => string;
    guard: ClockGuard;
    zone: () => Promise<string>;
    archive: Archive;
    scheduled?: boolean;
  },
) {
  const settings = settingsIn(db);
  const schedule = async (): Promise<BackupSchedule> =>
    (await settings.get(SETTING, backupScheduleSchema)) ?? (scheduled ? AT_FIRST : { ...AT_FIRST, every: 'off' });

  /** Newest first. */
  function items(): BackupLine[] {
    if (!existsSync(folder)) return [];
    const now = Date.parse(clock()) + FUTURE_MS;
    return readdirSync(folder)
      .flatMap((name): BackupLine[] => {
        const [, y, m, d, h, min, s, kind] = NAME.exec(name) ?? [];
        if (!kind) return [];
        const at = `${y}-${m}-${d}T${h}:${min}:${s}.000Z`;
        return [
          {
            name,
            at,
            kind: kind as BackupLine['kind'],
            bytes: statSync(join(folder, name)).size,
            future: Date.parse(at) > now,
          },
        ];
      })
      .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
  }
  /** Studios as they were before a restore. */
  function before(): string[] {
    const beside = dirname(resolve(dataDir));
    const start = `${basename(resolve(dataDir))}.before-`;
    return readdirSync(beside).filter((name) => name.startsWith(start));
  }
  const pathOf = (name: string): string => {
    const path = join(folder, name);
    if (!NAME.test(name) || !existsSync(path)) throw notFound('This backup');
    return path;
  };
  async function make(kind: BackupLine['kind']): Promise<BackupLine> {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const at = clock();
    const name = `anchor-${stampOf(at)}-${kind}.zip`;
    await backup(dataDir, join(folder, name), at).catch(inWords);
    return items().find((i) => i.name === name)!;
  }
  /** When the newest scheduled one was due that should be there by now; null where none is scheduled. */
  async function dueSince(): Promise<number | null> {
    const { every, hour } = await schedule();
    if (every === 'off') return null;
    const now = Date.parse(clock());
    const hall = await zone();
    // The last full hour of that name on the hall's wall.
    for (let back = 0; back < 25; back += 1) {
      const at = Math.floor(now / 3_600_000) * 3_600_000 - back * 3_600_000;
      if (hallHour(new Date(at).toISOString(), hall) === hour) return at - (every === 'week' ? 6 * DAY_MS : 0);
    }
    return null;
  }
  /** Those that count. */
  const standing = (): BackupLine[] => items().filter((i) => !i.future);
  const newestScheduled = (): number => Date.parse(standing().find((i) => i.kind === 'scheduled')?.at ?? '1970-01-01');

  return {
    folder,
    archive: { backup, restore },
    schedule,
    /** Names of what holds copies of the studio as it is and was. */
    copies: (): string[] => [...items().map((i) => i.name), ...before()],
    /** Names of what broken-off work left, until it is swept. */
    leftovers: (): string[] => leftoversOf(dataDir, folder).map((path) => basename(path)),
    /** @param age ms; 0 at a start, when nobody works on any of it */
    sweepLeftovers: (age?: number): Promise<void> => sweepLeftovers(dataDir, folder, age),
    async list(): Promise<Backups> {
      const due = await dueSince();
      const all = items();
      const [last] = standing();
      const newest = last ? Date.parse(last.at) : null;
      const late = due !== null && (newest === null || newest < due) && Date.parse(clock()) - due > PATIENCE_MS;
      return {
        folder: resolve(folder),
        schedule: await schedule(),
        items: all,
        late,
        failed: await settings.get(FAILED, z.string()),
        before: before(),
        clock: await guard.doubt(),
      };
    },
    make,
    pathOf,
    async setSchedule(next: BackupSchedule): Promise<void> {
      await settings.set(SETTING, next);
    },
    /** Makes the one that is due, and lets those go that are more than are kept. @returns whether one was made */
    async keepUp(): Promise<boolean> {
      const due = await dueSince();
      if (due === null || newestScheduled() >= due) return false;
      try {
        await make('scheduled');
        await settings.drop(FAILED);
      } catch (error) {
        await settings.set(FAILED, error instanceof Error ? error.message : 'it could not be written');
        throw error;
      }
      // While the clock is not believed none goes.
      if ((await guard.doubt()) !== null) return true;
      const { keep } = await schedule();
      for (const old of standing()
        .filter((i) => i.kind === 'scheduled')
        .slice(keep))
        await rm(join(folder, old.name), { force: true });
      return true;
    },
    /** Restores it beside the studio and lets that go again. @throws HttpProblem 409 in words */
    async check(name: string): Promise<BackupChecked> {
      const work = mkdtempSync(`${resolve(folder)}.checking-`);
      try {
        const { madeAt, files, without } = await restore(pathOf(name), join(work, 'studio')).catch(inWords);
        const copy = new Database(databaseFile(join(work, 'studio')), { readonly: true });
        try {
          const count = (table: string): number =>
            (copy.prepare(`select count(*) as n from ${table}`).get() as { n: number }).n;
          return {
            madeAt,
            files: files.length,
            people: count('people'),
            looks: count('observations'),
            without: without ?? null,
          };
        } finally {
          copy.close();
        }
      } finally {
        await rm(work, { recursive: true, force: true });
      }
    },
    /** Takes a file in that is a whole backup. @param most bytes @throws HttpProblem 409 for anything else, 413 for too long a one */
    async take(content: Readable, most: number): Promise<BackupLine> {
      mkdirSync(folder, { recursive: true, mode: 0o700 });
      const part = join(folder, `taking-${stampOf(clock())}.part`);
      let came = 0;
      const count = new Transform({
        transform(chunk: Buffer, _encoding, next) {
          came += chunk.length;
          next(came > most ? new HttpProblem(413, 'This file is larger than a backup can be here') : null, chunk);
        },
      });
      const work = mkdtempSync(`${resolve(folder)}.checking-`);
      try {
        await pipeline(content, count, createWriteStream(part, { mode: 0o600 }));
        await restore(part, join(work, 'studio')).catch(inWords);
        const name = `anchor-${stampOf(clock())}-taken.zip`;
        await rename(part, join(folder, name));
        return items().find((i) => i.name === name)!;
      } finally {
        await rm(part, { force: true });
        await rm(work, { recursive: true, force: true });
      }
    },
    async remove(name: string): Promise<void> {
      await rm(pathOf(name));
    },
    async forget(name: string): Promise<void> {
      if (!before().includes(name)) throw notFound('This folder');
      await rm(join(dirname(resolve(dataDir)), name), { recursive: true });
    },
  };
}
