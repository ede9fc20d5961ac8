/** Server sessions: cookie, token against forged requests, and who may do what. */
import { randomBytes, timingSafeEqual } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ConnectSessionKnexStore } from 'connect-session-knex';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import type { Knex } from 'knex';
import type { Account } from '../../api/accounts.js';
import { CSRF_HEADER } from '../../api/common.js';
import type { Config } from '../config.js';
import type { Accounts } from '../repositories/accounts.js';
import { HttpProblem } from './problems.js';

declare module 'express-session' {
  interface SessionData {
    accountId?: string;
    token?: string;
  }
}
declare module 'express-serve-static-core' {
  interface Locals {
    account?: Account;
  }
}

/** The secret from the environment, or one kept in the data folder, readable by its owner only. */
export function sessionSecret(config: Config): string {
  if (config.secret) return config.secret;
  const file = join(config.dataDir, 'session-secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}

export function sessions(db: Knex, config: Config): RequestHandler {
  return session({
    name: 'anchor.sid',
    secret: sessionSecret(config),
    resave: false,
    saveUninitialized: false,
    rolling: true,
    store: new ConnectSessionKnexStore({
      knex: db,
      tableName: 'sessions',
      createTable: true,
      cleanupInterval: 3600 * 1000,
    }),
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: 12 * 3600 * 1000 },
  });
}

/** The session's token, made when first asked for. */
export function tokenOf(request: Request): string {
  request.session.token ??= randomBytes(24).toString('base64url');
  return request.session.token;
}

const same = (a: string, b: string): boolean =>
  a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));

/** Requests that change something must carry the session's token in a header, which another site cannot set. */
export const checkToken: RequestHandler = (request, _response, next) => {
  if (['GET', 'HEAD', 'OPTIONS'].includes(request.method)) return next();
  const sent = request.get(CSRF_HEADER) ?? '';
  if (!request.session.token || !same(sent, request.session.token))
    throw new HttpProblem(403, 'This page is out of date', 'Reload the page and try again.');
  next();
};

/** Loads the signed-in account; without one, or with a disabled one, the request ends here. */
export function requireAccount(accounts: Accounts): RequestHandler {
  return async (request, response, next) => {
    const account = request.session.accountId ? await accounts.find(request.session.accountId) : null;
    if (!account || account.disabled) throw new HttpProblem(401, 'Please sign in');
    response.locals.account = account;
    next();
  };
}
