/** Signing in and out, the first owner, and accounts. */
import { hash, verify } from '@node-rs/argon2';
import type { Request } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { SessionState } from '../../api/accounts.js';
import type { Handlers } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { tokenOf } from '../http/session.js';
import type { Context } from './context.js';

export const DEMO_SIGN_IN = { email: 'coach@harbour.example', password: 'tautline-2026' } as const;

/** Compared against when the address is unknown, so that both answers take the same time. */
const NOBODY = hash('nobody has this password');

const signedIn = (request: Request, accountId: string): Promise<void> =>
  new Promise((resolve, reject) => {
    request.session.regenerate((error: unknown) => {
      if (error) return reject(error);
      request.session.accountId = accountId;
      tokenOf(request);
      resolve();
    });
  });

/** The limit on wrong tries to sign in. */
export const slowDown = () =>
  rateLimit({
    windowMs: 15 * 60 * 1000,
    limit: 10,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new HttpProblem(429, 'Too many tries', 'Wait a quarter of an hour and try again.');
    },
  });

type Names =
  'session.get' | 'session.start' | 'session.end' | 'owner.make' | 'accounts.list' | 'accounts.add' | 'accounts.change';

export function accountHandlers(context: Context): Handlers<Names> {
  const { accounts, config } = context;
  const state = async (request: Request): Promise<SessionState> => {
    const account = request.session.accountId ? await accounts.find(request.session.accountId) : null;
    return {
      account: account?.disabled ? null : account,
      token: tokenOf(request),
      needsOwner: (await accounts.count()) === 0,
      demo: config.demo ? { ...DEMO_SIGN_IN } : null,
    };
  };
  return {
    'session.get': ({ request }) => state(request),
    'session.start': async ({ request, body }) => {
      const known = await accounts.credentials(body.email);
      const right = await verify(known?.passwordHash ?? (await NOBODY), body.password);
      if (!known || !right || known.disabled) throw new HttpProblem(401, 'E-mail or password is wrong');
      await signedIn(request, known.id);
      return state(request);
    },
    'session.end': ({ request, response }) =>
      new Promise<undefined>((resolve, reject) => {
        request.session.destroy((error: unknown) => {
          if (error) return reject(error);
          response.clearCookie('anchor.sid');
          resolve(undefined);
        });
      }),
    'owner.make': async ({ request, body }) => {
      const code = context.ownerCode();
      if (!code || (await accounts.count()) > 0)
        throw new HttpProblem(409, 'This studio has an owner already', 'Sign in.');
      if (body.code.trim().toUpperCase() !== code)
        throw invalid([{ path: 'code', message: 'is not the code that the program printed at its start' }]);
      const owner = await accounts.add({
        name: body.name,
        email: body.email,
        role: 'owner',
        passwordHash: await hash(body.password),
        groups: [],
      });
      await signedIn(request, owner.id);
      return state(request);
    },
    'accounts.list': () => accounts.list(),
    'accounts.add': async ({ body }) => {
      if (await accounts.credentials(body.email)) throw invalid([{ path: 'email', message: 'has an account already' }]);
      return accounts.add({ ...body, passwordHash: await hash(body.password) });
    },
    'accounts.change': async ({ account, params, body }) => {
      const before = await accounts.find(params.id);
      if (!before) throw notFound('This account');
      const losesOwner =
        before.role === 'owner' &&
        !before.disabled &&
        (body.disabled === true || (body.role !== undefined && body.role !== 'owner'));
      if (losesOwner && (await accounts.activeOwners()) <= 1)
        throw new HttpProblem(
          409,
          'A studio needs an owner',
          `${before.id === account.id ? 'You are' : 'This is'} the last one. Name another first.`,
        );
      await accounts.change(params.id, {
        name: body.name,
        role: body.role,
        groups: body.groups,
        disabled: body.disabled,
        passwordHash: body.password ? await hash(body.password) : undefined,
      });
      return (await accounts.find(params.id))!;
    },
  };
}
