/** Where sessions lie: the package's store with its failures handed on, not thrown where nobody catches them. */
import { ConnectSessionKnexStore } from 'connect-session-knex';
import { Store, type SessionData } from 'express-session';
import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import { machineClock, msOf } from '../clock.js';
import { onPostgres } from '../database/dialect.js';

/** A session that is used is written at most this often, ms. */
export const TOUCH_EVERY = 60_000;
/** Sessions whose last writing is remembered; more are only written more often. */
const REMEMBERED = 10_000;

/** A session of an account that has not ended. */
export interface OpenSession {
  sid: string;
  id: string;
  from: number;
  since: string | null;
  device: string | null;
  seen: string;
}
const sessionRow = z.object({
  accountId: z.string(),
  from: z.number().optional(),
  since: z.string().optional(),
  device: z.string().optional(),
  cookie: z.object({ originalMaxAge: z.number().nullable() }).optional(),
});
/** What a session is called outside: what its secret comes to. */
export const openId = (sid: string): string => createHash('sha256').update(sid).digest('base64url').slice(0, 32);

type Done = (error?: unknown) => void;

/** The package's promises, with their failures kept out of the process's own. */
export class SessionStore extends Store {
  private readonly inner: ConnectSessionKnexStore;
  private readonly touched = new Map<string, number>();

  private readonly db: Knex;
  /**
   * @param failed told of what could not be written and does not matter to who asked
   * @param now epoch ms, by the machine's clock as the package's own is: a cookie's end is the browser's business
   */
  constructor(
    db: Knex,
    private readonly failed: (error: unknown) => void,
    private readonly now: () => number = msOf(machineClock()),
  ) {
    super();
    this.db = db;
    this.inner = new ConnectSessionKnexStore({
      knex: db,
      tableName: 'sessions',
      createTable: true,
      cleanupInterval: 3600 * 1000,
      onDbCleanupError: failed,
    });
  }

  private mark(sid: string): void {
    if (this.touched.size >= REMEMBERED) this.touched.clear();
    this.touched.set(sid, this.now());
  }
  override get(sid: string, done: (error: unknown, session?: SessionData | null) => void): void {
    this.inner.get(sid, () => undefined).then((session: SessionData | null) => done(null, session), done);
  }
  override set(sid: string, session: SessionData, done?: Done): void {
    this.inner.set(sid, session).then(() => {
      this.mark(sid);
      done?.();
    }, done ?? this.failed);
  }
  /** Puts the end of a session off. Where that cannot be written the request goes on: reading does not wait for room on the disk. */
  override touch(sid: string, session: SessionData, done?: () => void): void {
    if (this.now() - (this.touched.get(sid) ?? -Infinity) < TOUCH_EVERY) return done?.();
    this.mark(sid);
    this.inner.touch(sid, session).catch(this.failed).finally(done);
  }
  /** Sessions of an account that have not ended, each by what its secret comes to: the secret itself is told to nobody. */
  async ofAccount(accountId: string): Promise<OpenSession[]> {
    const rows = await this.db<{ sid: string; sess: unknown; expired: string | number }>('sessions')
      .whereRaw(`${onPostgres(this.db) ? 'sess::text' : 'sess'} like ?`, [`%${accountId}%`])
      .select('sid', 'sess', 'expired');
    return rows.flatMap(({ sid, sess, expired }) => {
      const kept = sessionRow.safeParse(typeof sess === 'string' ? JSON.parse(sess) : sess);
      const ends = new Date(expired).getTime();
      if (!kept.success || kept.data.accountId !== accountId || ends <= this.now()) return [];
      const { from = 0, since = null, device = null, cookie } = kept.data;
      const seen = new Date(ends - (cookie?.originalMaxAge ?? 0)).toISOString();
      return [{ sid, id: openId(sid), from, since, device, seen }];
    });
  }
  override destroy(sid: string, done?: Done): void {
    this.touched.delete(sid);
    this.inner.destroy(sid, () => undefined).then(() => done?.(), done ?? this.failed);
  }
}
