/** `npm run foresight`: how often forecasts of simulated athletes keep their date, against a least-squares line; writes docs/ladders.md. */
import { readFileSync, writeFileSync } from 'node:fs';
import { forecast, HORIZON, type Session } from '../core/ladder/forecast.js';
import { gaussian, normalCdf, seededRandom } from '../core/statistics.js';

const ATHLETES = 2000;
const random = seededRandom(42);
const dayOf = (n: number): string => new Date(Date.parse('2026-01-05') + n * 86400000).toISOString().slice(0, 10);
const numberOf = (day: string): number => Math.round((Date.parse(day) - Date.parse('2026-01-05')) / 86400000);

/** Least-squares line with the usual prediction error: the first days on which a session passes with 50 and 80 %. */
function straight(
  x: readonly number[],
  y: readonly number[],
  gate: number,
): { at50: number | null; at80: number | null } {
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
      if (1 - normalCdf((gate - at) / error) >= p) return d;
    }
    return null;
  };
  return { at50: from(0.5), at80: from(0.8) };
}

interface Tally {
  said: number;
  kept50: number;
  kept80: number;
  early: number;
}
/** Athletes whose sessions are plain, or one in eight a bad day. */
const KINDS = { 'plain sessions': 0, 'one bad day in eight': 1 / 8 } as const;
const lines = [
  '| athletes | forecast | said something | 50 % date kept | 80 % date kept | median days from the last session to the 80 % date |',
  '|---|---|---|---|---|---|',
];
for (const [kind, bad] of Object.entries(KINDS)) {
  const tallies = { robust: [] as number[], straight: [] as number[] };
  const count: Record<'robust' | 'straight', Tally> = {
    robust: { said: 0, kept50: 0, kept80: 0, early: 0 },
    straight: { said: 0, kept50: 0, kept80: 0, early: 0 },
  };
  for (let i = 0; i < ATHLETES; i += 1) {
    const rate = 0.15 + random() * 0.6;
    const noise = 1 + random() * 2.5;
    const gate = 40;
    const start = 14 + random() * 8;
    const session = (d: number): number =>
      Math.max(2, start + rate * d + gaussian(random) * noise - (random() < bad ? 6 + random() * 8 : 0));
    const sessions: Session[] = [];
    for (let d = 0; sessions.length < 5 + Math.floor(random() * 6); d += 3 + Math.floor(random() * 4))
      sessions.push({ day: dayOf(d), clean: session(d) });
    const x = sessions.map((s) => numberOf(s.day));
    const last = x.at(-1)!;
    const answer = forecast(sessions, gate);
    const dates = {
      robust: answer.ok
        ? {
            at50: answer.forecast.at50 && numberOf(answer.forecast.at50),
            at80: answer.forecast.at80 && numberOf(answer.forecast.at80),
          }
        : { at50: null, at80: null },
      straight: straight(
        x,
        sessions.map((s) => s.clean),
        gate,
      ),
    };
    for (const way of ['robust', 'straight'] as const) {
      const { at50, at80 } = dates[way];
      if (typeof at50 !== 'number' || typeof at80 !== 'number') continue;
      const tally = count[way];
      tally.said += 1;
      // Kept: a session on that day passes.
      if (session(at50) >= gate) tally.kept50 += 1;
      if (session(at80) >= gate) tally.kept80 += 1;
      tallies[way].push(at80 - last);
    }
  }
  for (const [way, name] of [
    ['robust', 'Theil–Sen with band'],
    ['straight', 'least-squares line'],
  ] as const) {
    const t = count[way];
    const percent = (k: number, of = t.said): string => `${Math.round((100 * k) / of)} %`;
    const wait = [...tallies[way]].sort((a, b) => a - b)[Math.floor(tallies[way].length / 2)];
    lines.push(
      `| ${kind} | ${name} | ${percent(t.said, ATHLETES)} | ${percent(t.kept50)} | ${percent(t.kept80)} | ${wait} |`,
    );
  }
}
const [from, to] = ['<!-- foresight: written by npm run foresight -->', '<!-- /foresight -->'];
const text = readFileSync('docs/ladders.md', 'utf8');
writeFileSync(
  'docs/ladders.md',
  `${text.slice(0, text.indexOf(from) + from.length)}\n${lines.join('\n')}\n${text.slice(text.indexOf(to))}`,
);
process.stdout.write(`${lines.join('\n')}\n`);
