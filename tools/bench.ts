/** `npm run bench`: how fast the core and the server are on this machine, bundled as they ship, and how much the interface loads first. */
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { Agent, get } from 'node:http';
import type { AddressInfo } from 'node:net';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { hash } from '@node-rs/argon2';
import { CSRF_HEADER } from '../api/common.js';
import { bodyOf } from '../core/body/anthropometry.js';
import { simulatePicture, withFaults } from '../core/body/simulate.js';
import { rungOf } from '../core/catalog/index.js';
import { catalog } from '../core/catalog/shipped.js';
import { ladders, rungsOnLadder, placeKey } from '../core/catalog/ladders.js';
import { classQuerySchema, type ClassQuery } from '../core/formats/class.js';
import { planQuerySchema } from '../core/formats/programme.js';
import { planProgramme } from '../core/programme/plan.js';
import { leverQuerySchema } from '../core/formats/lever.js';
import { graphLinks } from '../core/ladder/places.js';
import { leverReport } from '../core/statics/lever.js';
import { loadOf } from '../core/statics/load.js';
import { findSteps } from '../core/statics/step.js';
import { layOutLadders } from '../web/views/ladders/layout.js';
import { DAY_MS, hallDay } from '../core/days.js';
import { evaluate } from '../core/evaluate/evaluate.js';
import { judge, type Judged } from '../core/evaluate/judge.js';
import { see } from '../core/evaluate/see.js';
import { planClass } from '../core/class/plan.js';
import { deal, practisable } from '../core/eye/deal.js';
import { scoreRound } from '../core/eye/rounds.js';
import { judgedBy, nobody } from '../core/person/circumstance.js';
import { observationSchema, type Observation } from '../core/formats/observation.js';
import { chooseDrills } from '../core/prescribe/choose.js';
import { nextBestTest, openTests, reasonAbout } from '../core/reason/rank.js';
import { median, seededRandom } from '../core/statistics.js';
import { createApp } from '../server/app.js';
import { readConfig, type Config } from '../server/config.js';
import { openDatabase } from '../server/database/open.js';
import { noDefaults } from '../server/repositories/studio.js';
import { firstLoad } from './first-load.js';
import { clipRows } from './clip-bench.js';
import { importRows } from './import-bench.js';
import { secondDeviceRow } from './second-device.js';
import { slowPhoneRows } from './slow-phone.js';
import { loadSolver } from '../server/work/solver.js';

const body = bodyOf();
const random = seededRandom(3);
const frame = (sag: number) =>
  simulatePicture(withFaults(rungOf(catalog, 'front-plank').pose, { hipLine: sag }, body), body, undefined, 2, random)
    .points;
const envelope = {
  format: 'upright-anchor/observation',
  version: 1,
  position: 'front-plank',
  view: 'side',
  athlete: { stature: 1.75 },
  picture: { width: 1280, height: 720 },
  floor: [
    [0, 640],
    [1280, 640],
  ],
};
const still = observationSchema.parse({ ...envelope, frames: [{ t: 0, points: frame(9) }] });
const clip = observationSchema.parse({
  ...envelope,
  frames: Array.from({ length: 1800 }, (_, i) => ({ t: i / 30, points: frame(i < 1000 ? 2 : 11) })),
});

const watchedHold: Observation = observationSchema.parse({
  ...envelope,
  frames: [],
  events: [{ t: 20, fault: 'hip-sag', state: 'on' }],
  ended: { t: 30, reason: 'coach' },
  target: 40,
  evidence: { 'felt-first': 'low-back' },
});

/** Median milliseconds of `runs` calls after a warm-up. */
function time(runs: number, work: () => unknown): number {
  for (let i = 0; i < Math.min(runs, 20); i += 1) work();
  const took: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const from = performance.now();
    work();
    took.push(performance.now() - from);
  }
  return median(took);
}

/** A studio in a folder of its own with so many people and looks, put in straight: what is timed is reading, not entering. */
interface Hall {
  dir: string;
  people: string[];
}
const DEFAULTS = { ...noDefaults(), timeZone: 'UTC' };
const configOf = (dir: string): Config => ({
  ...readConfig({}),
  dataDir: dir,
  logLevel: 'silent',
  background: false,
  build: 'bench',
});

async function hallOf(people: number, looksEach: number): Promise<Hall> {
  const dir = mkdtempSync(join(tmpdir(), 'anchor-bench-'));
  const db = await openDatabase(dir);
  const { context } = createApp(configOf(dir), db);
  await context.studio.setDefaults(DEFAULTS);
  const coach = (await context.accounts.add({
    name: 'C',
    email: 'c@c.example',
    role: 'coach',
    passwordHash: await hash('benchmark-1'),
    groups: [],
  }))!;
  const records = [still, watchedHold].map((o) => JSON.stringify(o));
  const ids = Array.from({ length: people }, () => randomUUID());
  const first = Date.now() - looksEach * DAY_MS;
  for (let i = 0; i < people; i += 100) {
    const some = ids.slice(i, i + 100);
    await db.batchInsert(
      'people',
      some.map((id, k) => ({
        id,
        name: `P ${String(i + k).padStart(5, '0')}`,
        stature: 1.7,
        sex: 'unspecified',
        created_at: new Date().toISOString(),
        last_look_at: new Date(first + (looksEach - 1) * DAY_MS).toISOString(),
        // One in a hundred is due.
        last_look_day: hallDay((i + k) % 100 === 0 ? first - 30 * DAY_MS : first + (looksEach - 1) * DAY_MS, 'UTC'),
      })),
      100,
    );
    await db.batchInsert(
      'attendance',
      // A hall's evening: twelve are here, however many are on the roster.
      some.slice(0, i === 0 ? 12 : 0).map((person_id) => ({ person_id, day: hallDay(Date.now(), 'UTC') })),
      100,
    );
    const looks = some.flatMap((person_id) =>
      Array.from({ length: looksEach }, (_, n) => ({
        id: randomUUID(),
        person_id,
        started_at: new Date(first + n * DAY_MS).toISOString(),
        day: hallDay(first + n * DAY_MS, 'UTC'),
        position: 'front-plank',
        record: records[n % 3 === 0 ? 0 : 1],
        made_by: coach.id,
      })),
    );
    await db.transaction(async (trx) => void (await trx.batchInsert('observations', looks, 90)));
  }
  await db.raw('analyze');
  await db.destroy();
  return { dir, people: ids };
}

type Asked = 'empty' | 'history' | 'ladders' | 'floor' | 'roster' | 'search' | 'sql';
const ROUNDS = 200;
/** Milliseconds of a studio's requests just after a start, and of the bare queries behind a history, in the same process. */
async function requestsOf({
  dir,
  people,
}: Hall): Promise<Record<'empty' | 'history' | 'ladders' | 'floor' | 'roster' | 'search' | 'sql', number>> {
  const sample = people.slice(40, 80);
  // What was judged is kept by an earlier run of the program.
  const earlier = await openDatabase(dir);
  const { judging, people: store } = createApp(configOf(dir), earlier).context;
  for (const id of sample) await judging.holdsOf((await store.judgedAs(null, id))!);
  await earlier.destroy();

  const db = await openDatabase(dir);
  const server = createApp(configOf(dir), db).app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
  const session = await fetch(`${url}/session`);
  const { token } = (await session.json()) as { token: string };
  const signed = await fetch(`${url}/session`, {
    method: 'POST',
    headers: { [CSRF_HEADER]: token, 'content-type': 'application/json' },
    body: JSON.stringify({ email: 'c@c.example', password: 'benchmark-1' }),
  });
  const headers = { cookie: signed.headers.getSetCookie()[0]!.split(';')[0]! };
  const agent = new Agent({ keepAlive: true });
  /** From asking to the last byte, compressed as a browser asks for it; unpacking is the browser's own process. */
  const request = (path: string): Promise<number> =>
    new Promise((resolve, reject) => {
      const from = performance.now();
      get(`${url}${path}`, { agent, headers: { ...headers, 'accept-encoding': 'gzip' } }, (answer) => {
        answer.resume().on('error', reject);
        answer.on('end', () => resolve(performance.now() - from));
      }).on('error', reject);
    });
  /** The queries that a history of 25 cannot do without: the looks, and their mends. */
  const sql = async (id: string): Promise<number> => {
    const from = performance.now();
    const rows = (await db('observations')
      .where('person_id', id)
      .whereNull('deleted_at')
      .orderBy('started_at', 'desc')
      .limit(25)) as { id: string }[];
    await db('mends').whereIn(
      'observation_id',
      rows.map((r) => r.id),
    );
    return performance.now() - from;
  };
  // In turn, so that a machine that is slow for a while is slow for all of them alike.
  const took = { empty: [], history: [], ladders: [], floor: [], roster: [], search: [], sql: [] } as Record<
    Asked,
    number[]
  >;
  for (let i = 0; i < ROUNDS; i += 1) {
    const id = sample[i % sample.length]!;
    took.sql.push(await sql(id));
    // Signed in, and nothing behind it.
    took.empty.push(await request('/nothing'));
    took.history.push(await request(`/people/${id}/looks?limit=25`));
    took.ladders.push(await request(`/people/${id}/ladders`));
    took.floor.push(await request('/floor'));
    took.roster.push(await request('/people?limit=50'));
    took.search.push(await request('/people?search=0005&limit=20'));
  }
  const warm = (what: Asked): number[] => took[what].slice(ROUNDS / 5);
  const found = Object.fromEntries((Object.keys(took) as Asked[]).map((what) => [what, median(warm(what))])) as Record<
    Asked,
    number
  >;
  agent.destroy();
  server.closeAllConnections();
  server.close();
  await db.destroy();
  return found;
}

/** All ladders with own versions behind them up to 150, laid out as the page does. */
function layOut150(): void {
  const spare = 150 - ladders.flatMap((l) => rungsOnLadder(catalog, l)).length;
  const edge = rungOf(catalog, 'edge', 'full');
  const rungs = [...catalog.rungs, ...Array.from({ length: spare }, (_, i) => ({ ...edge, id: `own-${i}` }))];
  const places = ladders.flatMap((l) => rungsOnLadder({ rungs }, l).map(placeKey));
  if (places.length !== 150) throw new Error(`expected 150 rungs, got ${places.length}`);
  layOutLadders(places, graphLinks({ ...catalog, rungs }), 204, 54);
}

/** A class whose boxes and bands do not go round; carries take two weights each. */
function classOf(people: number, blocks: number, carried: boolean): ClassQuery {
  const moves = ['front-plank', 'side-plank', 'bird-dog', carried ? 'carry' : 'hollow'];
  const places = ['knees', 'forearm', 'straight-arm', 'long-lever'];
  return classQuerySchema.parse({
    format: 'upright-anchor/class-query',
    version: 1,
    minutes: 60,
    kit: { box: 4, band: 6, weights: 9 },
    members: Array.from({ length: people }, (_, i) => ({
      id: `m${i}`,
      athlete: { stature: 1.5 + (i % 9) / 20, mass: 50 + 2 * (i % 20) },
      places: { 'front-plank': { rung: places[i % 4], clean: 10 + 3 * (i % 12) } },
      causes: i % 3 === 0 ? [{ cause: 'lever', probability: 0.6 }] : [],
    })),
    blocks: Array.from({ length: blocks }, (_, i) => ({
      id: `b${i}`,
      move: moves[i % moves.length],
      work: 30,
      rest: 15,
      rounds: 3,
    })),
  });
}

const rows: [string, string, string][] = [];
const NOBODY = nobody();
const judged = (observation: Observation, asked = ''): Judged =>
  judge(see({ observation }, catalog), catalog, judgedBy(NOBODY, asked));
rows.push([
  'one still while a point is dragged: measures with errors, verdicts',
  `${time(400, () => judged(still)).toFixed(2)} ms`,
  'at most 0.8 ms',
]);
const told: Observation = { ...still, camera: { distance: 3, height: 0.6 } };
rows.push([
  'the same through a lens near by, its perspective undone',
  `${time(400, () => judged(told)).toFixed(2)} ms`,
  'under 2 ms',
]);
rows.push([
  'the same with causes, drills and the next step',
  `${time(300, () => evaluate({ observation: still }, catalog, NOBODY)).toFixed(2)} ms`,
  '',
]);
rows.push(['60 s clip at 30 Hz, judged', `${time(10, () => judged(clip)).toFixed(0)} ms`, 'under 50 ms']);
const { ranking, facts, family: position, method, findings } = evaluate({ observation: watchedHold }, catalog, NOBODY);
rows.push([
  `ranking of ${catalog.causes.length} causes`,
  `${time(300, () => nextBestTest(reasonAbout(catalog, facts, position, findings), openTests(catalog, facts, position))).toFixed(2)} ms`,
  'under 5 ms',
]);
for (const correcting of ['four-phases', 'position-first'] as const) {
  const way = { ...method, axes: { ...method.axes, correcting } };
  rows.push([
    `choice of drills from ${catalog.drills.length}, ${correcting.replace('-', ' ')}`,
    `${time(100, () => chooseDrills(catalog, { family: position.id, ranking, method: way })).toFixed(1)} ms`,
    'under 20 ms',
  ]);
}
const known = practisable(catalog, NOBODY);
const dealt = deal(known, { kind: 'holds' }, catalog, seededRandom(3))!;
const untapped = { kind: 'holds' as const, answers: dealt.items.map(() => ({ events: [] })) };
rows.push([
  'a round of six simulated holds, scored against its truth',
  `${time(10, () => scoreRound(dealt, untapped, catalog, NOBODY)).toFixed(0)} ms`,
  '',
]);
const solve = await loadSolver();
for (const [people, blocks] of [
  [16, 8],
  [40, 12],
] as const)
  for (const [what, carried] of [
    ['one scarce item a version', false],
    ['several units of several items', true],
  ] as const) {
    const query = classOf(people, blocks, carried);
    rows.push([
      `class of ${people} × ${blocks} blocks × 3 rounds, ${what}`,
      `${time(3, () => planClass(query, catalog, solve)).toFixed(0)} ms`,
      carried ? '' : 'under 300 ms',
    ]);
  }
const longPlan = planQuerySchema.parse({
  format: 'upright-anchor/plan-query',
  version: 1,
  from: '2026-11-30',
  weeks: 8,
  days: ['mon', 'tue', 'wed', 'thu', 'fri', 'sat'],
  minutes: 30,
  kit: ['mat', 'box', 'bar', 'bench', 'wall', 'band', 'roller', 'towel', 'pad', 'stick'],
  places: {
    'front-plank': { rung: 'forearm', clean: 30 },
    hollow: { rung: 'bent-knee', clean: 18 },
    'side-plank': { rung: 'knees', clean: 25 },
    hanging: { rung: 'tuck', clean: 20 },
    'dragon-flag': { rung: 'tuck', clean: 5 },
  },
  goal: 'front-lever/tuck',
  causes: [
    { cause: 'flexor-takeover', probability: 0.5 },
    { cause: 'abs-endurance', probability: 0.4 },
    { cause: 'flexor-short', probability: 0.3 },
    { cause: 'serratus-weak', probability: 0.2 },
  ],
  pins: [
    { week: 2, day: 'tue', item: 'dead-bug-legs' },
    { week: 5, day: 'sat', item: 'arch-hold' },
  ],
  pullDays: ['tue', 'fri'],
});
rows.push([
  'programme of 8 weeks × 6 days, 5 places, 4 causes, 2 pins',
  `${time(5, () => planProgramme(catalog, longPlan, solve)).toFixed(0)} ms`,
  'under 300 ms',
]);
const plank = rungOf(catalog, 'front-plank', 'straight-arm');
const athlete = bodyOf({ stature: 1.8, mass: 80, sex: 'male' });
const query = leverQuerySchema.parse({
  format: 'upright-anchor/lever-query',
  version: 1,
  athlete: { stature: 1.8, mass: 80, sex: 'male' },
  position: 'front-plank',
  rung: 'straight-arm',
  knobs: { handHeight: 0.3 },
});
rows.push(['lever report', `${time(400, () => leverReport(catalog, query)).toFixed(2)} ms`, 'under 1 ms']);
rows.push([
  'find the step: all knobs of a straight-arm plank',
  `${time(60, () => findSteps(plank, athlete, loadOf(plank, athlete)!.value * 1.15)).toFixed(1)} ms`,
  'under 5 ms',
]);
rows.push([
  'find the step: all knobs of an overhead hollow',
  `${time(60, () => {
    const rung = rungOf(catalog, 'hollow', 'overhead');
    findSteps(rung, athlete, loadOf(rung, athlete)!.value * 1.15);
  }).toFixed(1)} ms`,
  'under 5 ms',
]);
rows.push(['graph of 150 rungs, laid out', `${time(20, () => layOut150()).toFixed(0)} ms`, 'under 200 ms drawn']);
const stored = Array.from({ length: 500 }, (_, i) => (i % 3 === 0 ? still : watchedHold));
rows.push([
  're-judging 500 stored looks by another method',
  `${time(3, () => stored.map((look) => judged(look, 'hollow'))).toFixed(0)} ms`,
  'under 1000 ms',
]);
const [small, large] = [await hallOf(200, 50), await hallOf(5000, 50)];
const [few, many] = [await requestsOf(small), await requestsOf(large)];
for (const { dir } of [small, large]) rmSync(dir, { recursive: true, force: true });
const ms = (n: number): string => `${n.toFixed(2)} ms`;
const beyond = (what: 'history' | 'ladders', hall: typeof few): number => (hall[what] - hall.empty) / hall.sql;
for (const [size, hall] of [
  ['200 people, 10,000 looks', few],
  ['5,000 people, 250,000 looks', many],
] as const) {
  rows.push([`an empty request, ${size}`, ms(hall.empty), '']);
  rows.push([`bare queries of 25 looks, ${size}`, ms(hall.sql), '']);
  rows.push([
    `history of 25 just after a start, ${size}`,
    `${ms(hall.history)}: ${beyond('history', hall).toFixed(1)} × the bare queries beyond an empty request`,
    'at most 3 ×',
  ]);
  rows.push([
    `ladders of a person with 50 looks, ${size}`,
    `${ms(hall.ladders)}: ${beyond('ladders', hall).toFixed(1)} × the bare queries beyond an empty request`,
    'at most 5 ×',
  ]);
}
for (const [what, name] of [
  ['floor', 'floor'],
  ['roster', 'first page of the roster'],
  ['search', 'search of the roster'],
] as const)
  rows.push([
    `${name}, 200 and 5,000 people`,
    `${ms(few[what])}, ${ms(many[what])}: ${(many[what] / few[what]).toFixed(2)} ×`,
    'flat',
  ]);
rows.push(await secondDeviceRow(), ...(await importRows()));
const load = existsSync('dist/web/index.html') ? firstLoad() : null;
rows.push([
  'scripts until the door is there, gzip; with what draws the body',
  load ? `${load.scripts.toFixed(0)}, ${load.withFigure.toFixed(0)} kB` : 'not built',
  '150 kB',
]);
rows.push(
  ...(await clipRows().catch((error: unknown): [string, string, string][] => [
    ['a clip', `not measured: ${(error as Error).message}`, ''],
  ])),
  ...(await slowPhoneRows().catch((error: unknown): [string, string, string][] => [
    ['slow phone', `not measured: ${(error as Error).message}`, ''],
  ])),
);
process.stdout.write(
  `${cpus()[0]?.model ?? 'unknown processor'}, ${cpus().length} cores, Node ${process.versions.node}\n\n| what | measured | wanted |\n|---|---|---|\n${rows.map((r) => `| ${r.join(' | ')} |`).join('\n')}\n`,
);
