/** Causes ranked by one exact posterior, the next best test, and the takeover index. */
import type { Catalog } from '../catalog/index.js';
import { hasStraightKnees, record } from '../catalog/index.js';
import type { CauseId, CautionId, Family, QuickTest, Rung } from '../formats/catalog.js';
import type { Finding } from '../judge/finding.js';
import type { Facts } from './facts.js';
import { candidatesOf, piecesOf, testPiece, type Evidenced } from './likelihoods.js';
import {
  changed,
  entropies,
  information,
  likeliestPair,
  likelihoods,
  posteriorOf,
  type Posterior,
} from './posterior.js';

export type { Evidenced } from './likelihoods.js';

export interface Reason {
  from: Evidenced;
  /** How much the piece moved the cause's log-odds, everything else being known: positive speaks for it. */
  logOdds: number;
}

export interface RankedCause {
  cause: CauseId;
  probability: number;
  /** The three pieces whose removal would change it most, strongest first. */
  reasons: Reason[];
  /** All that change it. */
  all: Reason[];
}

/** Causes of a look, as one posterior sees them. */
export interface Reasoned {
  ranking: RankedCause[];
  /** Probability that nothing lasting is behind it, or nothing that the table has. */
  nothing: number;
  /** Nothing leads: the empty set is likelier than every cause, or every cause is unlikely. */
  flat: boolean;
  /** The likeliest two together, where two together are likelier than the first alone. */
  pair: { pair: [CauseId, CauseId]; probability: number } | null;
  /** Evidence without which another cause would come first. */
  turning: Evidenced[];
  posterior: Posterior;
}

/** Likeliest cause above this: no further test is proposed. */
export const SURE_ENOUGH = 0.8;
/** A test that tells less than this is not proposed, bits. */
export const WORTH_BITS = 0.05;
/** Tests that tell nearly as much as the best, as a share of it, are weighed by the minute. */
const CLOSE = 0.9;
/** A cause below this does not stand out. */
const STANDS_OUT = 0.3;
/** A move of a cause's log-odds below this is not told. */
const TOLD_FROM = 0.02;

const logit = (p: number): number => {
  const clear = Math.min(1 - 1e-9, Math.max(1e-9, p));
  return Math.log(clear / (1 - clear));
};
/** How much likelier a cause is in somebody with a stated fault than in anybody, as a factor on its odds. Assumption. */
const WITH_A_FAULT = 2;
const priorsOf = (catalog: Catalog, candidates: readonly CauseId[]): number[] =>
  candidates.map((id) => {
    const { prior } = record(catalog.causes, id);
    const odds = (WITH_A_FAULT * prior) / (1 - prior);
    return odds / (1 + odds);
  });

/**
 * What is behind the findings: the exact posterior over sets of up to three causes that the position's faults can have.
 * @param first the fault that went first; null where it is not known
 * @returns the causes likeliest first; evidence that says nothing about a cause can still move it, by explaining away
 */
export function reasonAbout(
  catalog: Catalog,
  facts: Facts,
  family: Family,
  findings: readonly Pick<Finding, 'fault' | 'probability'>[],
  first: string | null = null,
): Reasoned {
  const candidates = candidatesOf(catalog, family);
  const pieces = piecesOf(catalog, candidates, facts, family, findings, first);
  const said = pieces.map((piece) => likelihoods(piece, candidates.length));
  const posterior = posteriorOf(candidates, priorsOf(catalog, candidates), said);
  const without = said.map((piece) => changed(posterior, piece, true));
  const ranking = candidates
    .map((cause, i): RankedCause => {
      const now = logit(posterior.causes[i]!);
      const all = pieces
        .map((piece, k): Reason => ({ from: piece.from, logOdds: now - logit(without[k]!.causes[i]!) }))
        .filter((r) => Math.abs(r.logOdds) >= TOLD_FROM)
        .sort((a, b) => Math.abs(b.logOdds) - Math.abs(a.logOdds));
      return { cause, probability: posterior.causes[i]!, reasons: all.slice(0, 3), all };
    })
    .sort((a, b) => b.probability - a.probability || a.cause.localeCompare(b.cause));
  const top = ranking[0];
  const nothing = posterior.sets[0]!;
  const pair = likeliestPair(posterior);
  const alone = top ? posterior.sets[1 + candidates.indexOf(top.cause)]! : 1;
  return {
    ranking,
    nothing,
    flat: !top || nothing >= top.probability || top.probability < STANDS_OUT,
    pair: pair && pair.probability > alone ? pair : null,
    turning: pieces.filter((_, k) => top && likeliest(without[k]!) !== top.cause).map((piece) => piece.from),
    posterior,
  };
}

/** The likeliest cause of a posterior. */
function likeliest({ causes, candidates }: Posterior): CauseId | undefined {
  let best = -1;
  for (let i = 0; i < causes.length; i += 1) if (best < 0 || causes[i]! > causes[best]!) best = i;
  return candidates[best];
}

/** The causes alone, likeliest first, see {@link reasonAbout}. */
export const rankCauses = (...asked: Parameters<typeof reasonAbout>): RankedCause[] => reasonAbout(...asked).ranking;

export interface ProposedTest {
  test: string;
  /** The likeliest cause now. */
  now: { cause: CauseId; probability: number };
  /** Mutual information between its answer and the causes, bits. */
  gain: number;
  /** The likeliest cause after each answer. */
  ifPositive: { cause: CauseId; probability: number };
  ifNegative: { cause: CauseId; probability: number };
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

const leading = (posterior: Posterior): { cause: CauseId; probability: number } => {
  const cause = likeliest(posterior)!;
  return { cause, probability: posterior.causes[posterior.candidates.indexOf(cause)]! };
};

/** What a test's answers are worth under every set, by test: the same for everybody. Kept for as many as a few positions have. */
const tested = new Map<string, { test: QuickTest; positive: Float64Array; own: Float64Array }>();
const KEPT = 160;
function testUnder(test: QuickTest, candidates: readonly CauseId[]): { positive: Float64Array; own: Float64Array } {
  const key = `${test.id} ${candidates.join(' ')}`;
  const before = tested.get(key);
  if (before?.test === test) return before;
  const positive = likelihoods(testPiece(test, candidates, 'positive'), candidates.length);
  const found = { test, positive, own: entropies(positive) };
  if (tested.size >= KEPT) tested.clear();
  tested.set(key, found);
  return found;
}

/**
 * The test whose answer tells most about the set of causes; where some are close, the one that tells most a minute, and of equals the
 * quicker one.
 * @returns null when the likeliest cause is above {@link SURE_ENOUGH} or no test is worth {@link WORTH_BITS}
 */
export function nextBestTest(
  { posterior }: Pick<Reasoned, 'posterior'>,
  tests: readonly QuickTest[],
): ProposedTest | null {
  const { candidates } = posterior;
  if (candidates.length === 0) return null;
  const now = leading(posterior);
  if (now.probability > SURE_ENOUGH) return null;
  const told = tests.map((test) => {
    const { positive, own } = testUnder(test, candidates);
    return { test, positive, gain: information(posterior, positive, own) };
  });
  const most = Math.max(0, ...told.map((t) => t.gain));
  if (most < WORTH_BITS) return null;
  const close = told.filter((t) => t.gain >= Math.max(WORTH_BITS, CLOSE * most));
  const best = close.reduce((a, b) => {
    const [x, y] = [a.gain / a.test.seconds, b.gain / b.test.seconds];
    return y > x + 1e-12 || (Math.abs(y - x) <= 1e-12 && b.test.seconds < a.test.seconds) ? b : a;
  });
  const negative = Float64Array.from(best.positive, (p) => 1 - p);
  return {
    test: best.test.id,
    now,
    gain: best.gain,
    ifPositive: leading(changed(posterior, best.positive)),
    ifNegative: leading(changed(posterior, negative)),
  };
}

const TAKEOVER: CauseId = 'flexor-takeover';
const TAKEOVER_PRIOR = 0.25;
const TAKEOVER_FACTS = ['felt:', 'cramp:', 'tilt:', 'bent:', 'easier:', 'gap:'];
const TAKEOVER_TESTS: ReadonlySet<string> = new Set([
  'hand-under-back-leg',
  'thigh-drop',
  'tucked-crunch',
  'hip-lift',
  'heels-dig',
]);

/**
 * Are the hip flexors doing the work? 100 × the probability of `flexor-takeover` in the same model, from felt site, pelvic tilt, arch
 * against leg lever, bent against straight, thigh-drop, heels dug in and the two belly-only tests alone, with prior 0.25.
 * @returns 0–100, or null while none of them is known
 */
export function takeoverIndex(catalog: Catalog, facts: Facts, family: Family): number | null {
  const relevant = [...facts.known].filter((fact) => TAKEOVER_FACTS.some((kind) => fact.startsWith(kind)));
  const tests = [...facts.tests].filter(([id]) => TAKEOVER_TESTS.has(id));
  if (relevant.length === 0 && tests.length === 0) return null;
  const context = [...facts.known].filter((f) => f.startsWith('lever:'));
  const own = candidatesOf(catalog, family);
  const candidates = own.includes(TAKEOVER) ? own : [...own, TAKEOVER];
  const priors = priorsOf(catalog, candidates).map((p, i) => (candidates[i] === TAKEOVER ? TAKEOVER_PRIOR : p));
  const alone = { known: new Set([...relevant, ...context]), tests: new Map(tests) };
  const pieces = piecesOf(catalog, candidates, alone, family, []).map((p) => likelihoods(p, candidates.length));
  const { causes } = posteriorOf(candidates, priors, pieces);
  return Math.round(100 * causes[candidates.indexOf(TAKEOVER)]!);
}
