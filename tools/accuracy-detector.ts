/**
 * `npm run accuracy:detector`: points found by the device against true angles, over positions, clothes, lights, bodies and cameras that the
 * detector does not know; writes the table in docs/measuring.md. Needs a browser. The people are the application's own drawn ones: it says
 * nothing of people in a hall.
 */
import { build } from 'esbuild';
import { readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import puppeteer from 'puppeteer-core';
import { bodyOf } from '../core/body/anthropometry.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults, type PoseFaults } from '../core/body/simulate.js';
import { rungOf } from '../core/catalog/index.js';
import { catalog } from '../core/catalog/shipped.js';
import { clipError, clipFloor, clipRecord } from '../core/clip/record.js';
import { judgedMeasures, see } from '../core/evaluate/see.js';
import { OBSERVATION_FORMAT, observationSchema } from '../core/formats/observation.js';
import type { FloorLine, Landmarks } from '../core/landmarks.js';
import { quantile, seededRandom } from '../core/statistics.js';
import { ensureChromium } from './ensure.mjs';
import { VISION_FILES, writeVision } from './pose-model.mjs';
import { PICTURE, type FoundOf, type Posed } from './detector-page.js';

const VISION = 'node_modules/.cache/vision';
const CASES: [family: string, rung: string, faults: PoseFaults[]][] = [
  [
    'front-plank',
    'forearm',
    [{}, { hipLine: 8 }, { hipLine: 14 }, { hipLine: 20 }, { hipLine: -12 }, { knee: 160 }, { neck: 25 }],
  ],
  ['front-plank', 'straight-arm', [{}, { hipLine: 12 }, { hipLine: -14 }]],
  ['front-plank', 'knees', [{}, { hipLine: 12 }]],
  ['front-plank', 'raised', [{}, { hipLine: 12 }]],
  ['hollow', 'straight', [{}, { arch: 20 }, { knee: 155 }]],
  ['hollow', 'overhead', [{}, { arch: 20 }]],
  ['push-up', 'full', [{}]],
  ['all-fours', 'floor', [{}]],
  ['bird-dog', 'opposite', [{}]],
  ['arch', 'hands-by-side', [{}]],
  ['dead-bug', 'opposite', [{}]],
  ['hanging', 'tuck', [{}]],
  ['hanging', 'half', [{}]],
  ['overhead-squat', 'free', [{}]],
  ['carry', 'both-hands', [{}]],
];
const DRESSES = ['plain', 'dark', 'bright'];
/** Pictures of each case. */
const EACH = 6;

function cases(): Posed[] {
  const random = seededRandom(23);
  const between = (low: number, high: number): number => low + (high - low) * random();
  return CASES.flatMap(([family, rung, all]) =>
    all.flatMap((faults) =>
      Array.from({ length: EACH }, (_, i) => ({
        family,
        rung,
        faults,
        body: { stature: between(1.5, 1.95), sex: i % 2 === 0 ? ('female' as const) : ('male' as const) },
        dress: DRESSES[i % DRESSES.length]!,
        offSquare: between(-12, 12),
        lens: { distance: between(2.4, 4), height: between(0.4, 1.2) },
      })),
    ),
  );
}

async function looked(posed: readonly Posed[]): Promise<FoundOf[]> {
  await writeVision(VISION);
  const bundle = async (entry: string): Promise<string> => {
    const { outputFiles } = await build({
      entryPoints: [entry],
      bundle: true,
      format: 'esm',
      write: false,
      logLevel: 'error',
      define: { VISION_FILES: '"/vision"' },
    });
    return outputFiles[0]!.text;
  };
  const files = new Map<string, [type: string, body: string | Buffer]>([
    ['/', ['text/html', '<!doctype html><script type="module" src="/page.js"></script>']],
    ['/page.js', ['text/javascript', await bundle('tools/detector-page.ts')]],
    ['/pose.worker.ts', ['text/javascript', await bundle('web/clip/pose.worker.ts')]],
    ...VISION_FILES.map((name): [string, [string, Buffer]] => [
      `/vision/${name}`,
      [
        name.endsWith('.js')
          ? 'text/javascript'
          : name.endsWith('.wasm')
            ? 'application/wasm'
            : 'application/octet-stream',
        readFileSync(`${VISION}/${name}`),
      ],
    ]),
  ]);
  const server = createServer((request, response) => {
    const file = files.get(request.url ?? '');
    response.writeHead(file ? 200 : 404, { 'Content-Type': file?.[0] ?? 'text/plain' }).end(file?.[1] ?? '');
  }).listen(0, '127.0.0.1');
  const browser = await puppeteer.launch({
    executablePath: ensureChromium(),
    args: ['--no-sandbox', '--headless', '--disable-quic', '--no-first-run', '--enable-unsafe-swiftshader'],
    protocolTimeout: 120_000,
  });
  try {
    const page = await browser.newPage();
    await page.goto(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
    await page.waitForFunction('globalThis.look');
    const all: FoundOf[] = [];
    for (const one of posed) all.push((await page.evaluate(`look(${JSON.stringify(one)})`)) as FoundOf);
    return all;
  } finally {
    await browser.close();
    server.close();
  }
}

/** What of found points is measured by: not what is hardly seen. */
const kept = (points: Landmarks, visible: FoundOf['visible']): Landmarks =>
  clipRecord([{ t: 0, points, sd: {} }], {
    picture: PICTURE,
    error: null,
    floor: null,
    view: 'side',
    found: [{ t: 0, found: { points, visible }, moved: {} }],
  }).frames[0]?.points ?? {};

/** The measures of a picture's points, each with its error: of those that are judged at the version. */
function measured(posed: Posed, points: Landmarks, landmarkSd: number, floor: FloorLine | null, far: boolean) {
  const { width, height } = far ? DEFAULT_CAMERA : PICTURE;
  const { body, family, rung } = posed;
  const judged = judgedMeasures(catalog, rungOf(catalog, family, rung), 'side');
  const observation = observationSchema.parse({
    format: OBSERVATION_FORMAT,
    version: 1,
    position: family,
    rung,
    view: 'side',
    athlete: body,
    picture: { width, height },
    ...(far ? {} : { camera: posed.lens }),
    ...(floor ? { floor } : {}),
    landmarkSd,
    frames: [{ t: 0, points }],
  });
  const { picture } = see({ observation }, catalog);
  return new Map(picture!.measures.filter((m) => judged.includes(m.id)).map((m) => [m.id, m]));
}

const posed = cases();
const found = await looked(posed);
const errors = new Map<string, { off: number; z: number }[]>();
let missed = 0;
posed.forEach((one, i) => {
  const { found: points } = found[i]!;
  if (!points) {
    missed += 1;
    return;
  }
  const body = bodyOf(one.body);
  const { pose } = rungOf(catalog, one.family, one.rung);
  const truth = simulatePicture(Object.keys(one.faults).length > 0 ? withFaults(pose, one.faults, body) : pose, body);
  const names = Object.keys(points) as (keyof Landmarks)[];
  const same = Object.fromEntries(names.flatMap((name) => (truth.points[name] ? [[name, truth.points[name]]] : [])));
  const known = measured(one, same, 0, truth.floor, true);
  const error = clipError([{ t: 0, found: { points, visible: {} }, moved: {} }], [])!;
  // The floor as the bench lays it under found points.
  const floor = clipFloor([{ points }], pose, body, PICTURE, one.lens);
  for (const [id, m] of measured(one, kept(points, found[i]!.visible), error, floor, false)) {
    const true_ = known.get(id);
    if (!true_ || !(m.sd > 0)) continue;
    const off = m.value - true_.value;
    errors.set(id, [...(errors.get(id) ?? []), { off, z: off / m.sd }]);
  }
});
const took = quantile(
  found.map((f) => f.took).sort((a, b) => a - b),
  0.5,
);
const rows = [...errors]
  .filter(([, list]) => list.length >= 6)
  .sort((a, b) => (a[0] < b[0] ? -1 : 1))
  .map(([id, list]) => {
    const sizes = list.map((e) => Math.abs(e.off)).sort((a, b) => a - b);
    const mean = list.reduce((sum, e) => sum + e.off, 0) / list.length;
    const held = list.filter((e) => Math.abs(e.z) <= 1.96).length / list.length;
    return `| \`${id}\` | ${list.length} | ${quantile(sizes, 0.5).toFixed(1)} | ${quantile(sizes, 0.95).toFixed(1)} | ${mean.toFixed(1).replace('-', '−')} | ${Math.round(100 * held)} % |`;
  });
const table = [
  `${posed.length} drawn people, ${missed} not found; ${Math.round(took)} ms a picture at the median, on the machine that wrote this.`,
  '',
  '| measure | pictures | median error | 95th percentile | mean | true value within the stated 95 % |',
  '|---|---|---|---|---|---|',
  ...rows,
].join('\n');
process.stdout.write(`${table}\n`);
const page = readFileSync('docs/measuring.md', 'utf8');
const marks = /(<!-- detector: written by npm run accuracy:detector -->\n)[\s\S]*?(<!-- \/detector -->)/;
if (marks.test(page)) writeFileSync('docs/measuring.md', page.replace(marks, `$1${table}\n$2`));
