/**
 * `npm run foresight`: how often forecasts of simulated athletes keep their dates, in worlds where a straight line holds and where it
 * does not, against a least-squares line; and how often the range of a group's change holds the true one. Writes docs/ladders.md and
 * docs/classes.md.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { forecast, HORIZON, type Session } from '../core/ladder/forecast.js';
import { gaussian, median, normalCdf, seededRandom } from '../core/statistics.js';
import { coverage } from '../core/studio/simulated-group.js';

const ATHLETES = Number(process.env.ATHLETES ?? 1500);
const random = seededRandom(Number(process.env.SEED ?? 42));
const between = (low: number, high: number): number => low + random() * (high - low);
const dayOf = (n: number): string => new Date(Date.parse('2026-01-05') + n * 86400000).toISOString().slice(0, 10);
const numberOf = (day: string): number => Math.round((Date.parse(day) - Date.parse('2026-01-05')) / 86400000);
const GATE = 40;

/** Least-squares line with the usual prediction error: the first days on which a session passes with 50 and 80 %. */
function straight(x: readonly number[], y: readonly number[]): { at50: number | null; at80: number | null } {
  const n = x.length;
  const [mx, my] = [x.reduce((a, b) => a + b, 0) / n, y.reduce((a, b) => a + b, 0) / n];
  const spread = x.reduce((sum, v) => sum + (v - mx) ** 2, 0);
  const slope = x.reduce((sum, v, i) => sum + (v - mx) * (y[i]! - my), 0) / spread;
  const rest = y.reduce((sum, v, i) => sum + (v - my - slope * (x[i]! - mx)) ** 2, 0);
  const sd = Math.sqrt(rest / (n - 2));
  const from = (p: number): number | null => {
    if (slope <= 0) return null;
    for (let d = x[n - 1]!; d <= x[n - 1]! + HORIZON; d += 1) {
      const at = my + slope * (d - mx);
      const error = sd * Math.sqrt(1 + 1 / n + (d - mx) ** 2 / spread);
      if (1 - normalCdf((GATE - at) / error) >= p) return d;
    }
    return null;
  };
  return { at50: from(0.5), at80: from(0.8) };
}

interface World {
  name: string;
  passes: boolean;
  /** An athlete: clean seconds after so many days of practice, without scatter. */
  athlete: () => (practice: number) => number;
  bad?: number;
  /** Two weeks without work somewhere in the log. */
  missed?: boolean;
  /** The clock is stopped at a target below the gate. */
  stopped?: boolean;
  /** Share of the sessions that are told and not watched: up to a tenth too much, and twice as scattered. */
  told?: number;
}
const rising = (): ((x: number) => number) => {
  const [start, rate] = [between(14, 24), between(0.08, 0.45)];
  return (x) => start + rate * x;
};
const toward = (low: number, high: number) => (): ((x: number) => number) => {
  const [start, ceiling, half] = [between(14, 24), between(low, high), between(15, 70)];
  return (x) => ceiling - (ceiling - start) * 2 ** (-x / half);
};
const WORLDS: readonly World[] = [
  { name: 'straight', passes: true, athlete: rising },
  { name: 'ceiling just above the gate', passes: true, athlete: toward(GATE + 1, GATE + 8) },
  { name: 'plateau below it', passes: false, athlete: toward(26, GATE - 4) },
  { name: 'two weeks missed', passes: true, athlete: rising, missed: true },
  { name: 'a bad day in eight', passes: true, athlete: rising, bad: 1 / 8 },
  { name: 'two sessions in three are told', passes: true, athlete: rising, told: 2 / 3 },
  { name: 'clock stopped at the target', passes: true, athlete: rising, stopped: true },
];

interface Tally {
  offered: number;
  kept50: number;
  offered80: number;
  kept80: number;
  waits: number[];
}
const empty = (): Tally => ({ offered: 0, kept50: 0, offered80: 0, kept80: 0, waits: [] });

function simulate(world: World): { mixture: Tally; line: Tally } {
  const found = { mixture: empty(), line: empty() };
  for (let i = 0; i < ATHLETES;) {
    const course = world.athlete();
    const scatter = between(1, 3.5);
    const wanted = 6 + Math.floor(random() * 15);
    const gap = world.missed ? 2 + Math.floor(random() * (wanted - 3)) : -1;
    const session = (practice: number): number =>
      Math.max(2, course(practice) + gaussian(random) * scatter - (random() < (world.bad ?? 0) ? between(6, 14) : 0));
    const sessions: Session[] = [];
    let [day, practice, target] = [0, 0, 25];
    for (let k = 0; k < wanted; k += 1) {
      const held = session(practice);
      const cut = world.stopped === true && held >= target;
      if (random() < (world.told ?? 0))
        sessions.push({
          day: dayOf(day),
          clean: Math.max(2, Math.round(held * between(1, 1.1) + gaussian(random) * scatter * Math.sqrt(3))),
          said: true,
        });
      else sessions.push({ day: dayOf(day), clean: cut ? target : held, ...(cut ? { atLeast: true } : {}) });
      if (cut) target = Math.min(GATE - 2, target + 3);
      const step = 3 + Math.floor(random() * 4);
      day += step + (k === gap ? 14 : 0);
      // A break is not practised, save that nobody forgets in a week.
      practice += step;
    }
    // Who is there already is asked nothing.
    if (course(practice) >= GATE - 1) continue;
    i += 1;
    const last = numberOf(sessions.at(-1)!.day);
    const end = practice - (day - last);
    const practised = (d: number): number => end + d - last;
    const answer = forecast(sessions, GATE, false);
    const dates = {
      mixture: answer.ok
        ? {
            at50: answer.forecast.at50 === null ? null : numberOf(answer.forecast.at50),
            at80: answer.forecast.at80 === null ? null : numberOf(answer.forecast.at80),
          }
        : { at50: null, at80: null },
      line: straight(
        sessions.map((s) => numberOf(s.day)),
        sessions.map((s) => s.clean),
      ),
    };
    for (const way of ['mixture', 'line'] as const) {
      const { at50, at80 } = dates[way];
      const tally = found[way];
      if (at50 !== null) {
        tally.offered += 1;
        // Kept: a session on that day passes.
        if (session(practised(at50)) >= GATE) tally.kept50 += 1;
      }
      if (at80 !== null) {
        tally.offered80 += 1;
        if (session(practised(at80)) >= GATE) tally.kept80 += 1;
        tally.waits.push(at80 - last);
      }
    }
  }
  return found;
}

const percent = (k: number, of: number): string => (of === 0 ? '–' : `${Math.round((100 * k) / of)} %`);
const lines = [
  '| world | forecast | a date offered | 50 % date kept | 80 % date kept | median days to the 80 % date |',
  '|---|---|---|---|---|---|',
];
/** What those who pass keep together: a coach does not know which of the worlds a person lives in. */
const together = { mixture: empty(), line: empty() };
function tell(name: string, found: typeof together, people: number): void {
  for (const [key, way] of [
    ['mixture', 'mixture of courses'],
    ['line', 'least-squares line'],
  ] as const) {
    const t = found[key];
    const wait = [...t.waits].sort((a, b) => a - b)[Math.floor(t.waits.length / 2)] ?? '–';
    lines.push(
      `| ${name} | ${way} | ${percent(t.offered, people)} | ${percent(t.kept50, t.offered)} | ${percent(t.kept80, t.offered80)} | ${wait} |`,
    );
  }
}
for (const world of WORLDS) {
  const found = simulate(world);
  tell(world.name, found, ATHLETES);
  if (world.passes)
    for (const way of ['mixture', 'line'] as const) {
      for (const key of ['offered', 'kept50', 'offered80', 'kept80'] as const) together[way][key] += found[way][key];
      together[way].waits.push(...found[way].waits);
    }
}
tell('all who pass, together', together, ATHLETES * WORLDS.filter((w) => w.passes).length);
const groups = [
  '| members | groups told about | range holds the true change | median width of the range |',
  '|---|---|---|---|',
];
for (const people of [3, 4, 8, 16, 40]) {
  const { told, kept, widths } = coverage(random, people, ATHLETES);
  groups.push(`| ${people} | ${percent(told, ATHLETES)} | ${percent(kept, told)} | × ${median(widths).toFixed(2)} |`);
}
/** Puts a table where a file has its marks. */
function write(file: string, mark: string, table: readonly string[]): void {
  const [from, to] = [`<!-- ${mark}: written by npm run foresight -->`, `<!-- /${mark} -->`];
  const text = readFileSync(file, 'utf8');
  writeFileSync(
    file,
    `${text.slice(0, text.indexOf(from) + from.length)}\n${table.join('\n')}\n${text.slice(text.indexOf(to))}`,
  );
}
if (!process.env.DRY) {
  write('docs/ladders.md', 'foresight', lines);
  write('docs/classes.md', 'groups', groups);
}
process.stdout.write(`${lines.join('\n')}\n\n${groups.join('\n')}\n`);
