/**
 * `npm run calendar [-- DAY …] [-- --walks | --http | --all-walks | --demo]`: the demo, the tests of the routes and a slice of the walks on the days on
 * which programs break. Each line of its table is one whole run with server, filler, pages and tests on that day.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { instantOn } from '../core/transfer/sets.js';

interface CalendarDay {
  name: string;
  /** Date and minutes since midnight on the hall's wall. */
  day: string;
  minutes?: number;
  /** The hall's zone; universal time where left out. */
  zone?: string;
  /** The machine's zone; the hall's where left out. */
  machine?: string;
}
const [MORNING, FIRST, LAST] = [10 * 60, 5, 23 * 60 + 55];
const OSLO = 'Europe/Oslo';
/** Eight hours behind and thirteen ahead, both without a change of clocks. */
const [BEHIND, AHEAD] = ['Pacific/Pitcairn', 'Pacific/Tongatapu'];
const DAYS: readonly CalendarDay[] = [
  { name: 'Monday, first of a month', day: '2026-06-01' },
  { name: 'Tuesday, last of a month', day: '2026-06-30' },
  { name: 'Wednesday', day: '2026-06-10' },
  { name: 'Thursday', day: '2026-06-11' },
  { name: 'Friday', day: '2026-06-12' },
  { name: 'Saturday', day: '2026-06-13' },
  { name: 'Sunday', day: '2026-06-14' },
  { name: '31 December', day: '2026-12-31' },
  { name: '1 January', day: '2027-01-01' },
  { name: '29 February', day: '2028-02-29' },
  { name: 'clocks go forward', day: '2027-03-28', minutes: 3 * 60 + 30, zone: OSLO },
  { name: 'clocks go back', day: '2026-10-25', minutes: 2 * 60 + 30, zone: OSLO },
  { name: '00:05, server at UTC−8', day: '2026-12-02', minutes: FIRST, zone: OSLO, machine: BEHIND },
  { name: '23:55, server at UTC−8', day: '2026-12-02', minutes: LAST, zone: OSLO, machine: BEHIND },
  { name: '00:05, server at UTC+13', day: '2027-01-04', minutes: FIRST, zone: OSLO, machine: AHEAD },
  { name: '23:55, server at UTC+13', day: '2027-01-04', minutes: LAST, zone: OSLO, machine: AHEAD },
];
/** Walks that live by the day: floor and looks, plans, links, ladders, classes, screens with codes. */
const SLICE = ['walks', 'plans', 'solo', 'ladders', 'classes', 'running', 'kept'];

let failures = 0;

interface Outcome {
  passed: number;
  failed: string[];
}
/** What a process of the day gets beside its other settings. */
const dayEnv = ({ day, minutes = MORNING, zone = 'UTC', machine = zone }: CalendarDay): NodeJS.ProcessEnv => ({
  ...process.env,
  TZ: machine,
  ANCHOR_TEST_NOW: instantOn(day, minutes, zone),
  ANCHOR_TEST_ZONE: zone,
});
/** What the demo has on a day; what is missing is a failure. */
function demoOn(of: CalendarDay): string {
  const { status, stdout } = spawnSync(process.execPath, ['--import', 'tsx', 'tools/calendar-demo.ts'], {
    encoding: 'utf8',
    env: dayEnv(of),
  });
  if (status !== 0) failures += 1;
  return `${stdout.trim()}${status === 0 ? '' : ', **not good**'}`;
}
/** Runs a kind of tests on a day. */
function run(project: 'http' | 'e2e', files: readonly string[], of: CalendarDay): Outcome {
  const folder = mkdtempSync(join(tmpdir(), 'anchor-calendar-'));
  const file = join(folder, 'report.json');
  spawnSync(
    process.execPath,
    [
      ...['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'],
      ...['--selectProjects', project, '--json', `--outputFile=${file}`, '--maxWorkers=2', ...files],
    ],
    {
      stdio: ['ignore', 'ignore', 'ignore'],
      env: dayEnv(of),
    },
  );
  try {
    const report = JSON.parse(readFileSync(file, 'utf8')) as {
      numPassedTests: number;
      testResults: { name: string; message: string; assertionResults: { status: string; fullName: string }[] }[];
    };
    return {
      passed: report.numPassedTests,
      failed: report.testResults.flatMap(({ name, message, assertionResults }) => {
        const broken = assertionResults.filter((a) => a.status === 'failed').map((a) => a.fullName);
        return assertionResults.length === 0 ? [`${name}: ${message.slice(0, 200)}`] : broken;
      }),
    };
  } catch {
    return { passed: 0, failed: [`the ${project} tests left no report`] };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const asked = process.argv.slice(2);
const kinds = ['http', 'walks', 'all-walks', 'demo'].filter((k) => asked.includes(`--${k}`));
const wanted = asked.filter((a) => !a.startsWith('--'));
const days = DAYS.filter((d) => wanted.length === 0 || wanted.some((w) => d.day === w || d.name.includes(w)));
const unknown = asked.filter((a) => a.startsWith('--') && !kinds.includes(a.slice(2)));
if (unknown.length > 0 || days.length === 0) {
  process.stderr.write(
    `${unknown.length > 0 ? `Unknown option ${unknown.join(' ')}` : `No day ${wanted.join(' ')}`}. Days: ${DAYS.map((d) => d.day).join(', ')}; --http, --walks, --all-walks, --demo.\n`,
  );
  process.exit(2);
}
const all = kinds.length === 0;
process.stdout.write('| day | hall | machine | routes | walks | demo |\n|---|---|---|---|---|---|\n');
for (const one of days) {
  const cell = (outcome: Outcome | null): string => {
    if (outcome === null) return '';
    failures += outcome.failed.length;
    for (const name of outcome.failed) process.stderr.write(`${one.day}, ${one.name}: ${name}\n`);
    return outcome.failed.length === 0 ? `${outcome.passed}` : `${outcome.passed}, **${outcome.failed.length} failed**`;
  };
  const http = all || kinds.includes('http') ? run('http', ['server/routes', 'server/http'], one) : null;
  const every = kinds.includes('all-walks');
  const walks = all || every || kinds.includes('walks') ? run('e2e', every ? [] : SLICE, one) : null;
  const demo = all || kinds.includes('demo') ? demoOn(one) : '';
  const { day, name, zone = 'UTC', machine = zone, minutes = MORNING } = one;
  const time = `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
  process.stdout.write(
    `| ${day}, ${name} | ${time} ${zone} | ${machine} | ${cell(http)} | ${cell(walks)} | ${demo} |\n`,
  );
}
process.exit(failures > 0 ? 1 : 0);
