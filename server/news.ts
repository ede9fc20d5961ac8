/** What one process tells the others of a studio at once: that there is something new in a class, or that an account's sessions may be over. What it is they read for themselves. */
import { EventEmitter } from 'node:events';
import type { Knex } from 'knex';
import pg from 'pg';
import { z } from 'zod';
import { json } from './database/rows.js';

const toldSchema = z.union([
  /** `many`: how much is new. */
  z.object({ run: z.string(), what: z.enum(['noted', 'joined']), many: z.number() }),
  /** An account was changed or shut, or signed out somewhere. */
  z.object({ account: z.string() }),
]);
export type Told = z.infer<typeof toldSchema>;

const fromText = json(toldSchema);

export interface News {
  /** Resolves once it hears, or has failed to. */
  ready: Promise<void>;
  tell: (told: Told) => void;
  /** @param heard told of each; of null where something may have been missed */
  hear: (heard: (told: Told | null) => void) => void;
  close: () => Promise<void>;
}

/** Within one process. */
export function newsHere(): News {
  const events = new EventEmitter();
  return {
    ready: Promise.resolve(),
    tell: (told) => void events.emit('told', told),
    hear: (heard) => void events.on('told', heard),
    close: async () => void events.removeAllListeners(),
  };
}

const CHANNEL = 'anchor_news';
const AGAIN_MS = 1000;

/**
 * Between the processes of a studio on a server, by its own notices.
 * @param failed told of what did not go out, and of a connection that broke: it is made again
 */
export function newsBetween(db: Knex, address: string, failed: (error: unknown) => void): News {
  const here = new EventEmitter();
  let client: pg.Client | null = null;
  let again: ReturnType<typeof setTimeout> | undefined;
  let closed = false;
  async function listen(first: boolean): Promise<void> {
    const next = new pg.Client({ connectionString: address, application_name: 'upright-anchor news', keepAlive: true });
    let over = false;
    const broken = (error?: unknown): void => {
      if (over) return;
      over = true;
      client = null;
      next.end().catch(() => undefined);
      if (closed) return;
      if (error !== undefined) failed(error);
      again = setTimeout(() => void listen(false), AGAIN_MS);
    };
    next.on('error', broken);
    next.on('end', () => broken());
    next.on('notification', ({ payload }) => {
      const told = fromText.safeParse(payload);
      if (told.success) here.emit('told', told.data);
    });
    try {
      await next.connect();
      await next.query(`listen ${CHANNEL}`);
      if (closed) return void next.end();
      client = next;
      if (!first) here.emit('told', null);
    } catch (error) {
      broken(error);
    }
  }
  const begun = listen(true);
  return {
    ready: begun,
    tell: (told) => void db.raw('select pg_notify(?, ?)', [CHANNEL, JSON.stringify(told)]).catch(failed),
    hear: (heard) => void here.on('told', heard),
    async close() {
      closed = true;
      clearTimeout(again);
      await begun;
      await client?.end().catch(() => undefined);
    },
  };
}
