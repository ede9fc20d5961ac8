/** Signing in and out, the first owner, and accounts. */
import { hash, verify } from '@node-rs/argon2';
import { Router, type Request } from 'express';
import { rateLimit } from 'express-rate-limit';
import {
  accountInputSchema,
  accountPatchSchema,
  firstOwnerSchema,
  signInSchema,
  type SessionState,
} from '../../api/accounts.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { requireAccount, requireRole, tokenOf } from '../http/session.js';
import { idOf, me, take, type Context } from './context.js';

export const DEMO_SIGN_IN = { email: 'coach@harbour.example', password: 'tautline-2026' } as const;

/** Compared against when the address is unknown, so that both answers take the same time. */
const NOBODY = hash('nobody has this password');

const signedIn = (request: Request, accountId: string): Promise<void> =>
  new Promise((resolve, reject) => {
    request.session.regenerate((error: unknown) => {
      if (error) return reject(error as Error);
      request.session.accountId = accountId;
      tokenOf(request);
      resolve();
    });
  });

export function sessionRoutes(context: Context): Router {
  const { accounts, config } = context;
  const router = Router();
  const slow = rateLimit({
    windowMs: 15 * 60 * 1000,
    limit: 10,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new HttpProblem(429, 'Too many tries', 'Wait a quarter of an hour and try again.');
    },
  });
  const state = async (request: Request): Promise<SessionState> => {
    const account = request.session.accountId ? await accounts.find(request.session.accountId) : null;
    return {
      account: account?.disabled ? null : account,
      token: tokenOf(request),
      needsOwner: (await accounts.count()) === 0,
      demo: config.demo ? { ...DEMO_SIGN_IN } : null,
    };
  };
  router.get('/session', async (request, response) => {
    response.json(await state(request));
  });
  router.post('/session', slow, async (request, response) => {
    const input = take(signInSchema, request.body);
    const known = await accounts.credentials(input.email);
    const right = await verify(known?.passwordHash ?? (await NOBODY), input.password);
    if (!known || !right || known.disabled) throw new HttpProblem(401, 'E-mail or password is wrong');
    await signedIn(request, known.id);
    response.json(await state(request));
  });
  router.post('/owner', slow, async (request, response) => {
    const input = take(firstOwnerSchema, request.body);
    const code = context.ownerCode();
    if (!code || (await accounts.count()) > 0)
      throw new HttpProblem(409, 'This studio has an owner already', 'Sign in.');
    if (input.code.trim().toUpperCase() !== code)
      throw invalid([{ path: 'code', message: 'is not the code that the program printed at its start' }]);
    const owner = await accounts.add({
      name: input.name,
      email: input.email,
      role: 'owner',
      passwordHash: await hash(input.password),
      groups: [],
    });
    await signedIn(request, owner.id);
    response.status(201).json(await state(request));
  });
  router.delete('/session', (request, response, next) => {
    request.session.destroy((error: unknown) => {
      if (error) return next(error);
      response.clearCookie('anchor.sid').status(204).end();
    });
  });
  return router;
}

export function accountRoutes(context: Context): Router {
  const { accounts } = context;
  const router = Router();
  router.use('/accounts', requireAccount(accounts), requireRole('owner'));
  router.get('/accounts', async (_request, response) => {
    response.json(await accounts.list());
  });
  router.post('/accounts', async (request, response) => {
    const input = take(accountInputSchema, request.body);
    if (await accounts.credentials(input.email)) throw invalid([{ path: 'email', message: 'has an account already' }]);
    response.status(201).json(await accounts.add({ ...input, passwordHash: await hash(input.password) }));
  });
  router.patch('/accounts/:id', async (request, response) => {
    const id = idOf(request);
    const patch = take(accountPatchSchema, request.body);
    const before = await accounts.find(id);
    if (!before) throw notFound('This account');
    const losesOwner =
      before.role === 'owner' &&
      !before.disabled &&
      (patch.disabled === true || (patch.role !== undefined && patch.role !== 'owner'));
    if (losesOwner && (await accounts.activeOwners()) <= 1)
      throw new HttpProblem(
        409,
        'A studio needs an owner',
        `${before.id === me(response).id ? 'You are' : 'This is'} the last one. Name another first.`,
      );
    await accounts.change(id, {
      name: patch.name,
      role: patch.role,
      groups: patch.groups,
      disabled: patch.disabled,
      passwordHash: patch.password ? await hash(patch.password) : undefined,
    });
    response.json(await accounts.find(id));
  });
  return router;
}
