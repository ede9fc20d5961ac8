/** Signing in and out, the first owner, and accounts. */
import { hash, verify } from '@node-rs/argon2';
import type { Request } from 'express';
import type { Account, SessionState } from '../../api/accounts.js';
import type { Handlers } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { accountOf, beginSession, endSession, tokenOf } from '../http/session.js';
import type { Second } from '../http/second.js';
import type { TellShut } from '../mail/to-account.js';
import { deviceOf } from '../trail/device.js';
import type { Context } from './context.js';

export const DEMO_SIGN_IN = { email: 'coach@harbour.example', password: 'tautline-2026' } as const;

/** Compared against when the address is unknown, so that both answers take the same time. */
const NOBODY = hash('nobody has this password');

type Names =
  | 'session.get'
  | 'session.start'
  | 'session.end'
  | 'password.change'
  | 'owner.make'
  | 'accounts.list'
  | 'accounts.add'
  | 'accounts.change';

/** Seconds as they are said: whole minutes, or hours from two on. */
const aboutText = (seconds: number): string => {
  const minutes = Math.ceil(seconds / 60);
  return minutes < 120 ? `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}` : `${Math.ceil(minutes / 60)} hours`;
};
const TAKEN = [{ path: 'email', message: 'has an account already' }];

/** @param secret of the sessions */
export function accountHandlers(context: Context, secret: string, second: Second, tellShut: TellShut): Handlers<Names> {
  const { trail, accounts, eyes, config, people, circumstances, news } = context;
  const state = async (request: Request): Promise<SessionState> => {
    const account = await accountOf(accounts, request);
    return {
      account,
      eye: account && ((await eyes.of(account.id))?.eye ?? null),
      token: tokenOf(request, secret),
      needsOwner: (await accounts.count()) === 0,
      demo: config.demo ? { ...DEMO_SIGN_IN } : null,
    };
  };
  const knownGroups = async (groups: readonly string[] = []): Promise<void> => {
    const unknown = await accounts.unknownGroups(groups);
    if (unknown.length > 0)
      throw invalid([{ path: 'groups', message: 'holds a group that this studio does not have' }]);
  };
  const knownPerson = async (owner: Account, id: string | null | undefined): Promise<void> => {
    if (!id) return;
    if (!(await people.find(owner, id, await circumstances.today())))
      throw invalid([{ path: 'personId', message: 'is nobody of this studio' }]);
    if ((await accounts.list()).some((a) => a.personId === id))
      throw invalid([{ path: 'personId', message: 'is tied to an account already' }]);
  };
  /** A line of the trail: who came in, and for whose account a wrong password was tried. What was typed stands nowhere. */
  const signedIn = async (request: Request, act: 'signed-in' | 'refused', id: string | null): Promise<void> => {
    const account = id === null ? null : await accounts.find(id);
    const device = deviceOf(request.get('user-agent'));
    await trail.add({ act, what: 'session.start', account, person: null, device });
  };
  return {
    'session.get': ({ request }) => state(request),
    'session.start': async ({ request, body }) => {
      const known = await accounts.credentials(body.email);
      const right = await verify(known?.passwordHash ?? (await NOBODY), body.password);
      if (!known || !right || known.disabled) {
        await signedIn(request, 'refused', known?.id ?? null);
        throw new HttpProblem(401, 'E-mail or password is wrong');
      }
      if (known.second) {
        const asks = body.code === undefined || body.code === '';
        const tried = asks ? null : await second.lets(known.id, body.code!);
        if (!tried?.in) {
          if (!asks) await signedIn(request, 'refused', known.id);
          if (tried?.shut) {
            if (tried.told) await tellShut(known.id, tried.shut);
            const seconds = Math.ceil((Date.parse(tried.shut) - Date.parse(circumstances.now())) / 1000);
            throw new HttpProblem(
              429,
              'Too many wrong codes',
              `Codes are taken again in ${aboutText(seconds)}, from whichever device. A code for a lost device lets in now. If it was not you, change your password: whoever tried knows it.`,
              undefined,
              seconds,
            );
          }
          throw new HttpProblem(401, asks ? 'Now the code' : 'The code is wrong', undefined, [
            {
              path: 'code',
              message: asks ? 'is asked for beside the password' : 'is not one of now, or was used already',
            },
          ]);
        }
      }
      await beginSession(request, known.id, known.sessionsFrom, circumstances.now());
      await signedIn(request, 'signed-in', known.id);
      return state(request);
    },
    'session.end': async ({ request, response }) => {
      const { accountId } = request.session;
      await endSession(request);
      if (accountId !== undefined) news.tell({ account: accountId });
      response.clearCookie('anchor.sid');
      return undefined;
    },
    'password.change': async ({ account, request, body }) => {
      const known = (await accounts.credentialsOf(account.id))!;
      if (!(await verify(known.passwordHash, body.before)))
        throw invalid([{ path: 'before', message: 'is not your password' }]);
      await accounts.change(account.id, { passwordHash: await hash(body.password) });
      // Every session of the account has ended, this one too: it begins anew.
      news.tell({ account: account.id });
      await beginSession(
        request,
        account.id,
        (await accounts.credentialsOf(account.id))!.sessionsFrom,
        circumstances.now(),
      );
      return state(request);
    },
    'owner.make': async ({ request, body }) => {
      const code = context.ownerCode();
      if (!code || (await accounts.count()) > 0)
        throw new HttpProblem(409, 'This studio has an owner already', 'Sign in.');
      if (body.code.trim().toUpperCase() !== code)
        throw invalid([{ path: 'code', message: 'is not the code that the program printed at its start' }]);
      const owner = await accounts.addFirstOwner({
        name: body.name,
        email: body.email,
        passwordHash: await hash(body.password),
      });
      if (!owner) throw new HttpProblem(409, 'This studio has an owner already', 'Sign in.');
      await beginSession(request, owner.id, 0, circumstances.now());
      return state(request);
    },
    'accounts.list': () => accounts.list(),
    'accounts.add': async ({ body }) => {
      await knownGroups(body.groups);
      const added = await accounts.add({ ...body, passwordHash: await hash(body.password) });
      if (!added) throw invalid(TAKEN);
      return added;
    },
    'accounts.change': async ({ account, params, body }) => {
      const before = await accounts.find(params.id);
      if (!before) throw notFound('This account');
      await knownGroups(body.groups);
      await knownPerson(account, body.personId);
      const changed = await accounts.change(params.id, {
        name: body.name,
        role: body.role,
        groups: body.groups,
        disabled: body.disabled,
        passwordHash: body.password ? await hash(body.password) : undefined,
        personId: body.personId,
      });
      news.tell({ account: params.id });
      if (changed && body.second === false) await accounts.dropSecond(params.id);
      if (!changed)
        throw new HttpProblem(
          409,
          'A studio needs an owner',
          `${before.id === account.id ? 'You are' : 'This is'} the last one. Name another first.`,
        );
      return (await accounts.find(params.id))!;
    },
  };
}
