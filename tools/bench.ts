/** `npm run bench`: how fast the core and the server are on this machine, bundled as they ship, and how much the interface loads first. */
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { hash } from '@node-rs/argon2';
import { CSRF_HEADER } from '../api/common.js';
import { bodyOf } from '../core/body/anthropometry.js';
import { simulatePicture, withFaults } from '../core/body/simulate.js';
import { rungOf, catalog } from '../core/catalog/index.js';
import { ladders, rungsOnLadder, placeKey } from '../core/catalog/ladders.js';
import { leverQuerySchema } from '../core/formats/lever.js';
import { graphLinks } from '../core/ladder/places.js';
import { leverReport } from '../core/statics/lever.js';
import { loadOf } from '../core/statics/load.js';
import { findSteps } from '../core/statics/step.js';
import { layOutLadders } from '../web/views/ladders/layout.js';
import { evaluateObservation } from '../core/evaluate.js';
import { observationSchema, type Observation } from '../core/formats/observation.js';
import { chooseDrills } from '../core/prescribe/choose.js';
import { rankCauses } from '../core/reason/rank.js';
import { median, seededRandom } from '../core/statistics.js';
import { createApp } from '../server/app.js';
import { openDatabase } from '../server/database/open.js';

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

async function historyRate(): Promise<{ perSecond: number; middle: number }> {
  const dir = mkdtempSync(join(tmpdir(), 'anchor-bench-'));
  const db = await openDatabase(dir);
  const { app, context } = createApp(
    { port: 0, host: '127.0.0.1', dataDir: dir, demo: false, trustProxy: false, logLevel: 'silent' },
    db,
  );
  const coach = await context.accounts.add({
    name: 'C',
    email: 'c@c.example',
    role: 'coach',
    passwordHash: await hash('benchmark-1'),
    groups: [],
  });
  const ids: string[] = [];
  for (let i = 0; i < 200; i += 1)
    ids.push(
      await context.people.add({
        name: `P ${i}`,
        groupId: null,
        birthYear: null,
        stature: 1.7,
        mass: null,
        sex: 'unspecified',
        goal: '',
        method: null,
        familyMethods: {},
        kit: null,
        notes: '',
      }),
    );
  for (let i = 0; i < 5000; i += 1) {
    await context.looks.add(
      ids[i % 200]!,
      {
        id: randomUUID(),
        startedAt: new Date(1.77e12 + i * 3.6e6).toISOString(),
        observation: i % 3 === 0 ? still : watchedHold,
        mediaId: null,
        relookOf: null,
        note: '',
      },
      coach.id,
    );
  }
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
  const first = await fetch(`${url}/session`);
  const cookie = first.headers.getSetCookie()[0]!.split(';')[0]!;
  const { token } = (await first.json()) as { token: string };
  const signed = await fetch(`${url}/session`, {
    method: 'POST',
    headers: { cookie, [CSRF_HEADER]: token, 'content-type': 'application/json' },
    body: JSON.stringify({ email: 'c@c.example', password: 'benchmark-1' }),
  });
  const headers = { cookie: signed.headers.getSetCookie()[0]!.split(';')[0]! };
  const took: number[] = [];
  const from = performance.now();
  let next = 0;
  await Promise.all(
    Array.from({ length: 8 }, async () => {
      while (next < 1000) {
        const id = ids[(next += 1) % 200]!;
        const start = performance.now();
        const answer = await fetch(`${url}/people/${id}/looks`, { headers });
        const { items } = (await answer.json()) as { items: unknown[] };
        if (items.length !== 25) throw new Error(`expected 25 looks, got ${items.length}`);
        took.push(performance.now() - start);
      }
    }),
  );
  const seconds = (performance.now() - from) / 1000;
  server.closeAllConnections();
  server.close();
  await db.destroy();
  rmSync(dir, { recursive: true, force: true });
  return { perSecond: took.length / seconds, middle: median(took) };
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

/** Gzipped kilobytes of the page, the styles and the scripts it names; fonts apart. */
function firstLoad(): { page: number; fonts: number } | null {
  if (!existsSync('dist/web/index.html')) return null;
  const page = readFileSync('dist/web/index.html', 'utf8');
  const named = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+)"/g)].map((m) => m[1]!);
  const size = (file: string): number => gzipSync(readFileSync(join('dist/web', file))).length / 1024;
  const latin = readdirSync('dist/web/assets').filter(
    (f) => /latin-(wdth|wght|opsz|standard|full)[^e]*\.woff2$/.test(f) && !f.includes('latin-ext'),
  );
  return {
    page: gzipSync(page).length / 1024 + named.reduce((sum, f) => sum + size(f), 0),
    fonts: latin.reduce((sum, f) => sum + readFileSync(join('dist/web/assets', f)).length / 1024, 0),
  };
}

const rows: [string, string, string][] = [];
rows.push([
  'one still: measures with errors, verdicts',
  `${time(300, () => evaluateObservation(still, { brief: true })).toFixed(2)} ms`,
  'under 1 ms',
]);
rows.push(['the same with drills', `${time(300, () => evaluateObservation(still)).toFixed(2)} ms`, '']);
rows.push([
  '60 s clip at 30 Hz, whole evaluation',
  `${time(10, () => evaluateObservation(clip)).toFixed(0)} ms`,
  'under 50 ms',
]);
const { ranking, facts, family: position, method } = evaluateObservation(watchedHold);
const findings = evaluateObservation(watchedHold).evaluation.findings;
rows.push([
  `ranking of ${catalog.causes.length} causes`,
  `${time(300, () => rankCauses(catalog, facts, position, findings)).toFixed(2)} ms`,
  'under 5 ms',
]);
for (const correcting of ['four-phases', 'position-first'] as const) {
  const way = { ...method, axes: { ...method.axes, correcting } } as typeof method;
  rows.push([
    `choice of drills from ${catalog.drills.length}, ${correcting.replace('-', ' ')}`,
    `${time(100, () => chooseDrills(catalog, { family: position.id, ranking, method: way })).toFixed(1)} ms`,
    'under 20 ms',
  ]);
}
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
  `${time(3, () => stored.map((look) => evaluateObservation(look, { method: 'hollow', brief: true }))).toFixed(0)} ms`,
  'under 1000 ms',
]);
const history = await historyRate();
rows.push([
  'history of 25 looks, 200 people, 5,000 looks, 8 at once',
  `${history.perSecond.toFixed(0)} requests/s, median ${history.middle.toFixed(0)} ms`,
  '',
]);
const load = firstLoad();
rows.push([
  'first load of the interface, gzip',
  load ? `${load.page.toFixed(0)} kB, fonts ${load.fonts.toFixed(0)} kB` : 'not built',
  '',
]);
process.stdout.write(
  `${cpus()[0]?.model ?? 'unknown processor'}, ${cpus().length} cores, Node ${process.versions.node}\n\n| what | measured | wanted |\n|---|---|---|\n${rows.map((r) => `| ${r.join(' | ')} |`).join('\n')}\n`,
);
