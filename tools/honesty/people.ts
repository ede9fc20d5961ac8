/**
 * People with known causes: a generator that shares no code with the ranking. It has its own likelihoods, drawn around the table's for
 * every person, so that nobody is as the table says; a fifth of the faults come from nowhere in it.
 */
import type { Catalog } from '../../core/catalog/index.js';
import type { CauseId, Family, QuickTest } from '../../core/formats/catalog.js';
import { gaussian } from '../../core/statistics.js';

export interface Person {
  family: Family;
  truth: ReadonlySet<CauseId>;
  findings: { fault: string; probability: number }[];
  first: string;
  known: Set<string>;
  /** Answer of a test, the same whenever it is asked. */
  answer: (test: QuickTest) => 'positive' | 'negative';
}
export interface World {
  name: string;
  /** Shares of people with none, one, two and three causes. */
  causes: readonly [number, number, number, number];
  /** Answers that nobody asked for, answers that are wrong, faults that come from nowhere in the table. */
  missing: number;
  wrong: number;
  strange: number;
}
/** The mixed world, and worlds of one number of causes each. */
export const WORLDS: readonly World[] = [
  { name: 'mixed', causes: [0.05, 0.6, 0.25, 0.1], missing: 0.35, wrong: 0.1, strange: 0.2 },
  { name: 'no cause', causes: [1, 0, 0, 0], missing: 0.35, wrong: 0.1, strange: 0.2 },
  { name: 'one cause', causes: [0, 1, 0, 0], missing: 0.35, wrong: 0.1, strange: 0.2 },
  { name: 'two causes', causes: [0, 0, 1, 0], missing: 0.35, wrong: 0.1, strange: 0.2 },
  { name: 'three causes', causes: [0, 0, 0, 1], missing: 0.35, wrong: 0.1, strange: 0.2 },
  { name: 'hardly any answers', causes: [0.05, 0.6, 0.25, 0.1], missing: 0.8, wrong: 0.1, strange: 0.2 },
];
const FAMILIES = ['front-plank', 'hollow', 'side-plank', 'bird-dog', 'hanging', 'all-fours', 'handstand'];
const TIMES = { '++': 4, '+': 2, '-': 0.5, '--': 0.25 } as const;

export function peopleOf(catalog: Catalog, random: () => number): (world: World) => Person {
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  function drawn<T>(list: readonly T[], weight: (item: T) => number): T {
    let left = random() * list.reduce((sum, item) => sum + weight(item), 0);
    return list.find((item) => (left -= weight(item)) <= 0) ?? list.at(-1)!;
  }
  /** A factor around one: how far this person is from the table. */
  const around = (spread: number): number => Math.exp(spread * gaussian(random));

  return function draw(world) {
    const id = one(FAMILIES);
    const family = catalog.families.find((f) => f.id === id)!;
    const faults = catalog.faults.filter((f) => f.families.includes(family.id) && f.causes.some((c) => c !== 'pain'));
    const possible = catalog.causes.filter((c) => c.id !== 'pain' && faults.some((f) => f.causes.includes(c.id)));
    const many = drawn([0, 1, 2, 3], (n) => world.causes[n]!);
    const truth = new Set<CauseId>();
    while (truth.size < many)
      truth.add(
        drawn(
          possible.filter((c) => !truth.has(c.id)),
          (c) => c.prior,
        ).id,
      );
    const causes = [...truth];

    // Faults: every cause shows one of its own, the earlier in the fault's list the likelier; a fifth are off the table.
    const findings = new Map<string, number>();
    const show = (fault: string): void => void findings.set(fault, 0.82 + 0.16 * random());
    for (const cause of causes) {
      const own = faults.filter((f) => f.causes.includes(cause));
      show(
        random() < world.strange ? one(faults).id : drawn(own, (f) => around(0.4) / (1 + f.causes.indexOf(cause))).id,
      );
      if (random() < 0.3) show(drawn(own, (f) => around(0.4) / (1 + f.causes.indexOf(cause))).id);
    }
    if (causes.length === 0) show(one(faults).id);
    const list = [...findings].map(([fault, probability]) => ({ fault, probability }));
    const first = one(list).fault;

    // Answers: one cause speaks for each kind, by ratios around the table's.
    const context = new Set(['lever:long']);
    if (['hanging', 'compression'].includes(family.id)) context.add('lever:leg-raise');
    const known = new Set<string>(context);
    const kinds = new Map<string, string[]>();
    for (const row of catalog.evidence) {
      const [kind] = row.when[0]!.split(':') as [string];
      if (kind === 'screen') continue;
      const values = kinds.get(kind) ?? [];
      if (!values.includes(row.when[0]!)) kinds.set(kind, [...values, row.when[0]!]);
    }
    for (const [kind, values] of kinds) {
      if (random() < world.missing) continue;
      const speaker = causes.length > 0 ? one(causes) : null;
      const silent = kind === 'onset' && !faults.find((f) => f.id === first)!.causes.some((c) => c === speaker);
      const weight = (value: string): number => {
        if (value === 'none') return 2 / 3;
        if (!speaker || silent) return 1 / values.length;
        const rows = catalog.evidence.filter(
          (row) => row.when[0] === value && row.when.slice(1).every((w) => known.has(w)),
        );
        const ratio = rows.reduce((all, row) => all * (row.weighs[speaker] ? TIMES[row.weighs[speaker]] : 1), 1);
        return (ratio * around(0.35)) / values.length;
      };
      const value = random() < world.wrong ? one([...values, 'none']) : drawn([...values, 'none'], weight);
      if (value !== 'none') known.add(value);
    }

    const answers = new Map<string, 'positive' | 'negative'>();
    const answer = (test: QuickTest): 'positive' | 'negative' => {
      const before = answers.get(test.id);
      if (before) return before;
      const [clear, base] = [
        test.errors.positive + 0.06 * gaussian(random),
        test.errors.base + 0.06 * gaussian(random),
      ];
      const within = (p: number): number => Math.min(0.97, Math.max(0.03, p));
      const speaks = causes.filter((c) => test.for.includes(c));
      const against = causes.some((c) => test.against.includes(c));
      let miss = 1 - within(against ? base / 2 : base);
      for (const c of speaks) {
        const own = test.for.indexOf(c) === 0 ? clear : base + 0.7 * (clear - base);
        miss *= (1 - within(own)) / (1 - within(base));
      }
      const result = random() < 1 - Math.min(1, miss) ? 'positive' : 'negative';
      answers.set(test.id, result);
      return result;
    };
    return { family, truth, findings: list, first, known, answer };
  };
}
