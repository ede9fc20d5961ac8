/** Server sessions: cookie, token against forged requests, and who may do what. */
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import type { Account } from '../../api/accounts.js';
import { CSRF_HEADER } from '../../api/common.js';
import type { Config } from '../config.js';
import type { Accounts } from '../repositories/accounts.js';
import { deviceOf } from '../trail/device.js';
import { HttpProblem } from './problems.js';
import type { SessionStore } from './session-store.js';

declare module 'express-session' {
  interface SessionData {
    accountId?: string;
    token?: string;
    /** The account's number when the session began. */
    from?: number;
    /** ISO instant at which it began, and from which kind of device. */
    since?: string;
    device?: string;
  }
}
declare module 'express-serve-static-core' {
  interface Locals {
    account?: Account;
  }
}

const SECRET_LENGTH = 32;

/**
 * The secret from the environment, or one kept in the data folder, readable by its owner only.
 * @throws Error in words for a kept secret that is empty or short
 */
export function sessionSecret(config: Config): string {
  if (config.secret) return config.secret;
  const file = join(config.dataDir, 'session-secret');
  if (!existsSync(file))
    try {
      writeFileSync(file, randomBytes(SECRET_LENGTH).toString('hex'), { mode: 0o600, flag: 'wx' });
    } catch (error) {
      // Another process of the studio was first.
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
  const secret = readFileSync(file, 'utf8').trim();
  if (secret.length < SECRET_LENGTH)
    throw new Error(
      `${file} holds ${secret.length === 0 ? 'nothing' : 'too short a secret'}. Delete it: a new one is made at the next start, and everybody signs in again.`,
    );
  return secret;
}

/** How long a session lives that is not used, ms. */
const SESSION_MS = 12 * 3600 * 1000;

export function sessions(store: SessionStore, secret: string): RequestHandler {
  return session({
    name: 'anchor.sid',
    secret,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    store,
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: SESSION_MS },
  });
}

/** What a stranger's requests carry: the same for all, so that nothing is stored for them. Another site can neither read nor send it. */
export const strangersToken = (secret: string): string =>
  createHmac('sha256', secret).update('nobody is signed in').digest('base64url');

/** The token that requests of this session carry. */
export const tokenOf = (request: Request, secret: string): string => request.session.token ?? strangersToken(secret);

/** Begins a session for an account; resolves when it is kept. @throws what the store failed with */
export const beginSession = (request: Request, accountId: string, from: number, since: string): Promise<void> =>
  new Promise((resolve, reject) => {
    request.session.regenerate((error: unknown) => {
      if (error) return reject(error);
      Object.assign(request.session, {
        accountId,
        from,
        since,
        device: deviceOf(request.get('user-agent')),
        token: randomBytes(24).toString('base64url'),
      });
      request.session.save((problem: unknown) => (problem ? reject(problem) : resolve()));
    });
  });
/** Ends the session; resolves when it is gone. @throws what the store failed with */
export const endSession = (request: Request): Promise<void> =>
  new Promise((resolve, reject) => {
    request.session.destroy((error: unknown) => (error ? reject(error) : resolve()));
  });

/** Compared as bytes: a header may hold what is longer in bytes than in characters. */
function same(a: string, b: string): boolean {
  const [left, right] = [Buffer.from(a), Buffer.from(b)];
  return left.length === right.length && timingSafeEqual(left, right);
}

/** Requests that change something must carry the session's token in a header, which another site cannot set. */
export const checkToken =
  (secret: string): RequestHandler =>
  (request, _response, next) => {
    if (['GET', 'HEAD', 'OPTIONS'].includes(request.method)) return next();
    const sent = request.get(CSRF_HEADER) ?? '';
    if (!same(sent, tokenOf(request, secret)))
      throw new HttpProblem(403, 'This page is out of date', 'Reload the page and try again.');
    next();
  };

/** The account whose session this is; null for nobody, a closed account, and a session from before its account's sessions were ended. */
export async function accountOf(accounts: Accounts, request: Request): Promise<Account | null> {
  const { accountId, from } = request.session;
  const found = accountId ? await accounts.inSession(accountId) : null;
  return found && !found.account.disabled && found.sessionsFrom === (from ?? 0) ? found.account : null;
}

/** Loads the signed-in account; without one the request ends here. */
export function requireAccount(accounts: Accounts): RequestHandler {
  return async (request, response, next) => {
    const account = await accountOf(accounts, request);
    if (!account) throw new HttpProblem(401, 'Please sign in');
    response.locals.account = account;
    next();
  };
}
