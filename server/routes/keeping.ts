/** The trail of who saw what, the devices of accounts, and the second factor. */
import { verify } from '@node-rs/argon2';
import type { OwnDevices } from '../../api/accounts.js';
import type { TrailLine } from '../../api/trail.js';
import { csvOf } from '../media/tables.js';
import type { Handlers } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import type { Second } from '../http/second.js';
import { openId, type SessionStore } from '../http/session-store.js';
import { deviceOf } from '../trail/device.js';
import type { TrailRow } from '../trail/trail.js';
import { trailTable } from '../../words/trail.js';
import type { Context } from './context.js';
import { sendFile } from './send-file.js';

type Names =
  | 'trail.list'
  | 'trail.state'
  | 'trail.file'
  | 'trail.keep'
  | 'devices.list'
  | 'devices.end'
  | 'devices.of'
  | 'devices.endof'
  | 'second.begin'
  | 'second.keep'
  | 'second.off';

/** Sign-ins that are listed. */
const SIGN_INS = 20;
/** Lines of a file. */
const MOST_LINES = 100_000;

export function keepingHandlers(
  { accounts, people, trail, studio, news }: Context,
  { store, second }: { store: SessionStore; second: Second },
): Handlers<Names> {
  /** Lines with the names of who is still here. */
  async function told(rows: readonly TrailRow[]): Promise<TrailLine[]> {
    const asked = new Set(rows.flatMap((r) => r.person ?? []));
    const named = new Map<string, { id: string; name: string }>();
    if (asked.size > 0)
      for (const one of await people.names()) {
        const key = await trail.keyOf(one.id);
        if (asked.has(key)) named.set(key, one);
      }
    return rows.map((r) => ({
      id: r.id,
      at: r.at,
      act: r.act as TrailLine['act'],
      what: r.what,
      account:
        r.account_id === null ? null : { id: r.account_id, name: r.account_name ?? '', role: r.account_role ?? '' },
      person: r.person === null ? null : (named.get(r.person) ?? null),
      erased: r.person !== null && !named.has(r.person),
      device: r.device,
    }));
  }
  async function devicesOf(accountId: string, hereSid: string | null): Promise<OwnDevices> {
    const { sessionsFrom } = (await accounts.inSession(accountId)) ?? { sessionsFrom: -1 };
    const open = (await store.ofAccount(accountId)).filter((s) => s.from === sessionsFrom);
    const [ok, refused] = await Promise.all(
      (['signed-in', 'refused'] as const).map((act) => trail.list({ account: accountId, act, limit: SIGN_INS })),
    );
    return {
      devices: open
        .map(({ id, device, since, seen, sid }) => ({
          id,
          device: device ?? 'a device',
          since,
          seen,
          here: sid === hereSid,
        }))
        .sort((a, b) => Number(b.here) - Number(a.here) || (b.seen < a.seen ? -1 : 1)),
      signIns: [...ok!.rows, ...refused!.rows]
        .map((r) => ({ at: r.at, device: r.device, ok: r.act === 'signed-in' }))
        .sort((a, b) => (a.at < b.at ? 1 : -1))
        .slice(0, SIGN_INS),
    };
  }
  async function end(accountId: string, device: string): Promise<void> {
    const found = (await store.ofAccount(accountId)).find((s) => openId(s.sid) === device);
    if (!found) throw notFound('This device');
    await new Promise<void>((done, fail) => {
      store.destroy(found.sid, (error) => (error ? fail(error) : done()));
    });
    news.tell({ account: accountId });
  }
  const known = async (id: string): Promise<void> => {
    if (!(await accounts.find(id))) throw notFound('This account');
  };
  return {
    'trail.list': async ({ query }) => {
      const { rows, next } = await trail.list(query);
      return { items: await told(rows), next };
    },
    'trail.state': () => trail.state(),
    'trail.file': async ({ query, response }) => {
      const { rows } = await trail.list({ ...query, limit: MOST_LINES });
      return sendFile(response, { type: 'text/csv', name: 'trail.csv', file: csvOf(trailTable(await told(rows))) });
    },
    'trail.keep': async ({ body }) => {
      await trail.keepFor(body.years);
      return trail.state();
    },
    'devices.list': ({ account, request }) => devicesOf(account.id, request.sessionID),
    'devices.end': async ({ account, params, request }) => {
      await end(account.id, params.device);
      return devicesOf(account.id, request.sessionID);
    },
    'devices.of': async ({ params, request }) => {
      await known(params.id);
      return devicesOf(params.id, request.sessionID);
    },
    'devices.endof': async ({ params, request }) => {
      await known(params.id);
      await end(params.id, params.device);
      return devicesOf(params.id, request.sessionID);
    },
    'second.begin': async ({ account }) => {
      if ((await accounts.second(account.id)).on)
        throw new HttpProblem(409, 'A second factor is in use already', 'Take it away first to begin another.');
      const { defaults } = await studio.now();
      return second.begin(account, defaults.name ?? '');
    },
    'second.keep': async ({ account, request, body }) => {
      const { sealed, on } = await accounts.second(account.id);
      if (on || !sealed) throw new HttpProblem(409, on ? 'A second factor is in use already' : 'Nothing was begun');
      const codes = await second.keep(account.id, body.code);
      if (!codes)
        throw invalid([
          { path: 'code', message: 'is not the code of now. Check the clock of the device that shows it' },
        ]);
      await trail.add({
        act: 'changed',
        what: 'second.keep',
        account,
        person: null,
        device: deviceOf(request.get('user-agent')),
      });
      return { codes };
    },
    'second.off': async ({ account, request, body }) => {
      const { passwordHash } = (await accounts.credentialsOf(account.id))!;
      if (!(await verify(passwordHash, body.password))) throw invalid([{ path: 'password', message: 'is not yours' }]);
      await accounts.dropSecond(account.id);
      await trail.add({
        act: 'changed',
        what: 'second.off',
        account,
        person: null,
        device: deviceOf(request.get('user-agent')),
      });
      return undefined;
    },
  };
}
