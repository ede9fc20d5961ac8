/** Fills an empty database with the demo, through the routes' own functions, so that nothing gets in that a route would refuse. */
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { hash } from '@node-rs/argon2';
import sharp from 'sharp';
import type { Account } from '../api/accounts.js';
import type { ClassInput } from '../api/classes.js';
import type { Look } from '../api/observations.js';
import type { AnswerOf, BodyOf, ParamsOf, QueryOf, Route } from '../api/route.js';
import { routes, type RouteName, type Routes } from '../api/routes.js';
import { bodyOf } from '../core/body/anthropometry.js';
import { simulatedSvg } from '../core/body/draw.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults } from '../core/body/simulate.js';
import { record, rungOf } from '../core/catalog/index.js';
import { catalog } from '../core/catalog/shipped.js';
import { addDays, hallDay } from '../core/days.js';
import { evaluate } from '../core/evaluate/evaluate.js';
import { runPlanOf, stateOf } from '../core/class/run.js';
import { instantOn } from '../core/transfer/sets.js';
import { timelineOf } from '../core/class/timeline.js';
import type { ClassBlock } from '../core/formats/class.js';
import type { RunEvent, RunSaid } from '../core/formats/run.js';
import type { DealKind } from '../core/formats/eye.js';
import type { Observation } from '../core/formats/observation.js';
import { SIDE_LANDMARKS } from '../core/landmarks.js';
import { stopSigns } from '../core/studio/intake.js';
import { gaussian, seededRandom } from '../core/statistics.js';
import { createApp } from '../server/app.js';
import { readConfig } from '../server/config.js';
import { openDatabase } from '../server/database/open.js';
import { Again } from '../server/http/mount.js';
import { noDefaults } from '../server/repositories/studio.js';
import { DEMO_SIGN_IN } from '../server/routes/accounts.js';
import { WORTH_TELLING } from '../words/evaluation-file.js';
import { chosenWhy } from '../words/drills.js';
import { GROUPS, PEOPLE, type DemoPerson } from './demo-data.js';
import { addProgrammes } from './fill-programmes.js';
import { addRecords } from './fill-records.js';
import { answersOf, type SimulatedEye } from './simulated-eye.js';

const random = seededRandom(20260530);
const config = readConfig(process.env);
const started = Date.parse(config.clock());
const timeZone = config.demoZone ?? noDefaults().timeZone;
const today = hallDay(started, timeZone);
const dayAgo = (days: number): string => addDays(today, -days);
/** Holds go back this far, days. */
const SPAN = 56;
const tenth = (n: number): number => Math.round(n * 10) / 10;

/** A time on the day so many days ago, by the clock on the hall's wall. */
const at = (days: number, hour: number, minute: number): string =>
  instantOn(dayAgo(days), hour * 60 + minute, timeZone);

let now = new Date(started).toISOString();
const db = await openDatabase(config.dataDir);
const { context, handlers } = createApp(
  { ...config, clock: () => now, seed: () => Math.floor(random() * 2 ** 31), background: false, logLevel: 'silent' },
  db,
);

type Given<N extends RouteName> = {
  as: Account;
  params?: ParamsOf<Routes[N], 'input'>;
  query?: QueryOf<Routes[N], 'input'>;
  body?: BodyOf<Routes[N], 'input'>;
  picture?: Buffer;
  /** The body of a route that reads it as it comes. */
  stream?: Buffer;
};
/** Calls a route's own function as somebody, with what the route's schemas make of the input. */
async function call<N extends RouteName>(
  name: N,
  { as, params, query, body, picture, stream }: Given<N>,
): Promise<AnswerOf<Routes[N]>> {
  const route: Route = routes[name];
  const handler = handlers[name] as unknown as { handle?: (asked: object) => unknown };
  const run = handler.handle ?? (handler as unknown as (asked: object) => unknown);
  const answer = await run({
    account: as,
    params,
    query: route.query?.parse(query ?? {}),
    version: null,
    body: route.heavy ? Buffer.from(JSON.stringify(body)) : route.body?.parse(body),
    request: Object.assign(Readable.from(stream ? [stream] : []), {
      file: picture && { buffer: picture },
      // Where the demo is started.
      protocol: 'http',
      get: () => `localhost:${config.port}`,
    }),
  });
  return (answer instanceof Again ? answer.value : answer) as AnswerOf<Routes[N]>;
}
/** The same as so many days ago. */
async function then<T>(instant: string, work: () => Promise<T>): Promise<T> {
  now = instant;
  try {
    return await work();
  } finally {
    now = new Date(started).toISOString();
  }
}

type Series = NonNullable<DemoPerson['holds']>[number];
/** One hold of a series, some days ago: a little better each time, with a slip of chance. */
function heldOn(series: Series, days: number, athlete: Observation['athlete']): Observation {
  const rung = rungOf(catalog, series.position, series.rung);
  const until = series.until ?? 3;
  const progress = 1 - (days - until) / (SPAN - until);
  const clean = Math.max(4, series.from + (series.to - series.from) * progress + gaussian(random) * 1.8);
  const reached = clean >= rung.target;
  const total = reached ? rung.target : Math.min(rung.target + 4, clean + 2 + random() * 7);
  const others = record(catalog.families, series.position).pads.filter((p) => p !== series.fault);
  const second = others[Math.floor(random() * 4)]!;
  return {
    format: 'upright-anchor/observation',
    version: 1,
    position: series.position,
    rung: series.rung,
    view: 'side',
    method: record(catalog.families, series.position).defaultMethod,
    athlete,
    frames: [],
    events: reached
      ? []
      : [
          { t: tenth(clean), fault: series.fault, state: 'on' },
          ...(total - clean > 4 ? [{ t: tenth(clean + 2.5), fault: second, state: 'on' as const }] : []),
        ],
    ended: { t: tenth(total), reason: reached ? 'target' : random() < 0.7 ? 'position-lost' : 'coach' },
    target: rung.target,
    evidence: { 'felt-first': series.felt },
  };
}

async function addHolds(
  coach: Account,
  id: string,
  plan: DemoPerson,
  athlete: Observation['athlete'],
): Promise<Look[]> {
  const looks: Look[] = [];
  for (const series of plan.holds ?? [])
    for (let days = SPAN; days >= (series.until ?? 3); days -= series.every) {
      const observation = heldOn(series, days, athlete);
      const startedAt = at(days, 9 + Math.floor(random() * 9), Math.floor(random() * 60));
      looks.push(
        await call('looks.add', { as: coach, params: { id }, body: { id: randomUUID(), startedAt, observation } }),
      );
    }
  return looks.sort((a, b) => b.startedAt.localeCompare(a.startedAt));
}

/** What was tried after the third look from the end, so that the next one can offer what worked first. */
async function addMends(coach: Account, looks: readonly Look[]): Promise<void> {
  const tried = looks[2] ?? looks.at(-1);
  const fault = tried?.observation.events?.[0]?.fault;
  if (!tried || !fault) return;
  const { mends } = record(catalog.faults, fault);
  for (const [step, result] of ['did-not', 'helped'].entries())
    await call('mends.add', {
      as: coach,
      params: { id: tried.id },
      body: { id: randomUUID(), fault, step, kind: mends[step]!.kind, result: result as 'did-not' | 'helped' },
    });
}

async function addScreens(coach: Account, id: string, plan: DemoPerson): Promise<void> {
  for (const screen of plan.screens ?? []) {
    const reps = screen.record.screen === 'overhead-squat' ? ['front', 'side', 'rear'] : ['front.left', 'front.right'];
    const counted = {
      reps: Object.fromEntries(reps.map((where) => [where, 4])),
      wideStance: false,
      supported: false,
      tests: {},
      ...screen.record,
    };
    await call('screens.add', {
      as: coach,
      params: { id },
      body: { id: randomUUID(), doneAt: at(screen.days, 9, 30), record: counted },
    });
  }
}

async function assignDrills(coach: Account, id: string, look: Look, days: number): Promise<void> {
  const circumstance = await context.circumstances.of(id, look.startedAt);
  const { choice, method, ranking } = evaluate({ observation: look.observation }, catalog, circumstance);
  if (choice.chosen.length === 0) return;
  await call('prescriptions.add', {
    as: coach,
    params: { id },
    body: {
      lookId: look.id,
      family: look.observation.position,
      method: method.name,
      causes: ranking
        .filter((r) => r.probability >= WORTH_TELLING)
        .slice(0, 4)
        .map(({ cause, probability }) => ({ cause, probability })),
      items: choice.chosen.map((c) => ({
        drill: c.drill,
        dose: c.dose,
        size: c.size && typeof c.size === 'object' ? { sizing: c.size.sizing, value: c.size.value } : null,
        why: chosenWhy(catalog, c),
        changes: c.changes,
        minutes: c.minutes,
      })),
      startsOn: dayAgo(days),
      relookOn: dayAgo(days - 10),
    },
  });
}

async function addPictures(
  coach: Account,
  id: string,
  plan: DemoPerson,
  athlete: NonNullable<Observation['athlete']>,
): Promise<void> {
  let before: string | null = null;
  for (const shot of plan.pictures ?? []) {
    const body = bodyOf(athlete);
    const rung = rungOf(catalog, 'front-plank', shot.rung);
    const camera = { ...DEFAULT_CAMERA, roll: 1.5, offSquare: 5 };
    const seen = simulatePicture(withFaults(rung.pose, shot.faults, body), body, camera, 2, random);
    const png = await sharp(Buffer.from(simulatedSvg(seen, body)))
      .png()
      .toBuffer();
    const startedAt = at(shot.days, 10, 15);
    const media = await then(startedAt, () => call('media.add', { as: coach, params: { id }, picture: png }));
    const points = Object.fromEntries(SIDE_LANDMARKS.map((name) => [name, seen.points[name]!.map(tenth)]));
    const lookId = randomUUID();
    const relookOf: string | null = before;
    await call('looks.add', {
      as: coach,
      params: { id },
      body: {
        id: lookId,
        startedAt,
        mediaId: media.id,
        relookOf,
        observation: {
          format: 'upright-anchor/observation',
          version: 1,
          position: 'front-plank',
          rung: shot.rung,
          view: 'side',
          method: 'straight',
          athlete,
          picture: { width: media.width, height: media.height },
          floor: seen.floor.map((p) => [...p]) as Observation['floor'],
          frames: [{ t: 0, points: points }],
        },
      },
    });
    before = lookId;
  }
}

async function addPerson(owner: Account, coach: Account, plan: DemoPerson, groupId: string): Promise<void> {
  const { group: _group, age, ...rest } = plan.person;
  const birthYear = age === undefined ? rest.birthYear : Number(today.slice(0, 4)) - age;
  const person = await call('people.add', { as: owner, body: { ...rest, birthYear, groupId } });
  const params = { id: person.id };
  for (const { caution, daysAgo, untilIn, note } of plan.cautions ?? [])
    await call('cautions.add', {
      as: owner,
      params,
      body: { caution, from: dayAgo(daysAgo), until: untilIn === undefined ? null : addDays(today, untilIn), note },
    });
  for (const consent of plan.consents ?? [])
    await call('consents.add', {
      as: owner,
      params,
      body: {
        ...consent,
        purpose: consent.kind === 'pictures' ? 'comparing positions over time' : 'a hand on back, ribs or shoulders',
        from: dayAgo(80),
      },
    });
  if (plan.here) await call('attendance.set', { as: coach, params, body: { here: true } });
  const athlete = { stature: person.stature!, mass: person.mass!, sex: person.sex };
  const looks = await addHolds(coach, person.id, plan, athlete);
  await addMends(coach, looks);
  if (plan.asked !== undefined)
    await then(at(plan.asked, 9, 0), () =>
      call('intakes.add', {
        as: coach,
        params,
        body: { answers: Object.fromEntries(stopSigns.map((sign) => [sign.id, false])) },
      }),
    );
  for (const goal of plan.goals ?? []) await call('goals.set', { as: coach, params: { ...params, goal } });
  await addScreens(coach, person.id, plan);
  if (plan.assigned !== undefined && looks[0]) await assignDrills(coach, person.id, looks[0], plan.assigned);
  await addPictures(coach, person.id, plan, athlete);
}

/** The hall's own drill: a bridge with the heels on a boat's bench. */
async function addOwnDrill(coach: Account): Promise<void> {
  const bridge = record(catalog.drills, 'bridge');
  const own = {
    ...bridge,
    id: 'thwart-bridge',
    name: 'Bridge, heels on the thwart',
    how: ['Heels on a boat’s bench, knees square, seat lifted until the hips are straight.', ...bridge.how.slice(1)],
    copiedFrom: bridge.id,
    easier: bridge.id,
    harder: undefined,
  };
  await call('entries.put', {
    as: coach,
    params: { kind: 'drills', key: own.id },
    body: JSON.parse(JSON.stringify(own)) as Record<string, unknown>,
  });
}

/** Both coaches practise now and then, the coach more often and by now better. */
const EYES: readonly { who: 'owner' | 'coach'; days: number; kind: DealKind; eye: SimulatedEye }[] = (() => {
  const eye = (sees: number, alarms: number, late: number, placing = 0.009): SimulatedEye => ({
    placing,
    sees,
    alarms,
    late: { mean: late, sd: 0.35 },
    reads: { bias: -2, sd: 3 },
  });
  return [
    { who: 'coach', days: 40, kind: 'placing', eye: eye(1, 0, 0) },
    { who: 'coach', days: 38, kind: 'holds', eye: eye(0.65, 0.06, 0.9) },
    { who: 'coach', days: 31, kind: 'holds', eye: eye(0.75, 0.05, 0.8) },
    { who: 'coach', days: 24, kind: 'pictures', eye: eye(0.8, 0.15, 0) },
    { who: 'coach', days: 17, kind: 'holds', eye: eye(0.85, 0, 0.6) },
    { who: 'coach', days: 9, kind: 'pictures', eye: eye(0.9, 0.1, 0) },
    { who: 'coach', days: 4, kind: 'holds', eye: eye(0.95, 0, 0.5) },
    { who: 'owner', days: 16, kind: 'holds', eye: eye(0.7, 0.3, 1) },
    { who: 'owner', days: 3, kind: 'holds', eye: eye(0.8, 0.2, 0.9) },
  ];
})();

/** Rounds of practice, each on its day; the owner played the coach's round of the day before after her. */
async function addEyes(accounts: Record<'owner' | 'coach', Account>): Promise<void> {
  let last: string | null = null;
  for (const { who, days, kind, eye } of [...EYES].sort((a, b) => b.days - a.days)) {
    const as = accounts[who];
    await then(at(days, 18, 10), async () => {
      const id = randomUUID();
      const of = who === 'owner' ? last : null;
      const { dealt } = await call('deals.add', {
        as,
        body: { id, kind, families: kind === 'holds' ? ['front-plank', 'hollow'] : [], of },
      });
      await call('deals.answer', { as, params: { id }, body: { answered: answersOf(dealt, eye, random) } });
      if (kind === 'holds') last = id;
    });
  }
}

/** Two templates, and today's lunchtime class made of one of them. */
async function addClasses(coach: Account, lunch: readonly string[]): Promise<void> {
  const block = (
    id: string,
    move: string,
    work: number,
    rest: number,
    rounds: number,
    sides: ClassBlock['sides'] = 'none',
    more: Partial<ClassBlock> = {},
  ) => ({
    id,
    move,
    work,
    rest,
    rounds,
    sides,
    ...more,
  });
  const basics = {
    minutes: 30,
    kit: { box: 2, band: 3, wedges: 2, wall: 8 },
    blocks: [
      block('warm', 'all-fours', 30, 15, 1),
      block('front', 'front-plank', 30, 20, 3),
      block('side', 'side-plank', 20, 15, 2, 'each'),
      block('dog', 'bird-dog', 40, 20, 2, 'alternate'),
      block('low', 'class-moves/leg-lower', 30, 20, 2),
    ],
  };
  const one = (name: string, day: string | null, more: Partial<ClassInput> = {}): Promise<unknown> =>
    call('classes.add', {
      as: coach,
      body: { id: randomUUID(), name, day, members: [], pins: [], ...basics, ...more },
    });
  await one('Trunk basics, half an hour', null);
  await one('Hollow and arch', null, {
    minutes: 40,
    blocks: [
      block('bug', 'dead-bug', 50, 20, 2, 'none', { pace: { is: 'breaths', breaths: 5, in: 4, out: 6 } }),
      block('hollow', 'hollow', 30, 5, 3, 'none', { stepDown: 20, joined: true }),
      block('arch', 'arch', 20, 20, 3),
      block('up', 'push-up', 30, 20, 2, 'none', { pace: { is: 'reps', reps: 6, up: 1, pause: 1, down: 2 } }),
      block('lines', 'front-plank', 60, 30, 2, 'none', { pace: { is: 'shape' } }),
    ],
  });
  await one('Lunchtime, trunk basics', today, { members: [...lunch] });
  const last = addDays(today, -6);
  const id = randomUUID();
  const instant = at(6, 12, 15);
  await then(instant, () => one('Lunchtime, trunk basics', last, { id, members: [...lunch] }));
  await then(instant, () => ranClass(coach, id, lunch, instant));
}

/** Last week's class as it ran: some of it noted, one gone early, and most of what was noted kept. */
async function ranClass(coach: Account, classId: string, lunch: readonly string[], began: string): Promise<void> {
  const run = await call('runs.add', { as: coach, params: { id: classId }, body: { id: randomUUID() } });
  const parts = timelineOf(run.blocks);
  const start = Date.parse(began);
  const note = (seconds: number, event: RunSaid): RunEvent => ({
    ...event,
    id: randomUUID(),
    at: start + Math.round(seconds * 1000),
  });
  /** Seconds on the class's clock at which a work begins. */
  const begins = (block: string, round: number): number => {
    const index = parts.findIndex((p) => p.is === 'work' && p.block === block && p.round === round);
    return parts.slice(0, index).reduce((sum, p) => sum + p.seconds, 0);
  };
  const seen = (n: number, round: number, fault: string, t: number): RunEvent =>
    note(begins('front', round) + t, {
      is: 'seen',
      member: lunch[n]!,
      where: { block: 'front', round, side: null },
      fault,
      t,
    });
  const end = parts.reduce((sum, p) => sum + p.seconds, 0);
  const events = [
    note(0, { is: 'start' }),
    // The first has never been looked at, and stays so: a hall has such people.
    seen(2, 1, 'hip-sag', 21),
    seen(1, 1, 'hip-sag', 16.5),
    seen(2, 2, 'chin-poke', 24),
    seen(1, 3, 'hip-sag', 12),
    note(begins('dog', 1), { is: 'left', member: lunch[3]! }),
    note(end + 1, { is: 'end' }),
  ];
  await call('runs.note', { as: coach, params: { id: run.id }, body: { events, since: 0 } });
  const { notes } = stateOf(runPlanOf(run), events);
  await call('runs.keep', { as: coach, params: { id: run.id }, body: { notes: notes.slice(0, 3).map((n) => n.key) } });
}

async function fill(): Promise<void> {
  if ((await context.accounts.count()) > 0) throw new Error(`${config.dataDir} is not empty; start with --reset.`);
  const passwordHash = await hash(DEMO_SIGN_IN.password);
  const owner = (await context.accounts.add({
    name: 'Halla Mooring',
    email: 'owner@harbour.example',
    role: 'owner',
    passwordHash,
    groups: [],
  }))!;
  const coach = (await context.accounts.add({
    name: 'Jonna Reef',
    email: DEMO_SIGN_IN.email,
    role: 'coach',
    passwordHash: await hash(DEMO_SIGN_IN.password),
    groups: [],
  }))!;
  if (config.demoZone !== undefined) await context.studio.setDefaults({ ...noDefaults(), timeZone });
  const groups = new Map<string, string>();
  for (const name of GROUPS) groups.set(name, (await call('groups.add', { as: owner, body: { name } })).id);
  await context.accounts.add({
    name: 'Casper Vane',
    email: 'assistant@harbour.example',
    role: 'assistant',
    passwordHash: await hash(DEMO_SIGN_IN.password),
    groups: [groups.get('Climbing squad')!],
  });
  await addOwnDrill(coach);
  for (const plan of PEOPLE) await addPerson(owner, coach, plan, groups.get(plan.person.group)!);
  await addEyes({ owner, coach });
  const lunch = await call('people.list', {
    as: coach,
    query: { group: groups.get('Lunch class')!, limit: 50 },
  });
  await addClasses(
    coach,
    lunch.items.map((p) => p.id),
  );
  await context.judging.sweep();
  const everybody = await call('people.list', { as: coach, query: { limit: 100 } });
  await addProgrammes(
    {
      keep: (as, id, body) => call('programmes.keep', { as, params: { id }, body }),
      log: (as, id, logs) => call('programmes.log', { as, params: { id }, body: { logs } }),
      then,
    },
    coach,
    (name) => everybody.items.find((p) => p.name === name)!.id,
    today,
    random,
  );
  await addRecords(
    {
      programmes: (as, id) => call('programmes.list', { as, params: { id } }),
      prescriptions: (as, id) => call('prescriptions.list', { as, params: { id } }),
      link: (as, id, body) => call('links.add', { as, params: { id }, body }),
      open: (secret) => call('solo.open', { as: coach, body: { secret } }),
      announce: (body) => call('solo.clip', { as: coach, body }),
      content: (id, stream) => call('solo.content', { as: coach, params: { id }, stream }),
      send: (as, id, body) => call('letters.send', { as, params: { id }, body }),
      look: (as, id, body) => call('looks.add', { as, params: { id }, body }),
      address: (as, id, email) => call('people.change', { as, params: { id }, body: { email } }),
      then,
    },
    coach,
    (name) => everybody.items.find((p) => p.name === name)!.id,
    (days, hour) => at(days, hour, 10),
    random,
  );
  await context.judging.sweep();
  await Promise.all([db.destroy(), context.trail.close()]);
  writeFileSync(`${config.dataDir}/filled`, `${new Date(started).toISOString()}\n`);
}

fill().catch((error: Error) => {
  process.stderr.write(`The demo cannot be filled: ${error.message}\n`);
  process.exit(1);
});
