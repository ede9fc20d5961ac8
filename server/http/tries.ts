/** Limits on tries to sign in, kept in the database so that a restart forgives nothing. */
import { createHash } from 'node:crypto';
import type { Request, RequestHandler } from 'express';
import { ipKeyGenerator, rateLimit, type ClientRateLimitInfo, type Store } from 'express-rate-limit';
import type { Knex } from 'knex';
import { z } from 'zod';
import type { RouteName } from '../../api/routes.js';
import { machineClock, msOf } from '../clock.js';
import { maybeRow } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';
import { HttpProblem } from './problems.js';

const WINDOW_MS = 15 * 60 * 1000;
/**
 * Wrong tries in a quarter of an hour. One account from one address has few; an address, behind which a whole hall may sit, and an
 * account, which somebody elsewhere may be guessing at, have more, so that ten wrong tries lock nobody else out.
 */
export const LIMITS = { together: 10, address: 100, account: 100 } as const;

const row = z.object({ tries: z.number(), until: z.number() });

/** The package holds the end of a window against the machine's clock, not the studio's. */
const machineNow = msOf(machineClock());

/** Counts in the table of tries. */
class TriesStore implements Store {
  localKeys = false;
  constructor(
    private readonly db: Knex,
    readonly prefix: string,
    private readonly now: () => number,
  ) {}
  async increment(key: string): Promise<ClientRateLimitInfo> {
    const [id, now] = [this.prefix + key, this.now()];
    return inTransaction(this.db, async (trx) => {
      const known = maybeRow('sign_in_tries', row, await trx('sign_in_tries').where('key', id).first());
      // A window that ends later than one that begins now can was set by a clock that was ahead.
      const stands = known !== null && known.until > now && known.until <= now + WINDOW_MS;
      const next = stands ? { tries: known.tries + 1, until: known.until } : { tries: 1, until: now + WINDOW_MS };
      await trx('sign_in_tries')
        .where('until', '<=', now)
        .orWhere('until', '>', now + WINDOW_MS)
        .delete();
      await trx('sign_in_tries')
        .insert({ key: id, ...next })
        .onConflict('key')
        .merge();
      return { totalHits: next.tries, resetTime: new Date(machineNow() + next.until - now) };
    });
  }
  async decrement(key: string): Promise<void> {
    await this.db('sign_in_tries')
      .where('key', this.prefix + key)
      .where('tries', '>', 0)
      .decrement('tries', 1);
  }
  async resetKey(key: string): Promise<void> {
    await this.db('sign_in_tries')
      .where('key', this.prefix + key)
      .delete();
  }
}

const addressOf = (request: Request): string => ipKeyGenerator(request.ip ?? 'unknown');
/** A secret that is tried is counted by its hash: it stands in no table, and who guesses at one shuts no other out. */
const secretOf = (body: { secret?: unknown } | undefined): string | undefined =>
  typeof body?.secret === 'string' ? createHash('sha256').update(body.secret).digest('hex') : undefined;
/** Whom a try is for, however it is written: the address that is typed, the account that is signed in, or what a stranger asks for. */
const accountOf = (request: Request): string =>
  String(
    (request.body as { email?: unknown } | undefined)?.email ??
      secretOf((request.body ?? request.params) as { secret?: unknown } | undefined) ??
      request.session.accountId ??
      request.path,
  )
    .normalize('NFC')
    .trim()
    .toLowerCase()
    .slice(0, 200);

/** What is tried: each is counted by itself, so that wrong codes at a screen keep nobody from signing in. */
const KINDS = { solo: 'link', walls: 'wall' } as const;
const kindOf = (route: RouteName): string => KINDS[route.split('.')[0] as keyof typeof KINDS] ?? 'sign-in';

/**
 * The limits on wrong tries of what a route asks for, one after the other; a right one takes its count back.
 * @param now epoch ms
 */
export const slowDown =
  (db: Knex, now: () => number) =>
  (route: RouteName): RequestHandler[] => {
    const kind = kindOf(route);
    const limited = (name: keyof typeof LIMITS, key: (request: Request) => string): RequestHandler =>
      rateLimit({
        windowMs: WINDOW_MS,
        limit: LIMITS[name],
        skipSuccessfulRequests: true,
        standardHeaders: 'draft-8',
        legacyHeaders: false,
        passOnStoreError: false,
        store: new TriesStore(db, `${kind} ${name}:`, now),
        keyGenerator: key,
        handler: () => {
          throw new HttpProblem(429, 'Too many tries', 'Wait a quarter of an hour and try again.', undefined, 900);
        },
      });
    return [
      limited('together', (request) => `${accountOf(request)} ${addressOf(request)}`),
      limited('address', addressOf),
      limited('account', accountOf),
    ];
  };
