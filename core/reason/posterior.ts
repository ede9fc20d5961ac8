/** One exact posterior over sets of up to three causes: every set is counted, nothing is drawn. */
import type { CauseId } from '../formats/catalog.js';
import type { Piece } from './likelihoods.js';

/** Most causes in one set. */
export const MOST = 3;

/** Sets of candidates as three places each, −1 where there is none; the empty set first. */
interface Sets {
  n: number;
  count: number;
  members: Int16Array;
}
const known = new Map<number, Sets>();
function setsOf(n: number): Sets {
  const before = known.get(n);
  if (before) return before;
  const all: [number, number, number][] = [[-1, -1, -1]];
  for (let a = 0; a < n; a += 1) all.push([a, -1, -1]);
  for (let a = 0; a < n; a += 1) for (let b = a + 1; b < n; b += 1) all.push([a, b, -1]);
  for (let a = 0; a < n; a += 1)
    for (let b = a + 1; b < n; b += 1) for (let c = b + 1; c < n; c += 1) all.push([a, b, c]);
  const sets = { n, count: all.length, members: Int16Array.from(all.flat()) };
  known.set(n, sets);
  return sets;
}

/** Likelihood of a piece under every set. */
export function likelihoods(piece: Piece, n: number): Float64Array {
  const { count, members } = setsOf(n);
  const out = new Float64Array(count);
  for (let s = 0; s < count; s += 1) {
    const a = members[3 * s]!;
    const b = members[3 * s + 1]!;
    const c = members[3 * s + 2]!;
    if (piece.joins === 'mean') {
      const { single, base } = piece;
      if (a < 0) out[s] = base;
      else if (b < 0) out[s] = single[a]!;
      else if (c < 0) out[s] = (single[a]! + single[b]!) / 2;
      else out[s] = (single[a]! + single[b]! + single[c]!) / 3;
      continue;
    }
    const { spare, lowered, base, low, sure, positive } = piece;
    let under = false;
    if (lowered !== null)
      under = (a >= 0 && lowered[a] === 1) || (b >= 0 && lowered[b] === 1) || (c >= 0 && lowered[c] === 1);
    let not = 1 - (under ? low : base);
    if (a >= 0) not *= spare[a]!;
    if (b >= 0) not *= spare[b]!;
    if (c >= 0) not *= spare[c]!;
    const yes = positive ? 1 - not : not;
    out[s] = sure * yes + (1 - sure) * (1 - yes);
  }
  return out;
}

export interface Posterior {
  candidates: readonly CauseId[];
  /** Probability of every set, summing to 1, the empty set first. */
  sets: Float64Array;
  /** Probability of every candidate: of all sets that hold it. */
  causes: Float64Array;
}

/** Share of every candidate: of all sets that hold it. */
const marginals = (n: number, weights: Float64Array): Float64Array => {
  const { count, members } = setsOf(n);
  const out = new Float64Array(n);
  for (let s = 1; s < count; s += 1) {
    const w = weights[s]!;
    out[members[3 * s]!]! += w;
    if (members[3 * s + 1]! >= 0) out[members[3 * s + 1]!]! += w;
    if (members[3 * s + 2]! >= 0) out[members[3 * s + 2]!]! += w;
  }
  return out;
};
/** Weights brought to a sum of one, in place, with the candidates' shares. @throws RangeError where nothing is possible */
function normalised(candidates: readonly CauseId[], weights: Float64Array): Posterior {
  const sum = weights.reduce((a, b) => a + b, 0);
  if (!(sum > 0)) throw new RangeError('no set of causes can have this evidence');
  for (let s = 0; s < weights.length; s += 1) weights[s]! /= sum;
  return { candidates, sets: weights, causes: marginals(candidates.length, weights) };
}

/**
 * The posterior over sets: product of the causes' prior odds, times every piece.
 * @param priors of the candidates, each strictly between 0 and 1
 * @param pieces likelihoods of every set, as {@link likelihoods} gives them
 */
export function posteriorOf(
  candidates: readonly CauseId[],
  priors: readonly number[],
  pieces: readonly Float64Array[],
): Posterior {
  const { count, members } = setsOf(candidates.length);
  const odds = Float64Array.from(priors, (p) => p / (1 - p));
  const weights = new Float64Array(count);
  for (let s = 0; s < count; s += 1) {
    let w = 1;
    for (let k = 0; k < MOST; k += 1) {
      const m = members[3 * s + k]!;
      if (m >= 0) w *= odds[m]!;
    }
    weights[s] = w;
  }
  for (const piece of pieces) for (let s = 0; s < count; s += 1) weights[s]! *= piece[s]!;
  return normalised(candidates, weights);
}

/** The posterior with one more piece, or (`without`) with one taken out again. */
export function changed(posterior: Posterior, piece: Float64Array, without = false): Posterior {
  const { sets } = posterior;
  const weights = new Float64Array(sets.length);
  for (let s = 0; s < sets.length; s += 1)
    weights[s] = without ? sets[s]! / Math.max(piece[s]!, 1e-300) : sets[s]! * piece[s]!;
  return normalised(posterior.candidates, weights);
}

/** Entropy of a yes or no, bits. */
const bits = (p: number): number => (p <= 0 || p >= 1 ? 0 : -p * Math.log2(p) - (1 - p) * Math.log2(1 - p));
/** Entropy of a yes or no under every set, bits. */
export const entropies = (positive: Float64Array): Float64Array => positive.map(bits);

/**
 * Mutual information between a test's answer and the set of causes, bits.
 * @param positive chance of the positive answer under every set, with its {@link entropies}
 */
export function information({ sets }: Pick<Posterior, 'sets'>, positive: Float64Array, own: Float64Array): number {
  let chance = 0;
  let noise = 0;
  for (let s = 0; s < sets.length; s += 1) {
    chance += sets[s]! * positive[s]!;
    noise += sets[s]! * own[s]!;
  }
  return Math.max(0, bits(chance) - noise);
}

/** The likeliest set of exactly two, with its probability; null where there are fewer than two candidates. */
export function likeliestPair(posterior: Posterior): { pair: [CauseId, CauseId]; probability: number } | null {
  const { members, count } = setsOf(posterior.candidates.length);
  let best = -1;
  for (let s = 1; s < count; s += 1)
    if (members[3 * s + 1]! >= 0 && members[3 * s + 2]! < 0 && (best < 0 || posterior.sets[s]! > posterior.sets[best]!))
      best = s;
  if (best < 0) return null;
  const at = (k: number): CauseId => posterior.candidates[members[3 * best + k]!]!;
  return { pair: [at(0), at(1)], probability: posterior.sets[best]! };
}
