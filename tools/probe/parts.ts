/** The parts of the probe; each says how many things it tried and which of them failed. */
import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { addressOf, type Route } from '../../api/route.js';
import { routes, type RouteName } from '../../api/routes.js';
import { watchedPlank } from '../../core/testing.js';
import { seededRandom } from '../../core/statistics.js';
import { databaseFile } from '../../server/database/open.js';
import { bodyFor, hallOf, lookBody, picture, pictureConsent, type Hall } from './hall.js';
import { pause, probeServer, tally, until, type Client, type Reply, type Tried } from './server.js';

const NOBODY = '00000000-0000-4000-8000-000000000000';
const table = Object.entries(routes) as [RouteName, Route][];

/** An answer that a server in order gives to anything at all. */
const inOrder = ({ status, type, text }: Reply): boolean =>
  status > 0 &&
  status < 500 &&
  (status < 400 || type.startsWith('application/problem+json')) &&
  !/\bat \/|SQLITE|node:internal/.test(text);
const told = (who: string, what: string, reply: Reply): string =>
  `${who} ${what}: ${reply.status} ${reply.text.slice(0, 160)}`;

/** Ids that a route is asked with: whose they are decides who may be answered. */
const idsOf = (hall: Hall): Record<string, string> => ({
  mine: hall.mine,
  others: hall.others,
  look: hall.look,
  'others’ look': hall.othersLook,
  media: hall.media,
  nobody: NOBODY,
  capitals: hall.others.toUpperCase(),
  none: '7',
  'a path': '../../etc/passwd',
  empty: '%00',
});
/** What an assistant of another group must never be answered about. */
const SHUT = new Set(['others', 'others’ look', 'media', 'capitals']);
/** Changes that would end the probe's own sessions. */
const LEFT_OUT: readonly RouteName[] = ['session.end'];

/** Every route × every role × ids of every kind. */
export async function probeRoutes(): Promise<Tried> {
  const found = tally('routes × roles × ids');
  const server = await probeServer();
  try {
    const hall = await hallOf(server);
    for (const [name, route] of table.filter(([n]) => !LEFT_OUT.includes(n)))
      for (const [who, client] of Object.entries(hall.clients))
        for (const [which, id] of Object.entries(idsOf(hall))) {
          const params = {
            id,
            record: id,
            secret: id,
            kind: 'drills',
            key: 'bridge',
            goal: 'dragon-flag',
            name: 'person.json',
            at: '0',
            device: 'x'.repeat(32),
            folder: 'studio.before-20260101-000000',
          };
          const body = route.body ? bodyFor(name) : undefined;
          const reply = await client.send(route.method, addressOf(route.path, params), body);
          const what = `${name} (${which})`;
          found.check(inOrder(reply), () => told(who, what, reply));
          if (who === 'stranger' && route.role !== 'anyone')
            found.check(reply.status === 401, () => told(who, `${what} is answered without signing in`, reply));
          const private_ = SHUT.has(which) && /:id/.test(route.path) && !name.startsWith('accounts.');
          if (who === 'assistant' && private_)
            found.check(reply.status >= 400, () => told(who, `${what} is answered about somebody else’s`, reply));
          if (!/:id/.test(route.path)) break;
        }
    found.check(server.alive() && server.said() === '', () => `the server: ${server.said().slice(0, 400)}`);
  } finally {
    await server.close();
  }
  return found;
}

const STRANGE: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1e308,
  1.5,
  '',
  ' ',
  'x'.repeat(5000),
  '\u0000',
  '\u202e',
  '🧗'.repeat(50),
  '<script>alert(1)</script>',
  "'; drop table people; --",
  '../../../etc/passwd',
  [],
  {},
  [[[[[[[[]]]]]]]],
  { __proto__: { role: 'owner' } },
  '2026-02-30',
  '9999-99-99T99:99:99Z',
  NOBODY,
];
type Random = () => number;
/** A body with one to three things wrong about it. */
function mutated(body: unknown, random: Random): unknown {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  // Each its own copy: what is put into one must not turn up in another, or in itself.
  const strange = (): unknown => structuredClone(pick(STRANGE));
  let value = structuredClone(body);
  for (let n = 1 + Math.floor(random() * 3); n > 0; n -= 1) {
    const places: { parent: Record<string, unknown>; key: string }[] = [];
    const walk = (node: unknown): void => {
      if (typeof node !== 'object' || node === null) return;
      for (const key of Object.keys(node)) {
        places.push({ parent: node as Record<string, unknown>, key });
        walk((node as Record<string, unknown>)[key]);
      }
    };
    walk(value);
    if (places.length === 0) return strange();
    const { parent, key } = pick(places);
    const how = random();
    if (how < 0.25) delete parent[key];
    else if (how < 0.75) parent[key] = strange();
    else if (how < 0.85) parent[pick(['__proto__', 'constructor', 'toString', 'two\nlines', ''])] = strange();
    else if (how < 0.95) parent[key] = Array.from({ length: 200 }, () => parent[key]);
    else value = strange();
  }
  return value;
}

/** Right bodies made wrong, and texts that are no JSON at all, as an owner sends them. */
export async function probeBodies(times: number, seed = 1): Promise<Tried> {
  const found = tally('mutated bodies');
  const random = seededRandom(seed);
  const server = await probeServer();
  try {
    const hall = await hallOf(server);
    const taking = table.filter(([n, r]) => r.body && !['session.start', 'owner.make', 'password.change'].includes(n));
    const { owner } = hall.clients;
    for (let i = 0; i < times; i += 1) {
      const [name, route] = taking[i % taking.length]!;
      const id = name.startsWith('looks.change') || name.startsWith('mends.') ? hall.look : hall.mine;
      const path = addressOf(route.path, {
        id,
        record: id,
        kind: 'drills',
        key: 'bridge',
        goal: 'dragon-flag',
        name: 'anchor-20260101-000000-made.zip',
      });
      const body = mutated(bodyFor(name), random);
      const broken = random() < 0.05;
      const text = broken ? JSON.stringify(body).slice(0, -1 - Math.floor(random() * 9)) : JSON.stringify(body);
      const reply = await owner.send(route.method, path, undefined, { type: 'application/json', data: text });
      found.check(inOrder(reply), () => told(name, `#${i} ${text.slice(0, 200)}`, reply));
    }
    const after = await owner.send('GET', `/people/${hall.mine}/looks`);
    found.check(after.status === 200, () => told('the history', 'after all of it', after));
    found.check(server.alive(), () => `the server ended: ${server.said().slice(-400)}`);
  } finally {
    await server.close();
  }
  return found;
}

/** So many writes are acknowledged before a kill, at the least. */
const ANSWERED_BEFORE_A_KILL = 2;

/** Kills while looks are kept and pictures are sent: nothing that was acknowledged is lost, and nothing is half there. */
export async function probeKillsWhileWriting(
  kills: number,
  within: readonly [number, number] = [20, 200],
  seed = 2,
): Promise<Tried> {
  const found = tally('kills while writing and uploading');
  const random = seededRandom(seed);
  const server = await probeServer();
  let acknowledged = 0;
  try {
    const hall = await hallOf(server);
    const { owner } = hall.clients;
    const bytes = await picture();
    for (let k = 0; k < kills; k += 1) {
      const looks: string[] = [];
      const pictures: string[] = [];
      let going = true;
      const write = async (): Promise<void> => {
        while (going) {
          const body = lookBody();
          if ((await owner.send('POST', `/people/${hall.mine}/looks`, body)).status === 201) looks.push(body.id);
        }
      };
      const send = async (): Promise<void> => {
        while (going) {
          const reply = await owner.upload(`/people/${hall.others}/media`, bytes);
          if (reply.status === 201) pictures.push((reply.body as { id: string }).id);
        }
      };
      const work = [write(), write(), write(), send(), send()];
      // A slow machine has answered nothing yet: a kill that could lose nothing would show nothing.
      await until(() => looks.length + pictures.length >= ANSWERED_BEFORE_A_KILL);
      await pause(within[0] + random() * (within[1] - within[0]));
      await server.kill();
      going = false;
      await Promise.all(work);
      await server.start();
      acknowledged += looks.length + pictures.length;
      for (const id of looks) {
        const reply = await owner.send('GET', `/looks/${id}`);
        found.check(reply.status === 200, () => told(`kill ${k}`, 'lost a look', reply));
      }
      for (const id of pictures) {
        const reply = await owner.send('GET', `/media/${id}/thumbnail`);
        found.check(reply.status === 200, () => told(`kill ${k}`, 'lost a picture', reply));
      }
      const { ids, noted, sound } = await server.pictures();
      found.check(sound, () => `kill ${k}: the database is damaged`);
      const files = readdirSync(join(server.dir, 'media'));
      const wanted = ids.flatMap((id) => [`${id}.jpg`, `${id}.thumb.jpg`]);
      // On a server another process may be writing: what nobody refers to is noted, and goes when it is old.
      const left = files.filter((name) => !wanted.includes(name));
      found.check(
        wanted.every((name) => files.includes(name)) && left.every((name) => noted.includes(name.split('.')[0]!)),
        () => `kill ${k}: ${files.length} files for ${wanted.length} of records, ${left.length} that nobody knows`,
      );
    }
    found.notes.push(`${acknowledged} acknowledged writes`);
  } finally {
    await server.close();
  }
  return found;
}

/** Kills in a withdrawal of many pictures: afterwards all of them stand with the permission, or none is to be seen. */
export async function probeKillsInWithdrawals(kills: number, pictures: number, within = 12, seed = 3): Promise<Tried> {
  const found = tally('kills in a withdrawal');
  const random = seededRandom(seed);
  const server = await probeServer();
  let withdrawn = 0;
  let visibleAfter = 0;
  try {
    const hall = await hallOf(server);
    const { owner } = hall.clients;
    const bytes = await picture();
    for (let k = 0; k < kills; k += 1) {
      const person = ((await owner.send('POST', '/people', { name: `P ${k}` })).body as { id: string }).id;
      const page = (await owner.send('POST', `/people/${person}/consents`, pictureConsent)).body as {
        consents: { id: string }[];
      };
      const ids: string[] = [];
      for (let i = 0; i < pictures; i += 1)
        ids.push(((await owner.upload(`/people/${person}/media`, bytes)).body as { id: string }).id);
      const asking = owner.send('POST', `/people/${person}/consents/${page.consents[0]!.id}/withdraw`);
      await pause(random() * within);
      await server.kill();
      const answered = (await asking).status === 200;
      await server.start();
      const now = (await owner.send('GET', `/people/${person}`)).body as { allows: { pictures: boolean } };
      let visible = 0;
      for (const id of ids) if ((await owner.send('GET', `/media/${id}`)).status === 200) visible += 1;
      const files = ids.filter((id) => existsSync(join(server.dir, 'media', `${id}.jpg`))).length;
      if (!now.allows.pictures) {
        withdrawn += 1;
        visibleAfter += visible;
      }
      found.check(!answered || !now.allows.pictures, () => `kill ${k}: an acknowledged withdrawal does not stand`);
      found.check(
        now.allows.pictures ? visible === pictures && files === pictures : visible === 0 && files === 0,
        () =>
          `kill ${k}: permission ${now.allows.pictures}, ${visible} pictures visible, ${files} files of ${pictures}`,
      );
    }
    found.notes.push(`${withdrawn} of ${kills} withdrawals stood; ${visibleAfter} pictures visible after them`);
  } finally {
    await server.close();
  }
  return found;
}

/** A database that another program holds for longer than anybody waits. */
export async function probeLockedDatabase(seconds: number): Promise<Tried> {
  const found = tally('locked database');
  const server = await probeServer();
  try {
    const hall = await hallOf(server);
    const { owner } = hall.clients;
    const other = new Database(databaseFile(server.dir));
    other.exec('begin immediate');
    const over = Date.now() + seconds * 1000;
    for (let round = 0; round < 2 || Date.now() < over; round += 1) {
      const [write, read] = await Promise.all([
        owner.send('POST', `/people/${hall.mine}/looks`, lookBody()),
        owner.send('GET', '/people'),
      ]);
      found.check(write.status === 503, () => told('a write', 'while it is held', write));
      found.check(read.status === 200, () => told('a read', 'while it is held', read));
      await pause(100);
    }
    other.exec('rollback');
    other.close();
    const after = await owner.send('POST', `/people/${hall.mine}/looks`, lookBody());
    found.check(after.status === 201, () => told('a write', 'when it is free again', after));
    found.check(server.alive() && !/insert|select|sess/i.test(server.said()), () => server.said().slice(0, 300));
  } finally {
    await server.close();
  }
  return found;
}

const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/** Readers beside somebody who sends what is long or hostile. */
export async function probeLongWork(readers: number): Promise<Tried> {
  const found = tally('readers beside long work');
  const server = await probeServer();
  try {
    const hall = await hallOf(server);
    const { coach, owner } = hall.clients;
    const frames = (count: number, point: (i: number) => object): string =>
      JSON.stringify({
        ...watchedPlank(),
        events: undefined,
        ended: undefined,
        picture: { width: 1280, height: 720 },
        frames: Array.from({ length: count }, (_, i) => point(i)),
      });
    const points = {
      ear: [300, 400],
      shoulder: [360, 430],
      elbow: [365, 560],
      wrist: [280, 565],
      hip: [640, 470],
      knee: [850, 500],
      ankle: [1040, 530],
    };
    const long = frames(24_000, (i) => ({ t: i / 100, points }));
    const bad = JSON.stringify({ ...watchedPlank(), frames: Array.from({ length: 250_000 }, () => ({})) });
    const once = (data: string): Promise<Reply> =>
      owner.send('POST', '/evaluate', undefined, { type: 'application/json', data });
    await once(frames(500, (i) => ({ t: i, points })));
    {
      const times: number[] = [];
      const over = performance.now() + 1500;
      const read = async (): Promise<void> => {
        while (performance.now() < over) times.push((await coach.send('GET', `/people/${hall.mine}`)).ms);
      };
      await Promise.all(Array.from({ length: readers }, read));
      found.notes.push(`${readers} readers alone: median ${Math.round(median(times))} ms`);
    }
    for (const [name, data, status] of [
      ['a long clip', long, 200],
      ['a quarter of a million bad frames', bad, 422],
    ] as const) {
      let going = true;
      const times: number[] = [];
      const read = async (client: Client): Promise<void> => {
        while (going) {
          const reply = await client.send('GET', `/people/${hall.mine}`);
          times.push(reply.ms);
          found.check(reply.status === 200, () => told('a reader', `beside ${name}`, reply));
        }
      };
      const reading = Array.from({ length: readers }, () => read(coach));
      const reply = await once(data);
      going = false;
      await Promise.all(reading);
      found.check(reply.status === status, () => told(name, 'is answered', reply));
      found.notes.push(
        `${name}: ${Math.round(reply.ms)} ms beside ${readers} readers, whose median was ${Math.round(median(times))} ms (${times.length} reads)`,
      );
    }
    const alone = await once(bad);
    found.notes.push(`a quarter of a million bad frames, alone: ${Math.round(alone.ms)} ms`);
  } finally {
    await server.close();
  }
  return found;
}

/** Strangers who ask and ask: nothing is stored for them, and they are read no further than a few kilobytes. */
export async function probeStrangers(times: number): Promise<Tried> {
  const found = tally('strangers');
  const server = await probeServer();
  try {
    const hall = await hallOf(server);
    const db = new Database(databaseFile(server.dir), { readonly: true });
    const rows = (): number => (db.prepare('select count(*) as n from sessions').get() as { n: number }).n;
    const before = rows();
    for (let i = 0; i < times; i += 1) {
      const reply = await fetch(`${server.url}/api/session`);
      await reply.text();
      found.check(reply.status === 200, () => `asking for a session: ${reply.status}`);
    }
    found.check(rows() === before, () => `${rows() - before} sessions for strangers`);
    const flood = await hall.clients.stranger.send('POST', '/people', { name: randomUUID().repeat(200_000) });
    found.check(flood.status === 401 || flood.status === 0, () => told('a stranger', 'with 7 MB', flood));
    db.close();
  } finally {
    await server.close();
  }
  return found;
}
