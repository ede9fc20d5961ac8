/**
 * `npm run honesty`: how often the ranking finds the causes of simulated people that it does not know, with tests by the rule and at
 * random, what its probabilities are worth, and how often it names a cause where there is none; writes docs/reasoning.md.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { catalog } from '../core/catalog/shipped.js';
import type { Facts } from '../core/reason/facts.js';
import { nextBestTest, openTests, reasonAbout, type Reasoned } from '../core/reason/rank.js';
import { seededRandom } from '../core/statistics.js';
import { modelPeople } from './honesty/by-the-model.js';
import { peopleOf, WORLDS, type Person, type World } from './honesty/people.js';

const PEOPLE = Number(process.env.PEOPLE ?? 1500);
const TESTS = 3;
const random = seededRandom(Number(process.env.SEED ?? 2026));
const draw = peopleOf(catalog, random);
/** The mixed world drawn by the figures that the ranking itself has: the most that can be found. */
const KNOWN: World = { ...WORLDS[0]!, name: 'mixed, drawn by the figures themselves' };

interface Bin {
  said: number;
  sum: number;
  right: number;
}
const bins = (): Bin[] => Array.from({ length: 10 }, () => ({ said: 0, sum: 0, right: 0 }));
interface Seen {
  /** The first is a true one, after so many tests. */
  rule: number[];
  random: number[];
  /** A true one among the first three. */
  three: number[];
  pair: number;
  brier: number;
  loud: number;
  quiet: number;
  asked: number;
  first: Bin[];
  all: Bin[];
}
const put = (into: Bin[], p: number, right: boolean): void => {
  const bin = into[Math.min(9, Math.floor(p * 10))]!;
  bin.said += 1;
  bin.sum += p;
  if (right) bin.right += 1;
};

function ask(person: Person, way: 'rule' | 'random', each: (step: number, reasoned: Reasoned) => void): number {
  const facts: Facts & { tests: Map<string, 'positive' | 'negative'> } = { known: person.known, tests: new Map() };
  let asked = 0;
  for (let step = 0; step <= TESTS; step += 1) {
    const reasoned = reasonAbout(catalog, facts, person.family, person.findings, person.first);
    each(step, reasoned);
    if (step === TESTS) break;
    const open = openTests(catalog, facts, person.family);
    const next =
      way === 'rule'
        ? open.find((t) => t.id === nextBestTest(reasoned, open)?.test)
        : open[Math.floor(random() * open.length)];
    if (!next) continue;
    facts.tests.set(next.id, person.answer(next));
    asked += 1;
  }
  return asked;
}

function simulate(world: World, draw: (world: World) => Person): Seen {
  const zero = (): number[] => Array.from({ length: TESTS + 1 }, () => 0);
  const seen: Seen = {
    rule: zero(),
    random: zero(),
    three: zero(),
    pair: 0,
    brier: 0,
    loud: 0,
    quiet: 0,
    asked: 0,
    first: bins(),
    all: bins(),
  };
  for (let i = 0; i < PEOPLE; i += 1) {
    const person = draw(world);
    seen.asked += ask(person, 'rule', (step, { ranking, flat, pair }) => {
      const [top] = ranking;
      if (person.truth.has(top!.cause)) seen.rule[step]! += 1;
      if (ranking.slice(0, 3).some((r) => person.truth.has(r.cause))) seen.three[step]! += 1;
      if (step < TESTS) return;
      put(seen.first, top!.probability, person.truth.has(top!.cause));
      for (const r of ranking) {
        put(seen.all, r.probability, person.truth.has(r.cause));
        seen.brier += (r.probability - Number(person.truth.has(r.cause))) ** 2 / ranking.length;
      }
      if (top!.probability >= 0.8) seen.loud += 1;
      if (flat) seen.quiet += 1;
      if (pair && person.truth.size === 2 && pair.pair.every((c) => person.truth.has(c))) seen.pair += 1;
    });
    ask(person, 'random', (step, { ranking }) => {
      if (person.truth.has(ranking[0]!.cause)) seen.random[step]! += 1;
    });
  }
  return seen;
}

const percent = (n: number, of = PEOPLE): string => (of === 0 ? '–' : `${Math.round((100 * n) / of)} %`);
const found = [
  ...WORLDS.map((world) => ({ world, seen: simulate(world, draw) })),
  { world: KNOWN, seen: simulate(KNOWN, modelPeople(catalog, random)) },
];
const mixed = found[0]!.seen;
const table = (of: Bin[], head: string): string[] => [
  `| ${head} | how often | said on average | right |`,
  '|---|---|---|---|',
  ...of.flatMap((b, i) =>
    b.said > 0
      ? [
          `| ${(i / 10).toFixed(1)}–${((i + 1) / 10).toFixed(1)} | ${b.said} | ${(b.sum / b.said).toFixed(2)} | ${(b.right / b.said).toFixed(2)} |`,
        ]
      : [],
  ),
];
const lines = [
  '| world | first is a true cause: no test | one | two | three | at random: three | a true one among three | said at 0.8 or more | nothing stands out | Brier |',
  '|---|---|---|---|---|---|---|---|---|---|',
  ...found.map(({ world, seen }) =>
    [
      world.name,
      ...(world.causes[0] === 1
        ? ['–', '–', '–', '–', '–', '–']
        : [...seen.rule.map((n) => percent(n)), percent(seen.random[TESTS]!), percent(seen.three[TESTS]!)]),
      percent(seen.loud),
      percent(seen.quiet),
      (seen.brier / PEOPLE).toFixed(3),
    ].reduce((row, cell) => `${row} ${cell} |`, '|'),
  ),
  '',
  `${PEOPLE} people a world, of seven positions; the rule asked ${(mixed.asked / PEOPLE).toFixed(1)} tests a person in the mixed world and stopped where none would have told enough.`,
  '',
  'What is said of the first, mixed world, after up to three tests:',
  '',
  ...table(mixed.first, 'probability said of the first'),
  '',
  'What is said of every cause, the same people:',
  '',
  ...table(mixed.all, 'probability said of a cause'),
];
const [from, to] = ['<!-- honesty: written by npm run honesty -->', '<!-- /honesty -->'];
if (!process.env.DRY) {
  const text = readFileSync('docs/reasoning.md', 'utf8');
  writeFileSync(
    'docs/reasoning.md',
    `${text.slice(0, text.indexOf(from) + from.length)}\n${lines.join('\n')}\n${text.slice(text.indexOf(to))}`,
  );
}
process.stdout.write(`${lines.join('\n')}\n`);
