/** Causes ranked from evidence, the next best test, and the takeover index. */
import type { Catalog } from '../catalog/index.js';
import { hasStraightKnees, record } from '../catalog/index.js';
import {
  WEIGHTS,
  type CauseId,
  type CautionId,
  type Family,
  type QuickTest,
  type Rung,
  type Weight,
} from '../formats/catalog.js';
import type { Finding } from '../judge/finding.js';
import type { Facts } from './facts.js';

/** A piece of evidence: a finding, a row of the evidence table, or a quick test's answer. */
export type Evidenced =
  | { is: 'finding'; fault: string }
  | { is: 'row'; row: string }
  | { is: 'test'; test: string; result: 'positive' | 'negative' };

export interface Reason {
  from: Evidenced;
  /** Natural logarithm of the factor on the odds: positive speaks for the cause. */
  logOdds: number;
}

export interface RankedCause {
  cause: CauseId;
  probability: number;
  /** The three pieces of evidence that moved it most, strongest first. */
  reasons: Reason[];
  /** All of them. */
  all: Reason[];
}

/** Top cause above this: no further test is proposed. */
export const SURE_ENOUGH = 0.8;
/** A test that cannot move the top cause by this is not proposed. */
export const WORTH_MOVING = 0.1;
/** Causes over which the entropy is taken. */
const TOP = 6;

const log = (weight: Weight): number => Math.log(WEIGHTS[weight]);
const odds = (p: number): number => p / (1 - p);
const fromLogOdds = (x: number): number => 1 / (1 + Math.exp(-x));

/** How a test's result weighs: positive ++ for its first cause and + for the others, negative − for those; "against" is the mirror. */
export function testWeights(test: QuickTest, result: 'positive' | 'negative'): Partial<Record<CauseId, Weight>> {
  const weighs: Partial<Record<CauseId, Weight>> = {};
  test.against.forEach((cause, i) => (weighs[cause] = result === 'negative' ? '+' : i === 0 ? '--' : '-'));
  test.for.forEach((cause, i) => (weighs[cause] = result === 'negative' ? '-' : i === 0 ? '++' : '+'));
  return weighs;
}

interface Piece {
  from: Evidenced;
  weighs: Partial<Record<CauseId, Weight>>;
  /** Factor on the log odds: a half for a site that is normal in the family. */
  scale: number;
}

function piecesOf(catalog: Catalog, facts: Facts, family: Family, findings: readonly Finding[]): Piece[] {
  const rows = catalog.evidence
    .filter((row) => row.when.every((fact) => facts.known.has(fact)))
    .map((row): Piece => {
      const site = row.when.find((fact) => fact.startsWith('felt:'))?.slice(5);
      const normal = site !== undefined && (family.normalSites as readonly string[]).includes(site);
      return { from: { is: 'row', row: row.id }, weighs: row.weighs, scale: normal ? 0.5 : 1 };
    });
  const tests = [...facts.tests].map(([id, result]): Piece => {
    const test = record(catalog.tests, id);
    return { from: { is: 'test', test: id, result }, weighs: testWeights(test, result), scale: 1 };
  });
  // A finding makes the causes it points to likelier, as far as the finding itself is sure.
  const found = findings.map((finding): Piece => {
    const fault = record(catalog.faults, finding.fault);
    return {
      from: { is: 'finding', fault: finding.fault },
      weighs: Object.fromEntries(fault.causes.map((c) => [c, '+'])),
      scale: finding.probability,
    };
  });
  return [...found, ...rows, ...tests];
}

/**
 * Causes by probability, likeliest first. Each cause has its own probability: prior odds times the factors of the evidence;
 * evidence that says nothing about a cause leaves it as it is. Causes do not exclude one another.
 */
export function rankCauses(
  catalog: Catalog,
  facts: Facts,
  family: Family,
  findings: readonly Finding[],
): RankedCause[] {
  const pieces = piecesOf(catalog, facts, family, findings);
  return catalog.causes
    .map((cause): RankedCause => {
      const all = pieces
        .flatMap((piece): Reason[] => {
          const weight = piece.weighs[cause.id];
          return weight ? [{ from: piece.from, logOdds: log(weight) * piece.scale }] : [];
        })
        .sort((a, b) => Math.abs(b.logOdds) - Math.abs(a.logOdds));
      const probability = fromLogOdds(Math.log(odds(cause.prior)) + all.reduce((sum, r) => sum + r.logOdds, 0));
      return { cause: cause.id, probability, reasons: all.slice(0, 3), all };
    })
    .sort((a, b) => b.probability - a.probability || a.cause.localeCompare(b.cause));
}

const entropy = (probabilities: readonly number[]): number => {
  const total = probabilities.reduce((a, b) => a + b, 0);
  return probabilities.reduce((sum, p) => (p > 0 ? sum - (p / total) * Math.log2(p / total) : sum), 0);
};

export interface ProposedTest {
  test: string;
  /** The likeliest cause now. */
  now: { cause: CauseId; probability: number };
  /** Expected drop in entropy over the top causes, bits. */
  gain: number;
  /** The likeliest cause after each answer. */
  ifPositive: { cause: CauseId; probability: number };
  ifNegative: { cause: CauseId; probability: number };
}

const after = (
  ranking: readonly RankedCause[],
  test: QuickTest,
  result: 'positive' | 'negative',
): { cause: CauseId; probability: number }[] => {
  const weighs = testWeights(test, result);
  return ranking.map(({ cause, probability }) => {
    const weight = weighs[cause];
    return { cause, probability: weight ? fromLogOdds(Math.log(odds(probability)) + log(weight)) : probability };
  });
};
const likeliest = <T extends { probability: number }>(list: readonly T[]): T =>
  list.reduce((a, b) => (b.probability > a.probability ? b : a));

/** P(positive) of a test: 0.8 under a cause it is for, 0.2 under one it is against, 0.35 otherwise, causes normalised. */
export function chanceOfPositive(ranking: readonly RankedCause[], test: QuickTest): number {
  const total = ranking.reduce((sum, r) => sum + r.probability, 0);
  return ranking.reduce(
    (sum, { cause, probability }) =>
      sum + (probability / total) * (test.for.includes(cause) ? 0.8 : test.against.includes(cause) ? 0.2 : 0.35),
    0,
  );
}

export interface TestLimits {
  cautions?: readonly CautionId[];
  /** Kit in the room; any when not given. */
  kit?: readonly string[];
}

/** Tests that may be done with this person, in this room, and are not answered yet. */
export function openTests(
  catalog: Catalog,
  facts: Facts,
  family: Family,
  limits: TestLimits = {},
  rung?: Pick<Rung, 'chordEnd'>,
): QuickTest[] {
  return catalog.tests.filter(
    (test) =>
      !facts.tests.has(test.id) &&
      (!test.families || test.families.includes(family.id)) &&
      (!test.when || !rung || hasStraightKnees(rung)) &&
      !test.excludedBy.some((caution) => limits.cautions?.includes(caution)) &&
      (!limits.kit || test.kit.every((item) => limits.kit!.includes(item))),
  );
}

/**
 * The test with the largest expected drop in entropy over the top causes; ties go to the quicker one.
 * @returns null when the top cause is above {@link SURE_ENOUGH} or no test would move it by {@link WORTH_MOVING}
 */
export function nextBestTest(ranking: readonly RankedCause[], tests: readonly QuickTest[]): ProposedTest | null {
  const top = ranking.slice(0, TOP);
  const first = top[0];
  if (!first || first.probability > SURE_ENOUGH) return null;
  const before = entropy(top.map((r) => r.probability));
  let best: { proposal: ProposedTest; seconds: number } | null = null;
  for (const test of tests) {
    const outcomes = { positive: after(top, test, 'positive'), negative: after(top, test, 'negative') };
    const moved = Math.max(
      ...Object.values(outcomes).map((list) => Math.abs(list[0]!.probability - first.probability)),
    );
    const reorders = Object.values(outcomes).some(
      (list) =>
        likeliest(list).cause !== first.cause && likeliest(list).probability - first.probability >= WORTH_MOVING,
    );
    if (moved < WORTH_MOVING && !reorders) continue;
    const positive = chanceOfPositive(top, test);
    const gain =
      before -
      positive * entropy(outcomes.positive.map((r) => r.probability)) -
      (1 - positive) * entropy(outcomes.negative.map((r) => r.probability));
    if (
      best &&
      (gain < best.proposal.gain - 1e-9 || (gain < best.proposal.gain + 1e-9 && test.seconds >= best.seconds))
    )
      continue;
    const [ifPositive, ifNegative] = [likeliest(outcomes.positive), likeliest(outcomes.negative)];
    const now = { cause: first.cause, probability: first.probability };
    best = { proposal: { test: test.id, now, gain, ifPositive, ifNegative }, seconds: test.seconds };
  }
  return best?.proposal ?? null;
}

const TAKEOVER_PRIOR = 0.25;
const TAKEOVER_FACTS = ['felt:', 'cramp:', 'tilt:', 'bent:', 'easier:', 'gap:'];
/** Tests that speak about takeover; where the test table has no weight for it, positive counts as written here. */
const TAKEOVER_TESTS: Readonly<Record<string, { positive: Weight; negative: Weight }>> = {
  'hand-under-back-leg': { positive: '+', negative: '-' },
  'thigh-drop': { positive: '+', negative: '-' },
  'tucked-crunch': { positive: '--', negative: '+' },
  'hip-lift': { positive: '-', negative: '+' },
};

/**
 * Are the hip flexors doing the work? 100 × the probability of `flexor-takeover` from felt site, pelvic tilt, arch against
 * leg lever, bent against straight, thigh-drop and the two belly-only tests alone, with prior 0.25.
 * @returns 0–100, or null while none of them is known
 */
export function takeoverIndex(catalog: Catalog, facts: Facts, family: Family): number | null {
  const relevant = new Set([...facts.known].filter((fact) => TAKEOVER_FACTS.some((kind) => fact.startsWith(kind))));
  const tests = [...facts.tests].filter(([id]) => id in TAKEOVER_TESTS);
  if (relevant.size === 0 && tests.length === 0) return null;
  const pieces = piecesOf(
    catalog,
    { known: new Set([...relevant, ...[...facts.known].filter((f) => f.startsWith('lever:'))]), tests: new Map() },
    family,
    [],
  );
  let logOdds = Math.log(odds(TAKEOVER_PRIOR));
  for (const piece of pieces) {
    const weight = piece.weighs['flexor-takeover'];
    if (weight) logOdds += log(weight) * piece.scale;
  }
  for (const [id, result] of tests) logOdds += log(TAKEOVER_TESTS[id]![result]);
  return Math.round(100 * fromLogOdds(logOdds));
}
