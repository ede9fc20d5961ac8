/** Walks the table of routes: every route × every role × right, malformed, not found, not signed in. Each answer is read by its schema. */
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import sharp from 'sharp';
import { CSRF_HEADER, ROLES } from '../../api/common.js';
import type { openapi } from '../../api/openapi.js';
import { plainSettings } from '../../api/programmes.js';
import { addressOf, type Route } from '../../api/route.js';
import { routes, type RouteName } from '../../api/routes.js';
import { record } from '../../core/catalog/index.js';
import { catalog } from '../../core/catalog/shipped.js';
import { stopSigns } from '../../core/studio/intake.js';
import { placedPlank, watchedPlank } from '../../core/testing.js';
import { DAY, mondayIn, NOW, PASSWORD, testStudio, type Client, type TestStudio } from '../testing.js';

const NOBODY = '00000000-0000-4000-8000-000000000000';
const table = Object.entries(routes) as [RouteName, Route][];
/** These have tests of their own: tries to sign in are limited, and a stream does not end. */
const APART: readonly RouteName[] = [
  'session.start',
  'session.end',
  'owner.make',
  'password.change',
  'runs.stream',
  // Sign somebody out; begun once, in use; need what a restore left.
  'devices.end',
  'devices.endof',
  'second.begin',
  'second.keep',
  'second.off',
  'backups.take',
  'backups.forget',
];
const walked = table.filter(([name]) => !APART.includes(name));

let studio: TestStudio;
let clients: Record<(typeof ROLES)[number], Client>;
let stranger: Client;
let group: string;
let picture: Buffer;
/** A backup is named by its second. */
let seconds = 0;
beforeAll(async () => {
  studio = await testStudio({ reopen: () => undefined });
  const owner = await studio.as('owner');
  group = (await owner.send('post', '/groups', { name: 'Crew' })).body.id as string;
  clients = { owner, coach: await studio.as('coach'), assistant: await studio.as('assistant', [group]) };
  stranger = await studio.stranger();
  picture = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
});
afterAll(() => studio.close());

const look = () => ({ id: randomUUID(), startedAt: NOW, observation: watchedPlank() });
const CLIP = Buffer.concat([Buffer.from('0000001866747970', 'hex'), Buffer.alloc(32)]);
const announced = () => ({ id: randomUUID(), name: 'hang.mp4', type: 'video/mp4', bytes: CLIP.length });
const caution = { caution: 'neck', from: DAY };
const consent = { kind: 'hands-on', givenBy: 'Marit', relation: 'self', from: DAY };
const mend = () => ({ id: randomUUID(), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' });
const screen = () => ({
  id: randomUUID(),
  doneAt: NOW,
  record: { screen: 'overhead-squat', reps: { front: 4 }, counts: {}, wideStance: false, supported: false, tests: {} },
});
const step = () => ({
  id: randomUUID(),
  from: 'front-plank/forearm',
  rule: 3,
  kind: 'stay',
  proposal: 'Stay.',
  numbers: [],
  decision: 'accepted',
  to: 'front-plank/forearm',
  seconds: 30,
});
const bridge = record(catalog.drills, 'bridge');
const prescription = () => ({
  family: 'front-plank',
  method: 'Straight',
  causes: [],
  startsOn: DAY,
  relookOn: DAY,
  items: [
    {
      drill: 'bridge',
      dose: catalog.doses.wake,
      why: '',
      changes: [],
      minutes: 3,
    },
  ],
});
const answers = { answers: Object.fromEntries(stopSigns.map((s) => [s.id, false])) };
const entry = { kind: 'drills', key: 'bridge' };

const ofClass = () => ({
  id: randomUUID(),
  name: 'Lunch',
  day: DAY,
  minutes: 30,
  kit: { box: 2 },
  members: [] as string[],
  blocks: [{ id: 'b1', move: 'front-plank', work: 30, rest: 15, rounds: 2, sides: 'none' }],
});

const settings = () => ({ ...plainSettings(mondayIn(0)), weeks: 2, days: ['mon', 'wed'], minutes: 15 });

/** Makes what a route needs and says how it is called rightly. */
type Made = { params?: Record<string, string>; body?: () => object };
async function made(name: RouteName, maker: Client = clients.owner): Promise<Made> {
  const { owner } = clients;
  const person = (await owner.send('post', '/people', { name: `P ${randomUUID()}`, groupId: group })).body.id as string;
  const at = { id: person };
  const looked = async (by: Client = owner): Promise<string> => {
    const input = look();
    await by.send('post', `/people/${person}/looks`, input);
    return input.id;
  };
  const pictured = async (): Promise<string> => {
    await owner.send('post', `/people/${person}/consents`, { ...consent, kind: 'pictures' });
    const answer = await owner.agent
      .post(`/api/people/${person}/media`)
      .set(CSRF_HEADER, owner.token)
      .attach('picture', picture, 'a.jpg');
    return (answer.body as { id: string }).id;
  };
  const assigned = async (): Promise<string> =>
    ((await owner.send('post', `/people/${person}/prescriptions`, prescription())).body as { id: string }[])[0]!.id;
  const dealtTo = async (client: Client): Promise<{ id: string; dealt: { items: object[] } }> =>
    (await client.send('post', '/eye/deals', { id: randomUUID(), kind: 'holds' })).body as {
      id: string;
      dealt: { items: object[] };
    };
  /** A look with a stored picture that somebody else than the client made. */
  const photographed = async (client: Client): Promise<string> => {
    const input = { ...look(), observation: placedPlank(), mediaId: await pictured() };
    await (client === owner ? clients.coach : owner).send('post', `/people/${person}/looks`, input);
    return input.id;
  };
  switch (name) {
    case 'accounts.add':
      return { body: () => ({ name: 'N', email: `${randomUUID()}@hall.example`, password: PASSWORD, role: 'coach' }) };
    case 'accounts.change':
      return { params: { id: (await studio.as('coach')).account!.id }, body: () => ({ name: 'N' }) };
    case 'groups.trends':
    case 'groups.csv':
    case 'groups.workbook':
      return { params: { id: group } };
    case 'groups.add':
      return { body: () => ({ name: randomUUID() }) };
    case 'people.add':
      return { body: () => ({ name: 'N', groupId: group }) };
    case 'people.change':
      return { params: at, body: () => ({ goal: 'row' }) };
    case 'attendance.set':
      return { params: at, body: () => ({ here: true }) };
    case 'cautions.add':
      return { params: at, body: () => caution };
    case 'cautions.change':
    case 'cautions.remove': {
      const page = (await owner.send('post', `/people/${person}/cautions`, caution)).body as {
        cautionRecords: { id: string }[];
      };
      return { params: { ...at, record: page.cautionRecords[0]!.id }, body: () => caution };
    }
    case 'consents.add':
      return { params: at, body: () => consent };
    case 'consents.withdraw': {
      const page = (await owner.send('post', `/people/${person}/consents`, consent)).body as {
        consents: { id: string }[];
      };
      return { params: { ...at, record: page.consents[0]!.id } };
    }
    case 'looks.evaluate':
      return { body: () => watchedPlank() };
    case 'looks.add':
      return { params: at, body: look };
    case 'looks.change':
      return { params: { id: await looked(maker) }, body: () => ({ note: 'good' }) };
    case 'looks.get':
    case 'looks.remove':
    case 'looks.restore':
    case 'looks.evaluation':
    case 'looks.file':
      return { params: { id: await looked() } };
    case 'mends.add':
      return { params: { id: await looked() }, body: mend };
    case 'mends.remove': {
      const [id, body] = [await looked(maker), mend()];
      await owner.send('post', `/looks/${id}/mends`, body);
      return { params: { id, record: body.id } };
    }
    case 'media.add':
      await owner.send('post', `/people/${person}/consents`, { ...consent, kind: 'pictures' });
      return { params: at };
    case 'media.get':
    case 'media.thumbnail':
    case 'media.remove':
      return { params: { id: await pictured() } };
    case 'clips.add':
      await owner.send('post', `/people/${person}/consents`, { ...consent, kind: 'pictures', clips: true });
      return { params: at, body: announced };
    case 'clips.content':
    case 'clips.get':
    case 'clips.change':
    case 'clips.remove': {
      await owner.send('post', `/people/${person}/consents`, { ...consent, kind: 'pictures', clips: true });
      const body = announced();
      await owner.send('post', `/people/${person}/clips`, body);
      const params = { id: body.id };
      if (name !== 'clips.content') await call(owner, routes['clips.content'], params);
      return { params, body: () => ({ note: 'from the left' }) };
    }
    case 'programmes.try':
      return { params: at, body: settings };
    case 'programmes.list':
      return { params: at };
    case 'programmes.keep':
      return { params: at, body: () => ({ id: randomUUID(), version: 0, settings: settings() }) };
    case 'programmes.get':
    case 'programmes.end':
    case 'programmes.log':
    case 'programmes.calendar':
    case 'programmes.pdf':
    case 'solo.calendar':
    case 'links.list':
    case 'links.add':
    case 'links.shut':
    case 'solo.own':
    case 'solo.note':
    case 'solo.open':
    case 'solo.clip':
    case 'solo.content':
    case 'solo.log': {
      const id = randomUUID();
      const { planned } = (
        await owner.send('post', `/people/${person}/programmes`, { id, version: 0, settings: settings() })
      ).body as { planned: { weeks: { days: { day: string; items: { item: string }[] }[] }[] } };
      const { day, items } = planned.weeks[0]!.days[0]!;
      const linked = { scopes: ['programme', 'send-in'], days: 7 };
      const { secret, link } = (await owner.send('post', `/programmes/${id}/links`, linked)).body as {
        secret: string;
        link: { id: string };
      };
      const logs = [{ day, item: items[0]!.item, is: 'done' }];
      const bodies: Partial<Record<RouteName, object>> = {
        'programmes.end': { day: DAY },
        'programmes.log': { logs },
        'links.add': linked,
        'solo.note': { logs },
        'solo.open': { secret },
        'solo.log': { secret, logs },
      };
      const sent = { secret, clip: announced(), consent: { givenBy: 'N', relation: 'self' } };
      if (name === 'solo.content') {
        await stranger.send('post', '/solo/clips', sent);
        return { params: { id: sent.clip.id } };
      }
      if (name === 'solo.own' || name === 'solo.note')
        await owner.send('patch', `/accounts/${maker.account!.id}`, { personId: person });
      if (name === 'solo.clip') return { body: () => ({ ...sent, clip: announced() }) };
      return {
        ...(name === 'solo.calendar'
          ? { params: { secret } }
          : name.startsWith('solo.')
            ? {}
            : { params: { id: name === 'links.shut' ? link.id : id } }),
        body: () => bodies[name] ?? {},
      };
    }
    case 'letters.send':
    case 'letters.get':
    case 'letters.message':
    case 'letters.attachment':
    case 'letters.remove': {
      const body = () => ({ id: randomUUID() as string, what: 'record', of: null, to: 'n@hall.example' });
      if (name === 'letters.send') return { params: at, body };
      const sent = body();
      await owner.send('post', `/people/${person}/letters`, sent);
      return { params: { id: sent.id, ...(name === 'letters.attachment' ? { at: '0' } : {}) } };
    }
    case 'prescriptions.add':
      return { params: at, body: prescription };
    case 'prescriptions.end':
      return { params: { id: await assigned() }, body: () => ({ day: DAY }) };
    case 'prescriptions.sheet':
      return { params: { id: await assigned() } };
    case 'deals.add':
      return { body: () => ({ id: randomUUID(), kind: 'holds' }) };
    case 'deals.get':
    case 'deals.remove':
      return { params: { id: (await dealtTo(maker)).id } };
    case 'deals.answer': {
      const { id, dealt } = await dealtTo(maker);
      const answered = { kind: 'holds', answers: dealt.items.map(() => ({ events: [] })) };
      return { params: { id }, body: () => ({ answered }) };
    }
    case 'classes.add':
      return { body: () => ofClass() };
    case 'classes.cards':
    case 'classes.get':
    case 'classes.plan':
    case 'classes.remove':
    case 'classes.restore':
    case 'classes.change': {
      const body = { ...ofClass(), members: [person] };
      await owner.send('post', '/classes', body);
      return { params: { id: body.id }, body: () => body };
    }
    case 'runs.list':
    case 'runs.add': {
      const body = { ...ofClass(), members: [person] };
      await owner.send('post', '/classes', body);
      return { params: { id: body.id }, body: () => ({ id: randomUUID() }) };
    }
    case 'walls.code':
    case 'walls.shut':
    case 'walls.open':
    case 'walls.get': {
      const [of, id] = [{ ...ofClass(), members: [person] }, randomUUID()];
      await owner.send('post', '/classes', of);
      await owner.send('post', `/classes/${of.id}/runs`, { id });
      const { code } = (await owner.send('post', `/runs/${id}/wall`)).body as { code: string };
      if (name !== 'walls.get') return { params: { id }, body: () => ({ code }) };
      return { params: (await owner.send('post', '/walls', { code })).body as { key: string } };
    }
    case 'runs.get':
    case 'runs.note':
    case 'runs.join':
    case 'runs.keep': {
      const [of, id] = [{ ...ofClass(), members: [person] }, randomUUID()];
      await owner.send('post', '/classes', of);
      await owner.send('post', `/classes/${of.id}/runs`, { id });
      const bodies = { note: { events: [], since: 0 }, join: { member: person }, keep: { notes: [] } };
      return { params: { id }, body: () => bodies[name.slice(5) as keyof typeof bodies] };
    }
    case 'blind.get':
    case 'seconds.list':
      return { params: { id: await photographed(maker) } };
    case 'seconds.set':
      return { params: { id: await photographed(maker) }, body: () => ({ observation: placedPlank() }) };
    case 'intakes.add':
      return { params: at, body: () => answers };
    case 'screens.add':
      return { params: at, body: screen };
    case 'screens.remove': {
      const body = screen();
      await owner.send('post', `/people/${person}/screens`, body);
      return { params: { ...at, record: body.id } };
    }
    case 'steps.add':
      return { params: at, body: step };
    case 'steps.remove': {
      const body = step();
      await owner.send('post', `/people/${person}/ladder-steps`, body);
      return { params: { ...at, record: body.id } };
    }
    case 'trail.keep':
      return { body: () => ({ years: 3 }) };
    case 'devices.of':
      return { params: { id: maker.account!.id } };
    case 'people.everything':
      return { params: at };
    case 'people.erase': {
      const named = (await owner.get(`/people/${person}`)).body as { name: string };
      return { params: at, body: () => ({ name: named.name }) };
    }
    case 'retention.set':
      return { body: () => ({ months: null }) };
    case 'backups.schedule':
      return { body: () => ({ every: 'day', hour: 3, keep: 7 }) };
    case 'backups.make':
      studio.setNow(new Date(Date.parse(NOW) + 1000 * (seconds += 1)).toISOString());
      return {};
    case 'backups.content':
    case 'backups.check':
    case 'backups.restore':
    case 'backups.remove': {
      studio.setNow(new Date(Date.parse(NOW) + 1000 * (seconds += 1)).toISOString());
      const line = (await owner.send('post', '/backups')).body as { name: string };
      return { params: { name: line.name }, body: () => ({ password: PASSWORD }) };
    }
    case 'goals.set':
    case 'goals.drop':
      return { params: { ...at, goal: 'dragon-flag' } };
    case 'schema.get':
      return { params: { name: 'person.json' } };
    case 'imports.undo': {
      const kept = await call(owner, routes['imports.keep']);
      return { params: { id: (kept.body as { id: string }).id } };
    }
    case 'entries.put':
      return { params: entry, body: () => bridge };
    case 'entries.remove':
      await owner.send('put', '/catalogue/drills/bridge', bridge);
      return { params: entry };
    case 'entries.changes':
    case 'entries.uses':
      return { params: entry };
    case 'entries.restore':
      await owner.send('put', '/catalogue/drills/bridge', bridge);
      return { params: entry };
    case 'defaults.set':
      return { body: () => ({ method: null, familyMethods: {}, kit: null, timeZone: 'UTC', offlineCopies: true }) };
    default:
      return { params: at };
  }
}

function call(client: Client, route: Route, params?: Record<string, string>, body?: object) {
  const path = addressOf(route.path, params);
  if (route.form)
    return client.agent.post(`/api${path}`).set(CSRF_HEADER, client.token).attach(route.form, picture, 'a.jpg');
  const method = route.method.toLowerCase() as 'get' | 'post' | 'put' | 'patch' | 'delete';
  if (route.stream)
    return client.agent[method](`/api${path}`)
      .set(CSRF_HEADER, client.token)
      .type('application/octet-stream')
      .send(path.startsWith('/imports') ? Buffer.from(`Name\nN ${randomUUID()}\n`) : CLIP);
  return method === 'get' ? client.get(path) : client.send(method, path, route.body ? body : undefined);
}
const may = (route: Route, role: (typeof ROLES)[number]): boolean =>
  route.role === 'anyone' || ROLES.indexOf(role) <= ROLES.indexOf(route.role);

describe.each(walked)('%s', (name, route) => {
  test('right: those who may are answered as the table says, those who may not are told so', async () => {
    for (const role of [...ROLES].reverse()) {
      const { params, body } = await made(name, clients[role]);
      const answer = await call(clients[role], route, params, body?.());
      expect({ role, status: answer.status }).toEqual({ role, status: may(route, role) ? route.status : 403 });
    }
  });
  const { others } = route;
  if (others)
    test('what somebody else made: those who may change it do, those who may not are told so', async () => {
      for (const role of [...ROLES].reverse()) {
        const { params, body } = await made(name, clients.owner);
        const wanted = may({ ...route, role: others }, role) || role === 'owner' ? route.status : 403;
        const answer = await call(clients[role], route, params, body?.());
        expect({ role, status: answer.status }).toEqual({ role, status: wanted });
      }
    });
  if (route.role !== 'anyone')
    test('not signed in', async () => {
      const { params, body } = await made(name);
      expect((await call(stranger, route, params, body?.())).status).toBe(401);
    });
  if (route.params && 'id' in (route.params as { shape?: object } & typeof route.params & { shape: object }).shape) {
    test('not found: an id of nobody, and one that an assistant may not see', async () => {
      const { params, body } = await made(name);
      const answer = await call(clients.owner, route, { ...params, id: NOBODY }, body?.());
      expect(answer.status).toBe(404);
    });
    test('malformed: an id that is none', async () => {
      const { params, body } = await made(name);
      const answer = await call(clients.owner, route, { ...params, id: '7' }, body?.());
      expect([answer.status, (answer.body as { problems: { path: string }[] }).problems[0]!.path]).toEqual([422, 'id']);
    });
  }
  if (route.body && name !== 'entries.put')
    test('malformed: a body with a field that nobody knows', async () => {
      const { params, body } = await made(name);
      const answer = await call(clients.owner, route, params, { ...body?.(), rudder: 1 });
      expect(answer.status).toBe(422);
      expect((answer.body as { problems: { path: string }[] }).problems.map((p) => p.path)).toContain('rudder');
    });
  if (route.method !== 'GET')
    test('without the session’s token nothing is changed', async () => {
      const { params, body } = await made(name);
      const forged = { ...clients.owner, token: 'x' };
      const sent = call(
        {
          ...forged,
          send: (m, p, b) =>
            forged.agent[m](`/api${p}`)
              .set(CSRF_HEADER, 'x')
              .send(b ?? {}),
        },
        route,
        params,
        body?.(),
      );
      expect((await sent).status).toBe(403);
    });
});

describe('the table', () => {
  test('no two routes answer at one address, and every name says its resource', () => {
    const addresses = table.map(([, r]) => `${r.method} ${r.path.replace(/:\w+/g, ':')}`);
    expect(new Set(addresses).size).toBe(addresses.length);
    for (const [name, route] of table) {
      expect(name).toMatch(/^[a-z]+\.[a-z]+$/);
      for (const param of route.path.match(/:\w+/g) ?? [])
        expect(Object.keys((route.params as unknown as { shape: object }).shape)).toContain(param.slice(1));
    }
  });
  test('is told as an OpenAPI document: every route with its answer, its body and its problems', async () => {
    const document = (await stranger.get('/openapi.json')).body as ReturnType<typeof openapi> & {
      paths: Record<
        string,
        Record<string, { operationId: string; responses: Record<string, unknown>; requestBody?: object }>
      >;
    };
    const operations = Object.values(document.paths).flatMap((p) => Object.values(p));
    expect(operations.map((o) => o.operationId).sort()).toEqual(table.map(([name]) => name as string).sort());
    for (const [name, route] of table) {
      const operation = operations.find((o) => o.operationId === name)!;
      expect(Object.keys(operation.responses)).toContain(String(route.status));
      expect(operation.requestBody !== undefined).toBe(
        [route.body, route.form, route.stream].some((b) => b !== undefined),
      );
    }
  });
  test('an address lacks no parameter, and hides what could break out of it', () => {
    expect(() => addressOf('/people/:id', {})).toThrow(/wants id/);
    expect(addressOf('/people/:id/looks', { id: '../x?y' })).toBe('/people/..%2Fx%3Fy/looks');
  });
});
