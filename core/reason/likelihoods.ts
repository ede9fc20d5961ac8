/** What evidence says under a set of causes: findings, answers and tests as likelihoods. Figures are assumptions, stated where they stand. */
import type { Catalog } from '../catalog/index.js';
import { record } from '../catalog/index.js';
import { WEIGHTS, type CauseId, type Family, type QuickTest } from '../formats/catalog.js';
import type { Finding } from '../judge/finding.js';
import type { Facts } from './facts.js';

/** A piece of evidence: a finding, a row of the evidence table, or a quick test's answer. */
export type Evidenced =
  | { is: 'finding'; fault: string }
  | { is: 'row'; row: string }
  | { is: 'test'; test: string; result: 'positive' | 'negative' };

/**
 * A piece as a likelihood. `single[i]` belongs to the i-th candidate; how they join is the kind's: a finding and a test join by
 * noisy-or over `1 − single`, an answer is spoken by one cause of the set, each with the same chance.
 */
export type Piece =
  | {
      from: Evidenced;
      joins: 'or';
      sure: number;
      positive: boolean;
      base: number;
      spare: Float64Array;
      lowered: Uint8Array | null;
      low: number;
    }
  | { from: Evidenced; joins: 'mean'; base: number; single: Float64Array };

/** A fault shows without any of its causes with this chance: a distraction, a bad night, a cause that the table lacks. */
export const LEAK = 0.06;
/** How strongly a cause makes a fault show, by its place in the fault's list; the last figure goes on. */
const BY_PLACE = [0.85, 0.65, 0.5, 0.4, 0.3, 0.22] as const;
const placed = (i: number): number => BY_PLACE[Math.min(i, BY_PLACE.length - 1)]!;
/** Faults that a cause shows at once, over all that it can have in a position: one with many spreads over them. */
const AT_ONCE = 1.6;
/** Share of answers that name none of a kind's telling values, where no cause pulls. */
const NONE_OF_THEM = 0.4;
/** Chance of a screen's finding where no cause pulls. */
const SCREEN_BASE = 0.2;

/** Causes that the faults of a position can have, in the catalogue's order; pain ends the search and is none of them. */
export function candidatesOf(catalog: Catalog, family: Family): CauseId[] {
  const can = new Set(catalog.faults.filter((f) => f.families.includes(family.id)).flatMap((f) => f.causes));
  return catalog.causes.map((c) => c.id).filter((id) => id !== 'pain' && can.has(id));
}

/** Chance that a cause alone makes a fault of a position show, 0–1. */
export function shows(catalog: Catalog, family: Family, fault: string, cause: CauseId): number {
  const place = record(catalog.faults, fault).causes.indexOf(cause);
  if (place < 0) return 0;
  const all = catalog.faults
    .filter((f) => f.families.includes(family.id))
    .reduce((sum, f) => sum + (f.causes.includes(cause) ? placed(f.causes.indexOf(cause)) : 0), 0);
  return placed(place) * Math.min(1, AT_ONCE / Math.max(all, 1e-9));
}

/** Chances of a test's positive answer: under the first cause it is for, under another, under one it is against, and else. */
export function chancesOf(test: QuickTest): { first: number; other: number; against: number; else: number } {
  const { positive, base } = test.errors;
  return { first: positive, other: base + 0.75 * (positive - base), against: base / 2, else: base };
}

/** Chance of a value among its kind's, for a cause: base rate times the ratio, normalised with *none of them*. */
export function chanceOfValue(values: readonly string[], value: string, ratio: (value: string) => number): number {
  const base = (1 - NONE_OF_THEM) / values.length;
  const total = values.reduce((sum, v) => sum + base * ratio(v), NONE_OF_THEM);
  return (base * ratio(value)) / total;
}

/** A site that is normal in the family counts half in log-odds. */
const softened = (ratio: number, normal: boolean): number => (normal ? Math.sqrt(ratio) : ratio);

/**
 * All that is known as pieces over candidates.
 * @param first the fault that went first: onset speaks for its causes alone; all of them where none is known
 */
export function piecesOf(
  catalog: Catalog,
  candidates: readonly CauseId[],
  facts: Facts,
  family: Family,
  findings: readonly Pick<Finding, 'fault' | 'probability'>[],
  first: string | null = null,
): Piece[] {
  const over = (value: (cause: CauseId) => number): Float64Array => Float64Array.from(candidates, value);
  const found = findings.map((f): Piece => ({
    from: { is: 'finding', fault: f.fault },
    joins: 'or',
    sure: f.probability,
    positive: true,
    base: LEAK,
    spare: over((cause) => 1 - shows(catalog, family, f.fault, cause)),
    lowered: null,
    low: 0,
  }));
  const tests = [...facts.tests].map(([id, result]) => testPiece(record(catalog.tests, id), candidates, result));
  return [...found, ...answersOf(catalog, candidates, facts, family, first), ...tests];
}

/** A test's answer as a piece. */
export function testPiece(test: QuickTest, candidates: readonly CauseId[], result: 'positive' | 'negative'): Piece {
  const chance = chancesOf(test);
  const spare = Float64Array.from(candidates, (cause) => {
    const place = test.for.indexOf(cause);
    if (place < 0) return 1;
    // Alone with the base it makes the test's own figure.
    return (1 - (place === 0 ? chance.first : chance.other)) / (1 - chance.else);
  });
  const lowered = Uint8Array.from(candidates, (cause) => (test.against.includes(cause) ? 1 : 0));
  return {
    from: { is: 'test', test: test.id, result },
    joins: 'or',
    sure: 1,
    positive: result === 'positive',
    base: chance.else,
    spare,
    lowered: lowered.includes(1) ? lowered : null,
    low: chance.against,
  };
}

function answersOf(
  catalog: Catalog,
  candidates: readonly CauseId[],
  facts: Facts,
  family: Family,
  first: string | null,
): Piece[] {
  const firstCauses: readonly string[] | null = first
    ? (catalog.faults.find((f) => f.id === first)?.causes ?? null)
    : null;
  // A row speaks of its first fact; its others are what it needs beside. A value can have several rows.
  const applies = catalog.evidence.filter((row) => row.when.slice(1).every((fact) => facts.known.has(fact)));
  const kindOf = (fact: string): string => fact.split(':')[0]!;
  const pieces: Piece[] = [];
  for (const fact of facts.known) {
    const rows = applies.filter((row) => row.when[0] === fact);
    if (rows.length === 0) continue;
    const kind = kindOf(fact);
    const from: Evidenced = { is: 'row', row: rows[0]!.id };
    const ratio = (value: string, cause: CauseId): number => {
      const product = applies
        .filter((row) => row.when[0] === value)
        .reduce((all, row) => all * (row.weighs[cause] ? WEIGHTS[row.weighs[cause]] : 1), 1);
      const site = value.startsWith('felt:') ? value.slice(5) : null;
      return softened(product, site !== null && (family.normalSites as readonly string[]).includes(site));
    };
    if (kind === 'screen') {
      const chance = (r: number): number => (SCREEN_BASE * r) / (SCREEN_BASE * r + 1 - SCREEN_BASE);
      pieces.push({
        from,
        joins: 'mean',
        base: SCREEN_BASE,
        single: Float64Array.from(candidates, (c) => chance(ratio(fact, c))),
      });
      continue;
    }
    const values = [...new Set(applies.map((row) => row.when[0]!).filter((v) => kindOf(v) === kind))];
    const base = chanceOfValue(values, fact, () => 1);
    const silent = (cause: CauseId): boolean =>
      kind === 'onset' && firstCauses !== null && !firstCauses.includes(cause);
    pieces.push({
      from,
      joins: 'mean',
      base,
      single: Float64Array.from(candidates, (c) =>
        silent(c) ? base : chanceOfValue(values, fact, (v) => ratio(v, c)),
      ),
    });
  }
  return pieces;
}
