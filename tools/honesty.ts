/** `npm run honesty`: how often the ranking finds a known cause, with tests chosen by the rule and at random; writes docs/reasoning.md. */
import { readFileSync, writeFileSync } from 'node:fs';
import { catalog, record } from '../core/catalog/index.js';
import { WEIGHTS, type CauseId, type Family } from '../core/formats/catalog.js';
import type { Finding } from '../core/judge/finding.js';
import type { Facts } from '../core/reason/facts.js';
import { nextBestTest, openTests, rankCauses } from '../core/reason/rank.js';
import { seededRandom } from '../core/statistics.js';

const PEOPLE = 2000;
const TESTS = 3;
/** Share of answers that nobody asked for, and of answers that are simply wrong. */
const MISSING = 0.35;
const NOISE = 0.15;
/** Chance that a person without a link to it shows some telling value of a kind of evidence. */
const USUAL = 0.35;
const random = seededRandom(2026);
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
function weighted<T>(list: readonly T[], weight: (item: T) => number): T {
  let left = random() * list.reduce((sum, item) => sum + weight(item), 0);
  return list.find((item) => (left -= weight(item)) <= 0) ?? list.at(-1)!;
}

/** Values of each kind of single-fact evidence, as the table has them. */
const kinds = new Map<string, string[]>();
for (const row of catalog.evidence) {
  if (row.when.length > 1) continue;
  const [kind] = row.when[0]!.split(':') as [string];
  kinds.set(kind, [...(kinds.get(kind) ?? []), row.when[0]!]);
}
const ratio = (fact: string, cause: CauseId): number => {
  const weight = catalog.evidence.find((row) => row.when.length === 1 && row.when[0] === fact)?.weighs[cause];
  return weight ? WEIGHTS[weight] : 1;
};

interface Person {
  cause: CauseId;
  family: Family;
  findings: Finding[];
  known: Set<string>;
}
function drawPerson(): Person {
  const family = record(catalog.families, pick(['front-plank', 'hollow', 'side-plank', 'bird-dog', 'hanging']));
  const faults = catalog.faults.filter((f) => f.families.includes(family.id));
  const possible = catalog.causes.filter((c) => faults.some((f) => f.causes.includes(c.id)));
  const cause = weighted(possible, (c) => c.prior).id;
  const fault = pick(faults.filter((f) => f.causes.includes(cause)));
  const known = new Set<string>(['lever:long']);
  for (const [, values] of kinds) {
    // Each value turns up by its base rate times its ratio for the cause; where none does, or nobody asked, nothing is known.
    const base = USUAL / values.length;
    const total = values.reduce((sum, fact) => sum + base * ratio(fact, cause), 0);
    if (random() < MISSING || random() > total) continue;
    known.add(random() < NOISE ? pick(values) : weighted(values, (fact) => ratio(fact, cause)));
  }
  return {
    cause,
    family,
    findings: [{ fault: fault.id, severity: 'clear', probability: 0.9, measure: null, from: 'observed' }],
    known,
  };
}
const answer = (testId: string, cause: CauseId): 'positive' | 'negative' => {
  const test = record(catalog.tests, testId);
  const chance = test.for.includes(cause) ? 0.8 : test.against.includes(cause) ? 0.2 : 0.35;
  return random() < chance ? 'positive' : 'negative';
};

interface Tally {
  first: number;
  firstThree: number;
}
const tallies = {
  rule: Array.from({ length: TESTS + 1 }, (): Tally => ({ first: 0, firstThree: 0 })),
  random: Array.from({ length: TESTS + 1 }, (): Tally => ({ first: 0, firstThree: 0 })),
};
const bins = Array.from({ length: 10 }, () => ({ said: 0, right: 0 }));
let asked = 0;

for (let i = 0; i < PEOPLE; i += 1) {
  const person = drawPerson();
  const answers = new Map<string, 'positive' | 'negative'>();
  const result = (id: string): 'positive' | 'negative' => {
    if (!answers.has(id)) answers.set(id, answer(id, person.cause));
    return answers.get(id)!;
  };
  for (const way of ['rule', 'random'] as const) {
    const facts: Facts & { tests: Map<string, 'positive' | 'negative'> } = { known: person.known, tests: new Map() };
    for (let step = 0; step <= TESTS; step += 1) {
      const ranking = rankCauses(catalog, facts, person.family, person.findings);
      const place = ranking.findIndex((r) => r.cause === person.cause);
      if (place === 0) tallies[way][step]!.first += 1;
      if (place < 3) tallies[way][step]!.firstThree += 1;
      if (step === TESTS) {
        if (way === 'rule') {
          const bin = bins[Math.min(9, Math.floor(ranking[0]!.probability * 10))]!;
          bin.said += 1;
          if (place === 0) bin.right += 1;
        }
        break;
      }
      const open = openTests(catalog, facts, person.family);
      const next = way === 'rule' ? nextBestTest(ranking, open)?.test : open.length > 0 ? pick(open).id : undefined;
      if (next) {
        facts.tests.set(next, result(next));
        if (way === 'rule') asked += 1;
      }
    }
  }
}

const percent = (n: number, of = PEOPLE): string => (of === 0 ? '–' : `${Math.round((100 * n) / of)} %`);
const lines = [
  '| tests answered | true cause first, by the rule | first three, by the rule | true cause first, at random | first three, at random |',
  '|---|---|---|---|---|',
  ...tallies.rule.map(
    (t, step) =>
      `| ${step === 0 ? 'none' : `up to ${step}`} | ${percent(t.first)} | ${percent(t.firstThree)} | ${percent(tallies.random[step]!.first)} | ${percent(tallies.random[step]!.firstThree)} |`,
  ),
  '',
  `${PEOPLE} simulated people, ${Math.round(100 * MISSING)} % of the answers missing, ${Math.round(100 * NOISE)} % drawn at random. The rule stopped early where no test would have told enough: ${(asked / PEOPLE).toFixed(1)} tests a person on average.`,
  '',
  '| probability said of the likeliest cause | verdicts | right |',
  '|---|---|---|',
  ...bins.flatMap((b, i) =>
    b.said > 0
      ? [`| ${(i / 10).toFixed(1)}–${((i + 1) / 10).toFixed(1)} | ${b.said} | ${percent(b.right, b.said)} |`]
      : [],
  ),
];
const [from, to] = ['<!-- honesty: written by npm run honesty -->', '<!-- /honesty -->'];
const text = readFileSync('docs/reasoning.md', 'utf8');
writeFileSync(
  'docs/reasoning.md',
  `${text.slice(0, text.indexOf(from) + from.length)}\n${lines.join('\n')}\n${text.slice(text.indexOf(to))}`,
);
process.stdout.write(`${lines.join('\n')}\n`);
