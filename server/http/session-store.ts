/** Where sessions lie: the package's store with its failures handed on, not thrown where nobody catches them. */
import { ConnectSessionKnexStore } from 'connect-session-knex';
import { Store, type SessionData } from 'express-session';
import type { Knex } from 'knex';

/** A session that is used is written at most this often, ms. */
export const TOUCH_EVERY = 60_000;
/** Sessions whose last writing is remembered; more are only written more often. */
const REMEMBERED = 10_000;

type Done = (error?: unknown) => void;

/** The package's promises, with their failures kept out of the process's own. */
export class SessionStore extends Store {
  private readonly inner: ConnectSessionKnexStore;
  private readonly touched = new Map<string, number>();

  /**
   * @param failed told of what could not be written and does not matter to who asked
   * @param now epoch ms
   */
  constructor(
    db: Knex,
    private readonly failed: (error: unknown) => void,
    private readonly now: () => number = Date.now,
  ) {
    super();
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
  override destroy(sid: string, done?: Done): void {
    this.touched.delete(sid);
    this.inner.destroy(sid, () => undefined).then(() => done?.(), done ?? this.failed);
  }
}
